"""A horse as a person enters it. Common practice, no source: temperament shifts texts and the first band."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ladder import Catalogue
from bucephal.planning import PlanRequest, plan_session
from bucephal.record import TEMPERAMENTS, DidBefore, HorseRecord, horse_from_form
from bucephal.record.horse_form import first_bands
from bucephal.words import arrival_words, plan_words
from tests.telling import light, record_with


def typed(catalogue: Catalogue, today: date, **fields: Any) -> Any:
    return horse_from_form({"name": "Sedge", **fields}, catalogue, today)


def test_what_it_did_and_its_own_bands_are_kept_as_typed(catalogue: Catalogue, today: date) -> None:
    horse = typed(
        catalogue, today, did_before=["walk", "harness"], bands={"default": [1, 4], "up-wt": [2, 3]}
    )
    assert horse.did_before == (DidBefore.WALK, DidBefore.HARNESS)
    assert horse.bands == {"default": (1, 4), "up-wt": (2, 3)}
    assert typed(catalogue, today).did_before is None
    assert typed(catalogue, today, did_before=[]).did_before == ()


@pytest.mark.parametrize(
    ("temperament", "own", "band"),
    [
        ({"go": "lazy"}, None, (1, 6)),
        ({"go": "sharp"}, None, (1, 4)),
        ({"nerve": "wary"}, None, None),
        ({}, None, None),
        ({"go": "sharp"}, (1, 3), (1, 3)),
    ],
)
def test_the_first_band_goes_by_the_temperament_where_none_is_typed(
    temperament: dict[str, str],
    own: tuple[int, int] | None,
    band: tuple[int, int] | None,
    catalogue: Catalogue,
    today: date,
) -> None:
    bands = {} if own is None else {"default": own}
    horse = first_bands(typed(catalogue, today, temperament=temperament, bands=bands))
    assert horse.bands.get("default") == band


@pytest.mark.parametrize(
    ("fields", "path"),
    [
        ({"temperament": {"go": "mad"}}, "horse.temperament.go"),
        ({"did_before": ["flew"]}, "horse.did_before[0]"),
        ({"bands": {"default": [4, 1]}}, "horse.bands.default"),
        ({"bands": {"no-such": [1, 4]}}, "horse.bands.no-such"),
    ],
)
def test_what_cannot_be_is_refused_by_its_field(
    fields: dict[str, Any], path: str, catalogue: Catalogue, today: date
) -> None:
    with pytest.raises(InvalidInput) as error:
        typed(catalogue, today, **fields)
    assert [one.path for one in error.value.problems] == [path]


def test_a_temperament_shifts_what_is_said_and_nothing_else(catalogue: Catalogue, today: date) -> None:
    record = record_with(light("halt.2", "lead.5", until=2))
    raw = record.model_dump(mode="json")
    raw["horse"]["temperament"] = {"go": "sharp", "nerve": "wary"}
    plain, sharp = (
        plan_session(one, catalogue, PlanRequest(on=today, minutes=40))
        for one in (record, HorseRecord.model_validate(raw))
    )
    assert sharp.items == plain.items
    said = set(sharp.cautions) - set(plain.cautions)
    assert said == {plan_words.TEMPERAMENTS["sharp"], plan_words.TEMPERAMENTS["wary"]}


def test_everything_that_can_be_chosen_has_its_words() -> None:
    assert set(arrival_words.DID_BEFORE) == set(DidBefore)
    assert {key: tuple(words) for key, words in arrival_words.TEMPERAMENTS.items()} == TEMPERAMENTS
    assert set(plan_words.TEMPERAMENTS) == {one for options in TEMPERAMENTS.values() for one in options}
