"""What a coach file must hold beyond its shape."""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.coach import CoachFile, check_coach_file
from bucephal.ladder import Catalogue
from bucephal.record.record_reader import read_model


def fields_refused(catalogue: Catalogue, **raw: Any) -> list[str]:
    found = check_coach_file({"step": "up-wt.2", "band": [1, 5], **raw}, catalogue)
    return [problem.path for problem in found]


def test_a_band_of_one_level_stands_and_one_upside_down_does_not(catalogue: Catalogue) -> None:
    assert fields_refused(catalogue, band=[3, 3]) == []
    assert fields_refused(catalogue, band=[4, 3]) == ["band"]


@pytest.mark.parametrize("band", [[3], [1, 2, 3], [], ["1", 3]])
def test_a_band_that_is_none_is_refused_by_name(band: list[Any], catalogue: Catalogue) -> None:
    raw = {"step": "up-wt.2", "band": band}
    with pytest.raises(InvalidInput) as refusal:
        read_model(raw, CoachFile, check_coach_file(raw, catalogue))
    assert all(problem.path.startswith("band") for problem in refusal.value.problems)


def test_a_side_that_the_step_has_not_is_refused(catalogue: Catalogue) -> None:
    for side in ("left", "right"):
        assert fields_refused(catalogue, step="halt.2", side=side) == ["side"]
        assert fields_refused(catalogue, side=side) == []
    assert fields_refused(catalogue, side="none") == []
