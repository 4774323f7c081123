"""Asks as they are drawn, those of a step and side beside each other, whoever logged them."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from itertools import groupby

from bucephal.answers import AnswerDrawn, drawn, meaning_of, rule_for
from bucephal.ladder import Catalogue, Side, StepKind
from bucephal.record import Ask, Band, FrozenModel, HorseRecord


class LoggedRow(FrozenModel):
    """Some asks of one step on one side, in their order."""

    step: str
    name: str
    side: Side
    kind: StepKind
    band: Band
    asks: tuple[AnswerDrawn, ...]


def logged_rows(asks: Iterable[Ask], record: HorseRecord, catalogue: Catalogue) -> Iterator[LoggedRow]:
    """Asks in their order, a row for each run of one step and side; steps that there are not are left out."""
    known = (ask for ask in asks if ask.step in catalogue)
    for (step, side), run in groupby(known, key=lambda ask: (ask.step, ask.side)):
        yield logged_row(step, side, run, record, catalogue)


def logged_row(
    step: str, side: Side, asks: Iterable[Ask], record: HorseRecord, catalogue: Catalogue
) -> LoggedRow:
    rule = rule_for(step, record.horse, catalogue)
    return LoggedRow(
        step=step,
        name=catalogue.full_name(step),
        side=side,
        kind=rule.kind,
        band=rule.band,
        asks=tuple(drawn(one, rule, meaning_of(one, rule)) for one in asks),
    )
