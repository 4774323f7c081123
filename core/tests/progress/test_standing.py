"""Where a horse stands on the ladder: needs, sides, vouching, age. Common practice, no source."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date

import pytest
from bucephal.ladder import Catalogue, Gate, Need, Side
from bucephal.pages import horse_sheet
from bucephal.progress import Standing, StepState
from bucephal.record import HorseRecord
from bucephal.record.models import Overridden, Override

Build = Callable[..., HorseRecord]
BOTH = ("left", "right")


def light(
    step: str, sides: tuple[str, ...] = BOTH, days: int = 6, level: int = 2
) -> list[tuple[int, str, str, list[int]]]:
    """A step asked lightly on some days, every other day."""
    return [(2 * n + 2, step, side, [level, level]) for n in range(days) for side in sides]


def standing_of(record: HorseRecord, catalogue: Catalogue, today: date) -> Standing:
    return Standing(record, catalogue, today)


def test_nothing_asked_leaves_only_the_beginning_open(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    standing = standing_of(record_of([]), catalogue, today)
    opened = [step for step in catalogue.steps if standing.state(step) is StepState.OPEN]
    assert opened == ["catch.1"]
    assert "not asked yet" in standing.step("lead.1").why


def test_one_side_alone_is_not_enough(record_of: Build, catalogue: Catalogue, today: date) -> None:
    standing = standing_of(record_of(light("up-wt.2", ("left",), days=12)), catalogue, today)
    assert standing.side_state(standing.tracks.get("up-wt.2", Side.LEFT)) is StepState.CONFIRMED
    assert standing.state("up-wt.2") is StepState.LEARNING


def test_a_later_stage_vouches_for_the_earlier_ones(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    standing = standing_of(record_of(light("halt.3", ("none",), days=16)), catalogue, today)
    assert standing.state("halt.3") is StepState.CONFIRMED
    assert standing.state("halt.1") is StepState.CONFIRMED
    assert standing.step("halt.2").vouched_by == "halt.3"
    assert standing.meets(Need(step="halt.2", gate=Gate.CONFIRMED))


def test_a_confirmed_gate_is_not_opened_by_ready(record_of: Build, catalogue: Catalogue, today: date) -> None:
    standing = standing_of(record_of(light("backup-g.1", ("none",), days=2)), catalogue, today)
    assert standing.state("backup-g.1") is StepState.READY
    assert standing.state("hip-g.1") is StepState.CLOSED
    (missing,) = standing.missing("hip-g.1")
    assert missing.wanted == 0.90  # backing is a safety exercise: the stricter rule
    assert missing.lacks == "wants one more day that begins well"


def test_an_age_below_the_least_rests_a_step(record_of: Build, catalogue: Catalogue, today: date) -> None:
    # Common practice, no source: a horse of 24 to 36 months is not ridden.
    standing = standing_of(record_of(light("halt.2", ("none",)), born="2024-01-01"), catalogue, today)
    assert standing.state("halt.2") is StepState.RESTING
    assert "ridden work from 3 years" in standing.step("halt.2").why


@pytest.mark.parametrize(("born", "opened"), [("2023-11-01", True), ("2024-06-01", False)])
def test_a_trainer_may_open_ridden_work_from_thirty_months_with_a_reason(
    born: str, opened: bool, record_of: Build, catalogue: Catalogue, today: date
) -> None:
    override = Override(step="walk-on.1", state=Overridden.OPEN, reason="strong, minutes only", on=today)
    record = record_of([], born=born).model_copy(update={"overrides": (override,)})
    assert (Standing(record, catalogue, today).state("walk-on.1") is StepState.OPEN) is opened


def test_an_override_is_kept_with_its_reason(record_of: Build, catalogue: Catalogue, today: date) -> None:
    override = Override(step="lead.3", state=Overridden.CONFIRMED, reason="leads like a lamb", on=today)
    record = record_of([]).model_copy(update={"overrides": (override,)})
    standing = Standing(record, catalogue, today)
    assert standing.state("lead.3") is StepState.CONFIRMED
    assert standing.step("lead.3").overridden == "leads like a lamb"
    assert standing.state("stand.1") is StepState.OPEN


def test_estimates_say_how_sure_they_are(record_of: Build, catalogue: Catalogue, today: date) -> None:
    few, many = (
        Standing(record_of(light("up-wt.2", days=days)), catalogue, today).estimates()[0] for days in (1, 10)
    )
    assert few.asks == 2
    assert few.high is not None
    assert few.low is not None
    assert many.high is not None
    assert many.low is not None
    assert few.high - few.low > many.high - many.low
    assert few.sure < many.sure
    assert few.p_next is None  # not asked on the day in question


def test_the_sheet_claims_a_side_only_when_it_can(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    few = [
        (n, "up-wt.2", side, [level, level]) for n in (6, 4, 2) for side, level in (("left", 2), ("right", 5))
    ]
    many = [
        (2 * n, "up-wt.2", side, [level, level])
        for n in range(1, 9)
        for side, level in (("left", 2), ("right", 5))
    ]
    cannot, can = (horse_sheet(record_of(asks), catalogue, today) for asks in (few, many))
    assert cannot.board[0].gap is None
    assert "Cannot tell yet, left or right" in cannot.sentences[0]
    gap = can.board[0].gap
    assert gap is not None
    assert (gap.heavier, gap.claimed) == (Side.RIGHT, True)
    assert "the right is heavier" in can.sentences[0]


def test_an_empty_record_gives_an_empty_sheet(record_of: Build, catalogue: Catalogue, today: date) -> None:
    sheet = horse_sheet(record_of([]), catalogue, today)
    assert (sheet.board, sheet.parts, sheet.since) == ((), (), ())
    assert sheet.facts.days_off is None
