"""Writes what is generated from the core: OpenAPI, TypeScript types, record schema, coach vectors,
sample answers for the interface's tests, the user documentation of the ladder.

python tools/generate.py           writes
python tools/generate.py --check   fails if anything committed is stale
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path
from random import Random
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from bucephal.coach import CoachSettings
    from bucephal.ladder import Catalogue

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT), str(ROOT / "server"), str(ROOT / "core")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bucephal_server.settings")

from tests.golden.golden import rounded  # noqa: E402

from tools.ground_docs import ground_docs  # noqa: E402
from tools.ladder_docs import ladder_docs  # noqa: E402
from tools.plans_docs import plans_explained  # noqa: E402

API = ROOT / "web/src/shared/api"
VECTOR_ANSWERS: tuple[list[Any], ...] = (
    [8, 6, 5, 4, 2, 2, 3],
    [9, 10, 4, 2],
    [7, 7, 7, 3, 3],
    [-6, 4, -5, 2],
    [{"tension": "alarmed"}, 2, {"tension": "alarmed"}],
    [{"level": 5, "over": True}] * 3,
    [{"level": 2, "correct": "no", "faults": ["slow"]}] * 3,
    [{"event": "buck"}, {"event": "stumble"}, {"event": "rear"}],
    [{"level": 2, "tension": "tight"}, 2, 2, 2],
    [1, 1, 1],
    [{"let_go_s": 50}, {"let_go_s": 9}, {"answered": False}],
    [{"extent": 0.5}, {"extent": 2}, {"extent": 12.5, "tension": "tight"}],
)
VECTOR_SETTINGS: tuple[dict[str, Any], ...] = (
    {"step": "up-wt.3", "band": (1, 3), "aim": 3, "cap": 8, "side": "left"},
    {"step": "up-wt.2", "band": (1, 5), "aim": 2, "cap": 3, "green": True, "best_below": 2, "side": "left"},
    {"step": "touch.2", "band": (1, 10), "aim": 1, "cap": 8, "side": "right", "other_side_done": True},
    {"step": "halt.3", "band": (1, 5), "aim": 2, "cap": 8, "minutes_left": 0},
    {"step": "canter.2", "band": (1, 5), "aim": 3, "cap": 4, "green": True, "side": "left",
     "sessions_before": 2, "so_far": {"dangers": 1, "tights": 1, "stumbles": 1},
     "climb_to": "canter.3", "most_tries": 8, "other_side_done": True},
    {"step": "leg-yield.2", "band": (1, 5), "aim": 3, "cap": 8, "green": True, "side": "right",
     "so_far": {"alarms": 1, "tired": 1}},
    {"step": "lunge.2", "band": (1, 5), "aim": 2, "cap": None, "green": True, "side": "right",
     "other_side_done": True, "climb_to": "lunge.3", "comes_next": "Back up"},
    {"step": "hip-g.2", "band": (1, 5), "aim": 2, "cap": 6, "green": True, "side": "left",
     "other_side_done": True, "climb_to": "hip-g.3", "most_tries": 12, "so_far": {"tries": 7}},
    {"step": "trot-range.1", "band": (1, 10), "aim": 2, "cap": 6, "green": True, "side": "left"},
    {"step": "jump.1", "band": (1, 3), "aim": 2, "cap": 4, "side": "none", "so_far": {"tights": 2}},
    {"step": "hip-g.3", "band": (1, 5), "aim": 1, "cap": 6, "green": True, "side": "right", "probe": True,
     "other_side_done": True, "so_far": {"alarms": 1}, "comes_next": "Back up"},
)  # fmt: skip
DRAWN_PATHS = 12


def as_text(data: Any) -> str:
    return json.dumps(data, indent=1, ensure_ascii=False) + "\n"


def openapi() -> tuple[str, str]:
    """The API described, and which one it is: what a device keeps of another one is not read again."""
    import django

    django.setup()
    from bucephal_server.api import described, edition_of

    return described(), edition_of(described())


def record_schema() -> str:
    from bucephal.record import record_schema as schema

    return as_text(schema())


def coach_vectors() -> str:
    """What the core advises on some answers, and the tables from which a device must say the same."""
    from bucephal.ladder import load_catalogue

    catalogue = load_catalogue()
    return json.dumps([_coach_case(raw, catalogue) for raw in VECTOR_SETTINGS], ensure_ascii=False) + "\n"


def _coach_case(raw: dict[str, Any], catalogue: Catalogue) -> dict[str, Any]:
    from bucephal.coach import CoachSettings, compile_coach

    settings = CoachSettings.model_validate(raw)
    two_sided = len(catalogue.exercise(settings.step).side_names) > 1
    return {
        "coach": compile_coach(settings, catalogue).model_dump(mode="json"),
        "otherSideWaits": two_sided and not settings.other_side_done,
        "timeIsUp": settings.minutes_left is not None,
        "soFar": settings.so_far.model_dump(),
        "climbs": settings.climb_to is not None,
        "side": settings.side,
        "next": settings.comes_next or "",
        "paths": [
            _coach_path(settings, answers, catalogue)
            for answers in (*VECTOR_ANSWERS, *_drawn_answers(settings.step, catalogue))
        ],
    }


def _drawn_answers(step: str, catalogue: Catalogue) -> Iterator[list[Any]]:
    """Answers with what goes wrong in them, drawn with a seed."""
    chance = Random(step)
    codes = [fault.code for fault in catalogue.exercise(step).faults]
    for _ in range(DRAWN_PATHS):
        yield [
            {"event": chance.choice(("buck", "stumble", "spook", "uneven"))}
            if chance.random() < 0.1
            else {
                "level": chance.randint(1, 10),
                "answered": chance.random() < 0.8,
                "tension": chance.choice(("calm", "calm", "calm", "tight", "alarmed")),
                "correct": chance.choice(("yes", "yes", "yes", "nearly", "no")),
                "over": chance.random() < 0.1,
                "faults": chance.sample(codes, k=chance.choice((0, 1, 1, 2))),
            }
            for _ in range(10)
        ]


def _coach_path(settings: CoachSettings, answers: list[Any], catalogue: Catalogue) -> dict[str, Any]:
    """The advice, and beside it how each answer is drawn and called."""
    from bucephal.answers import HeardEntry, classify, mark_at_the_ring, signal_rules, signal_words
    from bucephal.coach import advise
    from bucephal.coach.advice import URGENT, measured_texts
    from bucephal.words.coach_words import fill

    rule = settings.rule(catalogue)
    rules, measured = signal_rules(rule), measured_texts(rule)
    entries = [
        HeardEntry.model_validate(one if isinstance(one, dict) else {"level": abs(one), "answered": one > 0})
        for one in answers
    ]
    told = []
    for entry, advice in zip(entries, advise(settings, entries, catalogue), strict=True):
        signal = classify(entry, rules)
        figures = {"level": str(entry.level), "measured": measured.of(entry)}
        called = fill(signal_words(signal.kind, with_level=entry.level is not None), figures)
        fields = {
            "code",
            "accepted",
            "heavy",
            "came",
            "say",
            "reason",
            "row",
            "tries",
            "ends",
            "finishes",
            "wait_s",
            "may_climb",
        }
        told.append(
            advice.model_dump(mode="json", include=fields)
            | {"urgent": advice.code in URGENT, "mark": mark_at_the_ring(signal), "said": called}
        )
    return {"entries": [entry.model_dump(mode="json") for entry in entries], "advice": told}


def _of_the_ground(standing: Any) -> dict[str, Any]:
    """What the API would answer of a set-up in a place, and of what was seen of a horse there."""
    from bucephal.ground import arena_from, catalogue_of_set_ups, lay_out
    from bucephal.ladder import Side
    from bucephal.pages import arena_seen
    from bucephal.record import Ask, Event, EventKind
    from bucephal.words.wedge_words import corner

    place = arena_from("20x40")
    turned = [Ask(step="line.1", side=Side.LEFT, extent=metres, spot=corner("M")) for metres in (3, 2)]
    spooked = Event(kind=EventKind.SPOOK, thing="tractor", spot="at C")
    last = standing.record.sessions[-1].model_copy(update={"asks": turned, "events": (spooked,)})
    record = standing.record.model_copy(update={"sessions": (last,)})
    set_ups = [
        {"code": code, "name": name, "words": line, "is_figure": is_figure}
        for code, name, line, is_figure in catalogue_of_set_ups()
    ]
    own = {"id": "00000000-0000-4000-8000-000000000001", "edition": "one", "is_yards": True, "place": place}
    other = {"id": "20x60", "edition": "", "is_yards": False, "place": arena_from("20x60")}
    seen = arena_seen(record, standing.catalogue, place)
    return {
        "ground": {"places": [own, other], "set_ups": set_ups},
        "layout": lay_out("two-marker", place, {}).model_dump(mode="json", by_alias=True),
        "layoutTooWide": lay_out("two-marker", place, {"between_m": 27}).model_dump(
            mode="json", by_alias=True
        ),
        "groundOfHorse": {"seen": seen, "values": {"gait": "trot"}},
    }


def sample_answers() -> str:
    """What the API would answer about one virtual horse: what the interface's tests are shown."""
    from datetime import date, time

    from bucephal.lab.virtual_horse import simulate_record
    from bucephal.ladder import YardLadder, load_catalogue, next_number, source_of
    from bucephal.pages import (
        CompareBy,
        CompareWish,
        HistoryWish,
        ReportWish,
        WorkedDays,
        arrival,
        compare_choices,
        comparison,
        debrief,
        flag_page,
        history,
        horse_facts,
        horse_ladder,
        horse_sheet,
        look_page,
        owner_report,
        plan_page,
        plan_today,
        step_chart,
        step_guide,
        yard_page,
    )
    from bucephal.pages import session_lines as lines_of
    from bucephal.planning import PlanChanges, PlanRequest, plan_session
    from bucephal.progress import Standing, goal_forecast
    from bucephal.record import (
        Background,
        Busy,
        ClearedBy,
        ConditionScore,
        Event,
        EventKind,
        Flag,
        FlagCode,
        Goal,
        PainCheck,
        PainSign,
        SessionKind,
        Visit,
        YardDefaults,
    )
    from bucephal.words.ages import age_text
    from bucephal.yard_day import Hours, YardDay

    catalogue, on = load_catalogue(), date(2026, 6, 15)
    made = simulate_record(18, catalogue, sessions=9, end=date(2026, 6, 12))
    record = made.model_copy(update={"goals": (Goal(step="canter.1"),)})
    standing = Standing(record, catalogue, on)
    facts = horse_facts(standing)
    plan, helped = (
        plan_session(record, catalogue, PlanRequest(on=on, minutes=35, helper=helper), standing.tracks)
        for helper in (False, True)
    )
    farrier = Busy(date=date(2026, 6, 17), what=Visit.FARRIER)
    worked = WorkedDays(
        facts=facts, plan=plan, helped=helped, days=(), age_months=standing.age_months, busy=(farrier,)
    )
    hours = Hours(starts=time(10), ends=time(12))
    day = YardDay(on=on, helper=hours, air_c=33, humidity_pct=60, wind_ms=3)
    horse = record.horse.model_copy(update={"background": Background.FROM_RACING})
    came = record.model_copy(update={"horse": horse, "sessions": (), "goals": ()})
    tried = [one.model_copy(update={"kind": SessionKind.ASSESSMENT}) for one in record.sessions[:2]]
    placed = came.model_copy(update={"sessions": (*tried, *record.sessions[2:])})
    steer = source_of(YardLadder(), "steer")
    assert steer is not None
    empty = record.model_copy(update={"sessions": (), "goals": ()})
    stumbles = tuple(Event(kind=EventKind.STUMBLE) for _ in range(2))
    stumbled = record.sessions[-1].model_copy(update={"events": stumbles})
    found = {"cleared_on": date(2026, 6, 14), "cleared_by": ClearedBy.VET, "found": "an old splint, settled"}
    uneven = Flag(code=FlagCode.UNEVEN, raised_on=date(2026, 6, 10), by_hand=True, note="head nods", **found)
    flagged = record.model_copy(update={"sessions": (*record.sessions[:-1], stumbled), "flags": (uneven,)})
    seen = PainCheck(on=date(2026, 6, 10), signs=frozenset(list(PainSign)[:3]))
    score = ConditionScore(on=date(2026, 6, 10), score=8)
    looked = record.model_copy(update={"pain_checks": (seen,), "condition_scores": (score,)})
    answers: dict[str, Any] = {
        **_of_the_ground(standing),
        "horses": {"horses": [facts]},
        "today": plan_today([worked], day, now=time(9, 20)),
        "plan": plan_page(facts, plan, PlanChanges()),
        "sheet": horse_sheet(record, catalogue, on, standing.tracks),
        "history": history(standing, HistoryWish()),
        "compared": {
            "choices": compare_choices(standing),
            "comparison": comparison(standing, CompareWish(by=CompareBy.SIDES)),
        },
        "report": owner_report(record, catalogue, ReportWish(first=date(2026, 5, 1), last=on), on),
        "emptySheet": horse_sheet(empty, catalogue, on),
        "step": step_chart(standing, "up-wt.2"),
        "stepNeverAsked": step_chart(standing, "canter.1"),
        "forecast": goal_forecast(standing, "up-wt.2", 3.0),
        "forecastWithoutClaim": goal_forecast(standing, "canter.1", 3.0),
        "sessions": lines_of(record, catalogue),
        "ladder": horse_ladder(standing),
        "guide": step_guide(standing, "up-wt.2"),
        "guideClosed": step_guide(standing, "canter.1"),
        "arrival": arrival(Standing(came, catalogue, on)),
        "arrivalPlaced": arrival(Standing(placed, catalogue, on)),
        "yard": yard_page(YardDefaults(), catalogue),
        "weather": {"on": str(on), "air_c": 9.5, "humidity_pct": 71, "wind_ms": 8.4, "simulated": True},
        "exercise": {
            "exercise": steer,
            "edition": "as it ships",
            "next_number": next_number(steer),
            "clock_s": None,
        },
        "profile": {
            "id": record.horse.id,
            "profile": horse,
            "height": "14.2 hh (147 cm)",
            "age": age_text(standing.age_months),
            "weight": None,
            "usual_minutes": 35,
            "goals": [],
            "edition": "as it was shown",
        },
        "debrief": debrief(record, catalogue, record.sessions[-1]),
        "flags": flag_page(Standing(flagged, catalogue, on)),
        "look": look_page(Standing(looked, catalogue, on)),
    }
    plain = json.loads(json.dumps(answers, default=lambda one: one.model_dump(mode="json")))
    return json.dumps(rounded(plain), ensure_ascii=False) + "\n"


def typescript(schema: Path, target: Path) -> None:
    command = ["npx", "openapi-typescript", str(schema), "-o", str(target)]
    subprocess.run(
        command, cwd=ROOT / "web", check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL
    )


def main() -> None:
    described, edition = openapi()
    written = {
        API / "openapi.json": described,
        API / "schemaHash.generated.ts": f'export const SCHEMA = "{edition}";\n',
        ROOT / "server/bucephal_server/edition.generated.txt": f"{edition}\n",
        ROOT / "docs/horse-record.schema.json": record_schema(),
        ROOT / "web/src/features/ring/coachVectors.generated.json": coach_vectors(),
        ROOT / "web/src/shared/testing/sampleAnswers.generated.json": sample_answers(),
        **ground_docs(ROOT / "docs"),
        **ladder_docs(ROOT / "docs/ladder"),
        ROOT / "docs/plans-explained.md": plans_explained(),
    }
    types = API / "schema.generated.ts"
    if "--check" not in sys.argv:
        for path, text in written.items():
            path.parent.mkdir(exist_ok=True)
            path.write_text(text)
        typescript(API / "openapi.json", types)
        return
    stale = [path for path, text in written.items() if not path.exists() or path.read_text() != text]
    fresh = types.with_name("schema.check.ts")
    try:
        typescript(API / "openapi.json", fresh)
        if not types.exists() or fresh.read_text() != types.read_text():
            stale.append(types)
    finally:
        fresh.unlink(missing_ok=True)
    if stale:
        names = ", ".join(str(path.relative_to(ROOT)) for path in stale)
        sys.exit(f"stale, run `make schema`: {names}")


if __name__ == "__main__":
    main()
