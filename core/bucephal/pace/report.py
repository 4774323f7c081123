"""The pace as a page of tables."""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.pace.bench import OWN, Pace, PaceOfWay

LIMITS = """\
The same virtual horses are worked by the planner with the coach, by four careful ways that a person
could follow without any figures, and by one who knows the horse's true state. Four sessions of 40
minutes a week, a helper at two of them. Their speed of learning is an assumption: only the ways
beside each other say something.
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
    yield f"{row.bad_a_session:.2f}"
    yield f"{row.asks_a_session:.1f}"
    yield f"{row.on_confirmed:.0%}"
    yield f"{row.longest_wait:.0f}"


def _sessions(number: float | None) -> str:
    return "–" if number is None else f"{number:.0f}"
