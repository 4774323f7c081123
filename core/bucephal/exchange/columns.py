"""The columns of a table, read from the models of the record: what a column is stands in one place."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from pydantic import BaseModel

from bucephal.exchange.cells import Kind, cell_of, value_of

Raw = Mapping[str, Any]
CLOCK = "_clock"
"""Ends the name of a column for moments of which only the time of day is known."""


@dataclass(frozen=True, eq=False)
class Column:
    """One column.

    Fields:
        path: where its value stands in the record's row, group by group.
        constraints: as the Table Schema has them.
        is_read: false for what is told once more for whoever reads the table, and stands elsewhere.
    """

    name: str
    kind: Kind
    path: tuple[str, ...]
    constraints: Raw = field(default_factory=dict)
    says: str = ""
    is_read: bool = True

    def cell(self, row: Raw) -> str:
        return cell_of(self._value(row), self.kind)

    def _value(self, row: Any) -> Any:
        for key in self.path:
            row = None if row is None else row.get(key)
        if self.kind is Kind.INSTANT and _is_clock(row):
            return None
        return row if self.kind is not Kind.CLOCK or _is_clock(row) else None

    def put(self, cell: str, row: dict[str, Any]) -> None:
        """Puts what a cell holds into a row of the record; an empty one adds nothing."""
        value = value_of(cell, self.kind)
        if value is None:
            return
        for key in self.path[:-1]:
            row = row.setdefault(key, {})
        row[self.path[-1]] = value

    def described(self) -> dict[str, Any]:
        """As a field of a Table Schema."""
        kind = Kind.TEXT if self.kind is Kind.MIXED else self.kind
        told: dict[str, Any] = {"name": self.name, "type": kind.value}
        if self.says:
            told["description"] = self.says
        if self.constraints:
            told["constraints"] = dict(self.constraints)
        return told


def key_column(name: str, says: str) -> Column:
    """A number that ties rows of one table to those of another."""
    return Column(name, Kind.WHOLE, (name,), {"required": True, "minimum": 1}, says)


def columns_of(model: type[BaseModel], without: Sequence[str] = ()) -> tuple[Column, ...]:
    """A column for each field of a model; of what is a group of its own, one for each of its fields."""
    schema = _schema_of(model)
    return tuple(
        column
        for name, node in schema["properties"].items()
        if name not in without
        for column in _columns(schema, (name,), node)
    )


@lru_cache(maxsize=32)
def _schema_of(model: type[BaseModel]) -> dict[str, Any]:
    return model.model_json_schema(mode="serialization")


def _columns(schema: dict[str, Any], path: tuple[str, ...], node: dict[str, Any]) -> Iterator[Column]:
    options = [one for one in _options(schema, node) if one.get("type") != "null"]
    says, name = node.get("description", ""), "_".join(path)
    formats = {one.get("format") for one in options}
    if formats == {"date-time", "time"}:
        yield Column(name, Kind.INSTANT, path, says=says)
        yield Column(f"{name}{CLOCK}", Kind.CLOCK, path, says="Where only the time of day is known.")
    elif len(options) > 1:
        yield Column(name, Kind.MIXED, path, says=says)
    elif "properties" in options[0]:
        for inner, each in options[0]["properties"].items():
            yield from _columns(schema, (*path, inner), each)
    else:
        (option,) = options
        yield Column(name, _kind(option), path, _constraints(option), says or option.get("description", ""))


def _options(schema: dict[str, Any], node: dict[str, Any]) -> Iterator[dict[str, Any]]:
    if "$ref" in node:
        node = schema["$defs"][node["$ref"].rpartition("/")[2]]
    if "anyOf" not in node:
        yield node
    for option in node.get("anyOf", ()):
        yield from _options(schema, option)


def _kind(option: dict[str, Any]) -> Kind:
    if option.get("format") == "date":
        return Kind.DAY
    return Kind(option["type"])


def _constraints(option: dict[str, Any]) -> dict[str, Any]:
    names = {"minimum": "minimum", "maximum": "maximum", "enum": "enum"}
    return {ours: option[theirs] for theirs, ours in names.items() if theirs in option}


def _is_clock(value: Any) -> bool:
    """A time of day has no date before it."""
    return isinstance(value, str) and value[2:3] == ":"
