"""What an owner is told: in words for somebody who does not ride."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from bucephal.ladder import Side
from bucephal.words.figures import about, date_in_full, day, how_sure
from bucephal.words.plain import counted, upper_first

IN_SHORT = "In short"
WORKED_ON = "What was worked on"
CAN_NOW = "What it can do now that it could not"
LIGHT_AND_EVEN = "How little it takes, left and right"
CALM = "How calm it is"
BAND = "band"
BANDS_HELP = (
    "In the green band it answers to a clear leg or rein at the latest; in the schooled band to a breath, "
    "the seat or a light touch."
)
SURE, BEING_MADE_SURE = "sure of it", "good enough to build on, not sure yet"
WORK = "How much it worked"
LOOKED_AT = "What was looked at"
NEXT = "What comes next"

NOTHING_NEW = "Nothing new is sure yet: what was begun is being made sure."
NOTHING_WORKED = "It was not worked in this time."
NOTHING_CAME_UP = "Nothing came up that somebody had to look at."
NOTHING_OPEN = "Nothing is open that somebody has to look at."
NO_GOAL = "No goal is set yet."
BOARD_HELP = (
    "Each cue is asked from 1, a breath or a look, up to 10, the touch of a whip; the number is where it "
    "answered. Shaded is what counts as light."
)
THEN, NOW, LIGHT = "then", "now", "counts as light"
LEFT, RIGHT = "left side", "right side"
BOARD_COLUMNS = ("Cue", "Side", "Then", "Now")
GOAL_COLUMNS = ("Goal", "Steps there", "Of")
GOALS_TITLE = "The way to its goals"
AS_PDF = "The same as PDF"
NO_VET = (
    "A report of training. It says nothing of the horse's health, which is for a vet to say, nor of whether "
    "saddle and shoes fit."
)
ESTIMATED = (
    "How light and how sure are estimates from the answers that were noted; they are wrong now and then, and "
    "the next weeks will show it."
)


def title(name: str, first: date, last: date) -> str:
    """'Harrow, 20 April to 15 June 2026'."""
    begins = day(first) if first.year == last.year else date_in_full(first)
    return f"{name}, {begins} to {date_in_full(last)}"


def made_on(on: date) -> str:
    return f"Written {date_in_full(on)}"


def worked(sessions: int, days: int, minutes: float, span_days: int) -> str:
    """'It was worked 32 times, on 32 of 57 days, 24 minutes each time.'"""
    each = minutes / sessions
    return f"It was worked {sessions} times, on {days} of {span_days} days, {each:.0f} minutes each time."


def minutes_in_all(minutes: float) -> str:
    hours = minutes / 60
    return f"Together {about(hours, 'hour')}." if hours >= 1 else f"Together {minutes:.0f} minutes."


def gained(count: int) -> str:
    """'It can do 7 things now that it could not.'"""
    return f"It can do {counted(count, 'thing')} now that it could not, or not surely."


def in_work(names: Sequence[str]) -> str:
    return f"Most of the time went to: {_listed(names)}."


def still_open(names: Sequence[str]) -> str:
    return f"Somebody still has to look at: {_listed(names)}."


def _listed(names: Sequence[str], last: str = "") -> str:
    """'a, b and c'; names with commas of their own are kept apart by semicolons.

    Args:
        last: what ends the list where not all are named.
    """
    *before, end = [*names, last] if last else names
    if not before:
        return end
    apart = "; " if any("," in one for one in names) else ", "
    return f"{apart.join(before)}{';' if apart == '; ' else ''} and {end}"


def worked_on(name: str, days: int, good_for: str) -> str:
    """'Walk to trot, on 12 days. The measure of every forward cue: how little it takes.'"""
    return f"{name}, on {counted(days, 'day')}. {good_for}"


def new_things(names: Sequence[str], count: int) -> str:
    """'New in this time: halt and walk on.'; where there are more than are named, how many."""
    more = count - len(names)
    return f"New in this time: {_listed(names, counted(more, 'more thing') if more else '')}."


def can_now(name: str, stage: str, *, sure: bool) -> str:
    """'Walk to trot: in the green band – sure'."""
    return f"{name}: {stage} – {SURE if sure else BEING_MADE_SURE}"


def and_more(count: int) -> str:
    return f"and {counted(count, 'more thing')}"


def lost(names: Sequence[str]) -> str:
    return f"Not as sure as it was: {_listed(names)}. That is put right first."


def lighter(lighter_count: int, of: int) -> str:
    return f"Of the {counted(of, 'cue')} drawn here {lighter_count} take less than they did."


def heavier_side(name: str, side: Side, chance: float) -> str:
    return f"{name}: the {side} side takes more than the other, {how_sure(chance)}."


def even() -> str:
    return "Neither side is shown to take more than the other."


def side_then_and_now(name: str, side: str, then: int | None, now: int) -> str:
    was = "" if then is None else f", was {then}"
    return f"{name}, {side}: {now}{was}"


def flag_seen(name: str, since: date, why: str) -> str:
    return f"{name}, {day(since)}{f': {why}' if why else ''}."


def flag_found(on: date, by: str, found: str) -> str:
    return f"Looked at on {day(on)} by the {by}: {found}."


FLAG_OPEN = "It has not been looked at yet; until then there is no harder work."


def visited(what: str, on: date) -> str:
    return f"{upper_first(what)} on {day(on)}."


VISITS = {
    "farrier": "the farrier came",
    "vaccination": "it was vaccinated",
    "dental": "its teeth were seen to",
    "vet": "the vet came",
    "away": "it was away",
}


def goal(name: str, good: int, of: int) -> str:
    """'Hacking, alone: 14 of 20 steps on the way to it are there.'"""
    return f"{name}: {good} of {of} steps on the way to it are there."


def goal_there(name: str) -> str:
    return f"{name}: it is there."


def goal_begun(name: str) -> str:
    return f"{name}: everything on the way to it is there; it is worked on itself."


def aims(names: Sequence[str]) -> str:
    return f"It is on its way to: {_listed(names)}."


def next_steps(names: Sequence[str]) -> str:
    return f"Next on that way: {_listed(names)}."


def how_soon(said: str) -> str:
    return f"How soon: {said}."


def rests_on(answers: int, sessions: int) -> str:
    return f"{counted(answers, 'answer')} noted in {counted(sessions, 'session')}, each when it was given."


def page(number: int) -> str:
    return f"page {number}"
