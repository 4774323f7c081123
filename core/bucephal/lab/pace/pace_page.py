"""The pace as a page of tables."""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.lab.pace.trials import OWN, Pace, PaceOfWay

LIMITS = """\
The same virtual horses are worked by the planner with the coach, by four careful ways that a person
could follow without any figures, and by one who knows the horse's true state. Four sessions of 40
minutes a week, a helper at two of them.

How they learn is an assumption. What is new about a question becomes clear within the session, 30 % of it
with each light answer, and 70 % of that is there next day; how light an answer is changes from day to day,
18 to 40 % of the way with a day of three light ones. The next stage is 0.8 of a level heavier at first; a new
exercise is met with what the horse has of all that it rests on. That was set by what practice knows (a
youngster that yields and backs is sent out, stopped and changed in one session; a handled three-year-old is
sat on after two to six weeks), on other seeds than the one above, and then frozen.

*Opened too early*: of first answers ever, those that had under one chance in two to be light on an ordinary
day; not what was tried to see, nor what a horse did under others: that is found out, not opened. *Bad
moments*: alarms, and answers with far too much, in the first six weeks; in brackets alarms alone. *On what is
good*: share of asks of what was light eight times in ten when the session began. *Longest wait*: sessions
running in which no step came to it that it was never asked.
"""


def pace_page(found: Pace, how: str) -> str:
    """The whole page; ``how`` says when and by which command it was made."""
    lines = ["# How fast, and how safely?", "", how, LIMITS, f"{found.horses} horses of each kind.", ""]
    for kind in dict.fromkeys(row.kind for row in found.rows):
        lines += _kind(kind, [row for row in found.rows if row.kind == kind])
    return "\n".join(lines).rstrip() + "\n"


def _kind(kind: str, rows: list[PaceOfWay]) -> Iterator[str]:
    names = [f"{name}, wanted {middle} / {late}" for name, _, _, middle, late in rows[0].milestones]
    yield from (f"## {kind.capitalize()}", "")
    head = ["way", *names, "opened too early", "bad moments a session", "asks a session", "on what is good",
            "longest wait"]  # fmt: skip
    yield f"| {' | '.join(head)} |"
    yield "| --- " * len(head) + "|"
    for row in rows:
        yield f"| {' | '.join(_cells(row))} |"
    yield ""


def _cells(row: PaceOfWay) -> Iterator[str]:
    yield f"**{row.way}**" if row.way == OWN else row.way
    for _, middle, late, _, _ in row.milestones:
        yield f"{_sessions(middle)} / {_sessions(late)}"
    yield f"{row.too_early:.0%}"
    yield f"{row.bad_a_session:.2f} ({row.alarms_a_session:.2f})"
    yield f"{row.asks_a_session:.1f}"
    yield f"{row.on_good:.0%}"
    yield f"{row.longest_wait:.0f}"


def _sessions(number: float | None) -> str:
    return "–" if number is None else f"{number:.0f}"
