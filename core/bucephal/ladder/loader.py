"""Builds the ladder that a horse is worked by: the files, then the yard's own, then the school."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from functools import lru_cache
from graphlib import CycleError, TopologicalSorter
from typing import Any

from bucephal.base.errors import Problem
from bucephal.ladder.catalogue import Catalogue
from bucephal.ladder.graph_checks import check_catalogue
from bucephal.ladder.library import Blueprint, Library, library_from, load_library
from bucephal.ladder.models import MINUTES, CueFamily, Exercise, Fault, Need, RiderFault, Stage
from bucephal.ladder.schools import SchoolChange, SchoolOption, options_in_force, resolve
from bucephal.ladder.source import ExerciseSource, FaultSource, StageSource, YardLadder
from bucephal.ladder.terms import CountsAs, Gait, Gate, Origin, StepKind, TakenWith

TOLERANCE_FIRST_STAGE_S = 60.0
TOLERANCE_LATER_STAGE_S = 30.0
_BY_UNIT = {"s": TakenWith.CLOCK, MINUTES: TakenWith.RIDE_CLOCK}
"""With what a measure is taken where nothing else is said."""
_STAGE_FIELDS = ("name", "does", "looks", "set_ups", "kit", "cautions", "demands")
_EXERCISE_FIELDS = ("name", "ask", "set_ups", "kit", "cautions", "demands")
_FAULT_FIELDS = (
    "looks", "first", "second", "counts_as", "then", "from_stage", "after_sessions", "stays_calm",
)  # fmt: skip


def load_catalogue(yard: YardLadder | None = None, school: Mapping[str, str] | None = None) -> Catalogue:
    """The ladder that ships, with what a yard adds to it and under a school.

    Raises:
        LadderFault: if the data contradict themselves (all findings at once).
    """
    return _shipped(
        yard.model_dump_json() if yard is not None else "{}", tuple(sorted((school or {}).items()))
    )


@lru_cache(maxsize=64)
def _shipped(yard: str, school: tuple[tuple[str, str], ...]) -> Catalogue:
    return build(Blueprint(load_library(), YardLadder.model_validate_json(yard)), dict(school))


def under(catalogue: Catalogue, school: Mapping[str, str]) -> Catalogue:
    """The same ladder under a school; the catalogue itself if nothing would change."""
    blueprint = catalogue.blueprint
    if resolve(blueprint.library.schools, school) == catalogue.school:
        return catalogue
    if blueprint.library is load_library():
        return load_catalogue(blueprint.yard, school)
    return build(blueprint, school)


def build_catalogue(phases: Iterable[dict[str, Any]], tables: dict[str, dict[str, Any]]) -> Catalogue:
    """A ladder from documents like those that ship (tests, tools).

    Raises:
        LadderFault: naming every contradiction found.
    """
    return build(Blueprint(library_from(phases, tables), YardLadder()), {})


def build(blueprint: Blueprint, school: Mapping[str, str]) -> Catalogue:
    """Raises:
    LadderFault: naming every contradiction found.
    """
    library, yard = blueprint.library, blueprint.yard
    resolved = resolve(library.schools, school)
    options = options_in_force(library.schools, resolved)
    changes = [change for option in options for change in option.changes]
    sources = [
        (phase, _under_school(source, changes), origin)
        for phase, source, origin in _with_own(library.exercises, yard)
    ]
    builder = _Builder(library, yard, changes, {source.id: source for _, source, _ in sources})
    catalogue = Catalogue(
        exercises=_aged(tuple(builder.exercise(*one) for one in sources)),
        phases=library.phases,
        families=builder.families,
        rider_faults=_rider_faults(library, changes),
        school=resolved,
        prefers=_preferred(options),
        missing_kit=yard.missing_kit,
        blueprint=blueprint,
    )
    check_catalogue(catalogue, builder.findings, fault_rows_for=library.exercise_faults)
    return catalogue


def _with_own(
    shipped: Iterable[tuple[str, ExerciseSource]], yard: YardLadder
) -> Iterator[tuple[str, ExerciseSource, Origin]]:
    """The exercises of each phase, the yard's versions in their places, its own at the end of the phase."""
    rows, own = list(shipped), {one.id: one for one in yard.exercises}
    ids = {source.id for _, source in rows}
    for index, (phase, source) in enumerate(rows):
        changed = own.get(source.id)
        yield phase, changed or source, Origin.CHANGED if changed is not None else Origin.SHIPPED
        if index + 1 == len(rows) or rows[index + 1][0] != phase:
            yield from ((one.phase, one, Origin.OWN) for one in own.values()
                        if one.phase == phase and one.id not in ids)  # fmt: skip


def _preferred(options: Iterable[SchoolOption]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(name for option in options for name in option.prefers))


# --- what a school changes -------------------------------------------------------------------


def _under_school(source: ExerciseSource, changes: Iterable[SchoolChange]) -> ExerciseSource:
    for change in changes:
        if change.exercise == source.id:
            source = source.model_copy(update=change.fields(*_EXERCISE_FIELDS))
        elif change.step is not None and change.step.rpartition(".")[0] == source.id:
            stages = tuple(
                _changed_stage(stage, change) if change.step == f"{source.id}.{stage.number}" else stage
                for stage in source.stages
            )
            source = source.model_copy(update={"stages": stages})
    return source


def _changed_stage(stage: StageSource, change: SchoolChange) -> StageSource:
    kept = [need for need in stage.needs if need.rstrip("!") not in change.needs_drop]
    needs = tuple(dict.fromkeys((*kept, *change.needs_add)))
    return stage.model_copy(update={**change.fields(*_STAGE_FIELDS), "needs": needs})


def _rider_faults(library: Library, changes: Iterable[SchoolChange]) -> dict[str, RiderFault]:
    faults = list(library.rider_faults.values())
    for change in changes:
        if change.rider_fault is not None and change.becomes is not None:
            faults = [_renamed(one, change) if one.code == change.rider_fault else one for one in faults]
    return {one.code: one for one in faults}


def _renamed(fault: RiderFault, change: SchoolChange) -> RiderFault:
    return fault.model_copy(update={"code": change.becomes, "looks": change.words or fault.looks})


# --- exercises and stages --------------------------------------------------------------------


class _Builder:
    """Turns sources into exercises; what cannot be turned is kept as findings."""

    def __init__(
        self,
        library: Library,
        yard: YardLadder,
        changes: list[SchoolChange],
        sources: Mapping[str, ExerciseSource],
    ) -> None:
        self.library = library
        self.clock_s = yard.clock_s
        self.changes = changes
        self.findings: list[Problem] = []
        self.families = self._families(yard)
        self.last_stage = {name: _last_number(source) for name, source in sources.items()}

    def _families(self, yard: YardLadder) -> dict[str, CueFamily]:
        levels = {one.family: one.levels for one in self.changes if one.family and one.levels}
        words = {**levels, **yard.scales}
        return {
            key: family.model_copy(update={"levels": tuple(words[key])}) if key in words else family
            for key, family in self.library.families.items()
        }

    def _find(self, path: str, field: str, value: Any, reason: str, allowed: Iterable[str]) -> None:
        self.findings.append(Problem(f"{path}.{field}", value, reason, ", ".join(allowed)))

    def exercise(self, phase: str, source: ExerciseSource, origin: Origin) -> Exercise:
        return Exercise(
            id=source.id,
            phase=phase,
            name=source.name,
            short=source.short or source.name[:18],
            origin=origin,
            kind=source.kind,
            sides=source.sides,
            cap=source.cap,
            cap_both=source.cap_both,
            kit=source.kit,
            family=source.family,
            safety=source.safety,
            unit=source.unit,
            counted=source.counted,
            taken_with=source.taken_with or _BY_UNIT.get(source.unit or ""),
            compare=source.compare,
            ask=source.ask,
            good_for=source.good_for,
            minutes=source.minutes,
            ask_s=source.ask_s,
            clock_s=self.clock_s.get(source.id),
            rest_s=source.rest_s,
            set_up_s=source.set_up_s,
            faults=tuple(self._faults(source)),
            stages=tuple(self._stage(source, index) for index in range(len(source.stages))),
        )

    def _stage(self, source: ExerciseSource, index: int) -> Stage:
        stage = source.stages[index]
        step = f"{source.id}.{stage.number}"
        gait = stage.gait or source.gait
        ridden = source.ridden if stage.ridden is None else stage.ridden
        usual_s = TOLERANCE_FIRST_STAGE_S if index == 0 else TOLERANCE_LATER_STAGE_S
        own_demands = source.demands if stage.demands is None else stage.demands
        set_ups = source.set_ups if stage.set_ups is None else stage.set_ups
        codes = {
            "set_ups": self._known(step, "set_ups", set_ups, self.library.set_ups),
            "cautions": self._known(
                step, "cautions", (*source.cautions, *(stage.cautions or ())), self.library.cautions
            ),
            "demands": self._known(
                step, "demands", _demands(own_demands, gait, ridden), self.library.demands
            ),
        }
        return Stage(
            step=step,
            number=stage.number,
            name=stage.name,
            does=stage.does,
            looks=stage.looks,
            needs=tuple(self._needs(source, index)),
            kit=source.kit if stage.kit is None else stage.kit,
            archived=stage.archived or source.archived,
            band=stage.band,
            gait=gait,
            helper=stage.helper,
            least_age_months=max((one.months for one in codes["demands"]), default=0),
            ridden=ridden,
            exciting=source.exciting if stage.exciting is None else stage.exciting,
            own_day=stage.own_day,
            target=stage.target,
            within_s=stage.within_s or (usual_s if source.kind is StepKind.TOLERANCE else None),
            **codes,
        )

    def _known(
        self, path: str, field: str, codes: Iterable[str], table: Mapping[str, Any]
    ) -> tuple[Any, ...]:
        known = []
        for code in dict.fromkeys(codes):
            if code in table:
                known.append(table[code])
            elif table:
                self._find(path, field, code, "is not known", table)
        return tuple(known)

    def _needs(self, source: ExerciseSource, index: int) -> Iterator[Need]:
        before = next((one for one in reversed(source.stages[:index]) if not one.archived), None)
        if before is not None:
            yield Need(step=f"{source.id}.{before.number}")
        for text in source.stages[index].needs:
            gate = Gate.CONFIRMED if text.endswith("!") else Gate.READY
            name = text.rstrip("!")
            step = name if "." in name else f"{name}.{self.last_stage.get(name, 0)}"
            yield Need(step=step, gate=gate)

    def _faults(self, source: ExerciseSource) -> Iterator[Fault]:
        """Its own rows first: they are what is most likely to go wrong here."""
        rows = {one.code: self._completed(source.id, one) for one in source.faults}
        rows = {**self.library.exercise_faults.get(source.id, {}), **rows}
        family = self.families.get(source.family or "")
        inherited = source.fault_family or (family.fault_family if family is not None else "none")
        tables = [inherited, "tolerance", "any"] if source.kind is StepKind.TOLERANCE else [inherited, "any"]
        for table in tables:
            for code, fault in self.library.family_faults.get(table, {}).items():
                rows.setdefault(code, fault)
        for fault in rows.values():
            row = self._changed_fault(fault, source)
            if not row.first:
                wanted = ["a first remedy"]
                self._find(source.id, f"faults.{row.code}.first", row.first, "has no remedy", wanted)
            yield Fault(
                code=row.code,
                looks=row.looks or "",
                first=row.first or "",
                second=row.second,
                counts_as=row.counts_as or CountsAs.WRONG,
                then=row.then,
                from_stage=row.from_stage,
                after_sessions=row.after_sessions,
                stays_calm=row.stays_calm or False,
            )

    def _completed(self, exercise: str, fault: FaultSource) -> FaultSource:
        """A row that only names a code is the ladder's fault of that code."""
        known = self.library.known_fault(fault.code)
        if known is None and fault.first is None:
            self._find(
                exercise, f"faults.{fault.code}", fault.code,
                "is not a fault that the ladder knows, and brings no remedy of its own",
                self.library.fault_codes,
            )  # fmt: skip
            return fault.model_copy(update={"first": "-"})
        if known is None:
            return fault
        if fault.first == "":
            return fault
        own = {name: value for name in _FAULT_FIELDS if (value := getattr(fault, name)) is not None}
        return known.model_copy(update=own)

    def _changed_fault(self, fault: FaultSource, source: ExerciseSource) -> FaultSource:
        for change in self.changes:
            if change.fault == fault.code and change.of in (source.id, source.family, "any"):
                fault = fault.model_copy(update=change.fields("first", "second", "counts_as"))
        return fault


def _last_number(source: ExerciseSource) -> int:
    live = [stage for stage in source.stages if not stage.archived] or source.stages
    return live[-1].number


def _demands(own: tuple[str, ...], gait: Gait, ridden: bool) -> tuple[str, ...]:
    """What a stage demands by its gait and by being ridden, beside what it says itself."""
    if ridden:
        return ("ridden", *(("canter-straight",) if gait is Gait.CANTER else ()), *own)
    by_gait = {Gait.TROT: ("trot-in-hand",), Gait.CANTER: ("canter-circles",)}.get(gait, ())
    base = () if "handling" in own else ("groundwork",)
    return (*base, *by_gait, *own)


def _aged(exercises: tuple[Exercise, ...]) -> tuple[Exercise, ...]:
    """Least ages that take in what a stage needs: nothing is planned before what it rests on."""
    own = {stage.step: stage for exercise in exercises for stage in exercise.stages}
    graph = {step: [need.step for need in stage.needs if need.step in own] for step, stage in own.items()}
    least: dict[str, int] = {}
    try:
        for step in TopologicalSorter(graph).static_order():
            least[step] = max((own[step].least_age_months, *(least[need] for need in graph[step])))
    except CycleError:
        return exercises  # the check of the whole says so
    return tuple(
        exercise.model_copy(
            update={
                "stages": tuple(
                    stage.model_copy(update={"least_age_months": least[stage.step]})
                    for stage in exercise.stages
                )
            }
        )
        for exercise in exercises
    )
