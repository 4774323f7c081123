"""A pack as it is sent holds what coaches have in common once, and can be put together again."""

from __future__ import annotations

from datetime import date

import pytest
from bucephal.coach import CompiledCoach
from bucephal.ladder import load_catalogue
from bucephal.pages import CompactPack, compact_pack, horse_facts, ring_pack
from bucephal.planning import PlanRequest, plan_session
from bucephal.progress import Standing
from bucephal.record import read_record
from tests.golden.golden import NAMES, record_file

ON = date(2026, 6, 15)


@pytest.mark.parametrize("name", NAMES)
def test_the_pack_can_be_put_together_again(name: str) -> None:
    catalogue = load_catalogue()
    record = read_record(record_file(name).read_text(encoding="utf-8"), catalogue, ON)
    standing, request = Standing(record, catalogue, ON), PlanRequest(on=ON, minutes=40, helper=True)
    plan = plan_session(record, catalogue, request, standing.tracks)
    pack = ring_pack(horse_facts(standing), plan, standing, request)
    text = compact_pack(pack).model_dump_json()
    sent = CompactPack.model_validate_json(text)
    together = [
        CompiledCoach.model_validate(
            {**one.own, **{part: sent.parts[place] for part, place in one.shared.items()}}
        )
        for one in sent.coaches
    ]
    assert tuple(together) == pack.coaches
    assert sent.pack == pack.model_copy(update={"coaches": ()})
    if len(pack.coaches) > 4:
        assert len(text) < 0.6 * len(pack.model_dump_json())
