"""What was worked out, what the trainer made of it, and what was asked. Common practice, no source."""

from __future__ import annotations

from bucephal.ladder import load_catalogue
from bucephal.pages import debrief
from bucephal.record import HorseRecord
from tests.telling import ask, record_with

MADE = [
    {"kind": "check", "step": "halt.2", "asks": 1, "first_side": "none"},
    {"kind": "practice", "step": "up-wt.2", "asks": 6, "first_side": "left"},
    {"kind": "easy-yes", "step": "backup-g.2", "asks": 1, "first_side": "none"},
]
CHANGED = [
    MADE[0],
    {**MADE[1], "asks": 4, "first_side": "right"},
    {"kind": "new", "step": "steer.1", "asks": 6, "first_side": "left"},
]
DONE = [ask("halt.2"), *(ask("up-wt.2", "right") for _ in range(5)), ask("lead.3", "left")]


def told(planned: dict[str, object] | None) -> list[tuple[str, str, bool]]:
    raw = record_with([(1, DONE, [])]).model_dump(mode="json")
    raw["sessions"][0]["planned"] = planned
    record = HorseRecord.model_validate(raw)
    found = debrief(record, load_catalogue(), record.sessions[0]).planned
    return [(one.step, one.words, one.as_planned) for one in found]


def test_each_step_of_the_plan_stands_against_what_was_asked() -> None:
    assert told({"made": MADE, "changed": CHANGED}) == [
        ("halt.2", "planned 1 ask; 1 asked", True),
        ("up-wt.2", "planned 4 asks, worked out 6; 5 asked", False),
        ("steer.1", "you put it in, planned 6 asks; not asked", False),
        ("backup-g.2", "you left it out; not asked", False),
        ("lead.3", "not in the plan; 1 asked", False),
    ]


def test_a_plan_taken_as_it_was_and_a_session_without_one() -> None:
    assert told({"made": MADE}) == [
        ("halt.2", "planned 1 ask; 1 asked", True),
        ("up-wt.2", "planned 6 asks; 5 asked", True),
        ("backup-g.2", "planned 1 ask; not asked", False),
        ("lead.3", "not in the plan; 1 asked", False),
    ]
    assert told(None) == []
