"""The user documentation of the ground: every set-up with its drawing, its numbers and their sources."""

from __future__ import annotations

import inspect
import sys
from collections.abc import Iterator
from pathlib import Path

from bucephal.base.errors import InvalidInput
from bucephal.ground import SET_UPS, Layout, arena_from, lay_out
from bucephal.ground.set_up import SetUpPlan
from bucephal.ground.set_up_parameters import Group, Number, Parameter, SetUpChoice, Unit
from bucephal.sheets import drawing_of, svg_of
from bucephal.words import ground_words

ARENAS = ("20x40", "20x60", "30x60", "100x200ft", "round:18")
DRAWN_IN, SCALE = "20x40", 400
HEAD = (Path(__file__).parent / "ground_head.md").read_text(encoding="utf-8")


def ground_docs(folder: Path) -> dict[Path, str]:
    """Every file of it: the page, and a drawing for each set-up."""
    layouts = {code: lay_out(code, arena_from(DRAWN_IN), {}) for code in SET_UPS}
    drawings = {
        folder / "ground" / f"{code}.svg": svg_of(
            drawing_of(layout), scale=SCALE, title=layout.name, about=layout.words
        )
        for code, layout in layouts.items()
    }
    return {folder / "ground.md": "\n".join(_page(layouts)), **drawings}


def _page(layouts: dict[str, Layout]) -> Iterator[str]:
    yield HEAD
    for heading, is_figure in (("Set-ups", False), ("Ridden with nothing set up", True)):
        yield f"## {heading}\n"
        for code, layout in layouts.items():
            if SET_UPS[code].is_figure is is_figure:
                yield from _set_up(SET_UPS[code], layout)


def _set_up(plan: SetUpPlan, layout: Layout) -> Iterator[str]:
    yield f"### {layout.name}\n"
    yield f"`{plan.code}`. {layout.words}\n"
    yield f"![{layout.name}](ground/{plan.code}.svg)\n"
    if not plan.is_figure:
        yield _said_in(plan)
    yield "| number | usual | customary in feet | range |\n| --- | --- | --- | --- |"
    for one in plan.own:
        yield _row(one, layout)
    yield ""
    yield "In this drawing: " + "; ".join(layout.comes_to) + ".\n"
    yield "As it comes it fits: " + ", ".join(_fitting(plan.code)) + ".\n"


def _said_in(plan: SetUpPlan) -> str:
    """What its file says of it after the first line: geometry and source."""
    text = inspect.getdoc(sys.modules[plan.lay.__module__]) or ""
    rest = text.partition("\n\n")[2]
    return " ".join(rest.split()) + "\n" if rest else ""


def _row(one: Parameter, layout: Layout) -> str:
    name = f"{ground_words.PARAMETERS[one.key]} (`{one.key}`)"
    if isinstance(one, SetUpChoice):
        said = ", ".join(ground_words.CHOICES[option] for option in one.options)
        return f"| {name} | {ground_words.CHOICES[str(layout.values[one.key])]} | – | {said} |"
    unit = "" if one.unit is Unit.COUNT else f" {one.unit}"
    usual = f"{layout.values[one.key]:g}{unit}"
    return f"| {name} | {usual} | {_feet(one)} | {one.low:g} to {one.high:g}{unit} |"


def _feet(one: Number) -> str:
    if one.feet is None or one.group is Group.HORSE:
        return "–"
    return f"{one.feet:g} ft"


def _fitting(code: str) -> Iterator[str]:
    """The usual places in which it fits as it comes."""
    for arena in ARENAS:
        try:
            if lay_out(code, arena_from(arena), {}).fits:
                yield arena
        except InvalidInput:
            continue
