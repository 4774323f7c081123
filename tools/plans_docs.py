"""The page that explains six plans: those of the demo's horses on one day, worked out when it is written."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from pathlib import Path

from bucephal.ladder import load_catalogue
from bucephal.planning import PlanItem, PlanRequest, SessionPlan, plan_session
from bucephal.progress import Standing
from bucephal.record import HorseRecord, read_record
from bucephal.words.ages import age_text
from bucephal.words.figures import date_in_full, halves

RECORDS = Path(__file__).resolve().parent.parent / "core/tests/golden/horses"
ON = date(2026, 6, 15)
WHY_NOT = 3
STORIES = {
    # horse: (minutes, helper, what it is here for)
    "quill": (35, True, "is being started for trekking; she is to go quietly in front on the sands"),
    "harrow": (40, True, "comes out of harness into riding: standing, halts, a light trot, hacking alone"),
    "pipit": (20, False, "is worked from the ground, and learns to go over boards"),
    "domino": (50, False, "is back in work after seven months' rest; what counts is load and settling"),
    "vesper": (
        45,
        True,
        "goes well in all gaits and learns to move sideways, for gates; the right is stiffer",
    ),
    "thimble": (12, False, "is handled only, a quarter of an hour at most"),
}
HEAD = f"""# Six plans explained

The plans of the demo's six horses for {date_in_full(ON)}, as `bucephal plan` works them out of their records
(invented, frozen under `core/tests/golden/horses`). `make schema` writes this page and the checks compare
it, so that what it says is what the planner does. The rules stand in [planning.md](planning.md).

What to look for: settling first and by this horse's own times; what is checked because today's work needs
it; no more than one thing never asked; something easy last; and what the body bears, which goes before all
of it.
"""


def plans_explained() -> str:
    catalogue = load_catalogue()
    parts = [HEAD]
    for name, (minutes, helper, story) in STORIES.items():
        text = (RECORDS / f"{name}.record.json").read_text(encoding="utf-8")
        record = read_record(text, catalogue, ON)
        request = PlanRequest(on=ON, minutes=minutes, helper=helper)
        plan = plan_session(record, catalogue, request)
        standing = Standing(record, catalogue, ON)
        parts.append("\n".join(_told(record, plan, standing, request, story)))
    return "\n".join(parts)


def _told(
    record: HorseRecord, plan: SessionPlan, standing: Standing, request: PlanRequest, story: str
) -> Iterator[str]:
    horse, age = record.horse, age_text(standing.age_months)
    goals = "; ".join(standing.catalogue.full_name(goal.step) for goal in record.goals)
    helper = "with a helper" if request.helper else "alone"
    yield f"## {horse.name}\n"
    yield f"{horse.name}, {age}, {story}. Goal: {goals}."
    yield f"{len(record.sessions)} sessions so far; {request.minutes} minutes, {helper}.\n"
    minutes = f"{halves(plan.minutes)} min, schooling {halves(plan.schooling_minutes)} min"
    yield f"**{plan.headline}.** {minutes}.\n"
    if plan.nothing_new:
        yield f"Nothing new: {plan.nothing_new}.\n"
    yield "| | what | min | why |\n| --- | --- | --- | --- |"
    yield from (_row(item) for item in plan.items)
    yield ""
    if plan.climbs:
        steps = ", ".join(f"{climb.item.name}: {climb.item.stage}" for climb in plan.climbs)
        yield "May follow at once, where what is below it came light and calm, at most "
        yield f"{plan.most_climbs} of: {steps}.\n"
    if plan.left_out:
        yield f"Why not ({len(plan.left_out)} in all; the first of them):\n"
        yield from (f"- *{left.name}*: {left.why.text}" for left in plan.left_out[:WHY_NOT])
        yield ""
    yield "What its body bears:\n"
    yield from (f"- {line.name}: {line.words}" for line in plan.body)
    yield ""


def _row(item: PlanItem) -> str:
    stage = f", {item.stage}" if item.stage else ""
    return f"| {item.kind_words} | {item.name}{stage} | {halves(item.minutes)} | {item.why.text} |"
