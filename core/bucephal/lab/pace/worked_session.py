"""A planned session worked with a virtual horse, as the ring plays it: coach, climbs, the easy yes."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field

from bucephal.answers import HeardEntry, StepRule, came, is_accepted
from bucephal.coach import Advice, Coach, CoachSettings, SoFar
from bucephal.ladder import Catalogue, Side
from bucephal.planning import Climb, ItemAfter, ItemKind, PlanItem, SessionPlan, SideDose
from bucephal.record import Ask, Horse, Tension, band_for

MOST_ANSWERS = 20
"""A side of an item ends by its coach; a net for a coach that does not."""
ANY_BAND = (1, 10)
_NOT_ASKED_MORE = ("stop-danger", "body-flag")

Answer = Callable[[str, Side, int], Ask]
"""What the horse does: step, side, band top."""


@dataclass
class Working:
    """One session at the ring.

    Args:
        plan: the session.
        horse: whose bands and school hold.
        answer: gives the horse's answer to one ask.
    """

    plan: SessionPlan
    horse: Horse
    catalogue: Catalogue
    answer: Answer
    asks: list[Ask] = field(default_factory=list)
    worked: dict[str, list[list[Ask]]] = field(default_factory=dict)
    """By item, side by side: the answers to its own step, not to an easier one."""
    finishing: bool = False
    """The coach has said that an easy yes comes next."""
    climbed: int = 0
    elapsed_s: float = 0.0

    def work(self) -> list[Ask]:
        """Every item in turn; what it rests on must have come, and what is said is done."""
        for item in self.plan.items:
            if item.step is None or (self.finishing and item.kind is not ItemKind.EASY_YES):
                continue
            if all(map(self._has_come, item.after)):
                self._work_item(item)
        return self.asks

    def _work_item(self, item: PlanItem) -> None:
        climb = self._climb_after(item)
        exercise = self.catalogue.exercise(item.step or "")
        self.elapsed_s += exercise.rest_s if self.asks else 0
        self.elapsed_s += 0 if item.kind is ItemKind.CLIMB else exercise.set_up_s
        done = [list(self._work_side(item, dose, climb, place)) for place, dose in enumerate(item.sides)]
        self.worked[item.id] = [[ask for ask, _ in side if ask.step == item.step] for side in done]
        last = done[-1][-1][1] if done and done[-1] else None
        if last is not None and climb is not None and last.code == "go-up":
            self.climbed += 1
            self._work_item(climb.item)

    def _climb_after(self, item: PlanItem) -> Climb | None:
        if self.climbed >= self.plan.most_climbs:
            return None
        return next((climb for climb in self.plan.climbs if climb.after == item.id), None)

    def _work_side(
        self, item: PlanItem, dose: SideDose, climb: Climb | None, place: int
    ) -> Iterator[tuple[Ask, Advice]]:
        assert item.step is not None
        settings = self._settings(item, dose, climb, is_last=place == len(item.sides) - 1)
        coach, step = Coach(settings, self.catalogue), item.step
        for _ in range(MOST_ANSWERS):
            ask = self.answer(step, dose.side, settings.band[1])
            self.asks.append(ask)
            advice = coach.hear(heard(ask))
            yield ask, advice
            self.finishing = self.finishing or advice.finishes
            self.elapsed_s += self.catalogue.exercise(step).ask_s
            if advice.ends or advice.code in _NOT_ASKED_MORE:
                return
            if advice.code == "go-easier":
                step = self.catalogue.previous(item.step) or item.step

    def _settings(
        self, item: PlanItem, dose: SideDose, climb: Climb | None, *, is_last: bool
    ) -> CoachSettings:
        return CoachSettings(
            step=item.step or "", band=item.band or ANY_BAND, green=item.green,
            school=dict(self.horse.school), aim=dose.asks, cap=item.cap, side=dose.side,
            best_below=dose.best_below, other_side_done=is_last, most_tries=item.most_tries,
            climb_to=climb.item.step if climb is not None else None,
            sessions_before=item.sessions_before, minutes_left=self._minutes_left(),
            so_far=self._so_far(item, dose.side),
        )  # fmt: skip

    def _minutes_left(self) -> float:
        """Of the session: settling and putting away take what was planned for them."""
        frame = sum(item.minutes for item in self.plan.items if item.step is None)
        return self.plan.minutes_wanted - frame - self.elapsed_s / 60

    def _so_far(self, item: PlanItem, side: Side) -> SoFar:
        assert item.step is not None
        exercise = self.catalogue.exercise(item.step)
        own = [ask for ask in self.asks if self.catalogue.exercise(ask.step).id == exercise.id]
        both = exercise.cap_both is not None
        return SoFar(
            alarms=sum(ask.tension is Tension.ALARMED for ask in own),
            tries=sum(both or ask.side is side for ask in own),
        )

    def _has_come(self, one: ItemAfter) -> bool:
        sides = self.worked.get(one.item, [])
        return bool(sides) and all(self._row(one, side) >= one.row for side in sides)

    def _row(self, one: ItemAfter, side: list[Ask]) -> int:
        """The longest row of what counts; only the first where it has to come at once."""
        longest = row = 0
        for ask in side:
            rule = self._rule(ask)
            low_enough = one.up_to is None or (ask.level or 1) <= one.up_to
            good = is_accepted(ask, rule) if one.light else came(ask, rule) and low_enough
            if not good and one.at_once:
                break
            row = row + 1 if good else 0
            longest = max(longest, row)
        return longest

    def _rule(self, ask: Ask) -> StepRule:
        exercise, stage = self.catalogue.exercise(ask.step), self.catalogue.stage(ask.step)
        return StepRule(exercise, stage, band_for(self.horse, self.catalogue, ask.step))


def heard(ask: Ask) -> HeardEntry:
    """An ask as the coach hears it."""
    return HeardEntry.model_validate(ask.model_dump(include=set(HeardEntry.model_fields)))
