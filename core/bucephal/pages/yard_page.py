"""What a yard agrees on, and what there is to choose from."""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import Field

from bucephal.ladder import (
    Catalogue,
    CountsAs,
    CueFamily,
    Exercise,
    Gait,
    Gate,
    Need,
    Origin,
    OwnExercise,
    School,
    Sides,
    StepKind,
    blank_exercise,
    load_library,
    need_text,
)
from bucephal.planning.models import USUAL_MINUTES
from bucephal.record import AlsoAsked, Band, FrozenModel, YardDefaults
from bucephal.record.history import DEFAULT_BANDS
from bucephal.words import guide_words, wedge_words
from bucephal.words.arrival_words import BACKGROUNDS, DID_BEFORE, FORM_HELP, SEXES, TEMPERAMENTS


class ExerciseRow(FrozenModel):
    id: str
    name: str
    phase: str
    kind: StepKind
    origin: Origin
    stages: int
    archived: bool


class FaultChoice(FrozenModel):
    """What a yard can say that a fault of its own counts as."""

    code: CountsAs
    words: str


class NeedChoice(FrozenModel):
    """What a stage can need: another stage ready, or confirmed."""

    code: str
    words: str


class AlsoChoice(FrozenModel):
    """Something that a yard may want to be asked of every answer."""

    code: AlsoAsked
    name: str
    help: str
    on: bool


class YardPage(FrozenModel):
    schools: tuple[School, ...]
    school: dict[str, str]
    agreed: str = Field(description="What no school disputes.")
    bands: dict[str, Band]
    shipped_bands: dict[str, Band]
    backgrounds: dict[str, str]
    did_before: dict[str, str]
    temperaments: dict[str, dict[str, str]]
    families: tuple[CueFamily, ...]
    own_words: tuple[str, ...]
    kit: tuple[str, ...]
    missing_kit: tuple[str, ...]
    phases: dict[str, str]
    exercises: tuple[ExerciseRow, ...]
    cautions: tuple[str, ...]
    set_ups: tuple[str, ...]
    fault_codes: tuple[str, ...]
    faults_count_as: tuple[FaultChoice, ...]
    sexes: dict[str, str]
    form_help: dict[str, str] = Field(description="What a field of the horse form decides.")
    kinds: dict[StepKind, str] = Field(description="What an exercise is judged by.")
    side_kinds: dict[Sides, str] = Field(description="What left and right mean in one.")
    also: tuple[AlsoChoice, ...] = Field(description="What may be asked of every answer beside the usual.")
    usual_minutes: int = Field(description="Of a session, where nothing else is said of a horse.")
    gaits: tuple[Gait, ...]
    needs: tuple[NeedChoice, ...]
    new_exercise: OwnExercise = Field(description="With what a form begins; it has no name yet.")


def _also(code: AlsoAsked, *, on: bool) -> AlsoChoice:
    return AlsoChoice(code=code, name=wedge_words.ALSO[code], help=wedge_words.ALSO_HELP[code], on=on)


def yard_page(defaults: YardDefaults, catalogue: Catalogue) -> YardPage:
    """The yard's page.

    Args:
        catalogue: the ladder with the yard's additions, under its schools.
    """
    library, ladder = load_library(), defaults.ladder
    return YardPage(
        schools=catalogue.schools,
        school=dict(defaults.school),
        agreed=guide_words.AGREED,
        bands=defaults.bands,
        shipped_bands=DEFAULT_BANDS,
        backgrounds=BACKGROUNDS,
        did_before=DID_BEFORE,
        temperaments=TEMPERAMENTS,
        families=tuple(catalogue.families.values()),
        own_words=tuple(ladder.scales),
        kit=tuple(sorted({*catalogue.kit, *ladder.missing_kit})),
        missing_kit=ladder.missing_kit,
        phases=catalogue.phases,
        exercises=tuple(map(_row, catalogue.exercises)),
        cautions=tuple(library.cautions),
        set_ups=tuple(library.set_ups),
        fault_codes=library.fault_codes,
        faults_count_as=tuple(
            FaultChoice(code=one, words=said) for one, said in guide_words.COUNTS_AS.items()
        ),
        sexes=SEXES,
        form_help=FORM_HELP,
        kinds=guide_words.JUDGED_BY,
        side_kinds=guide_words.SIDES_MEAN,
        also=tuple(_also(one, on=one in defaults.also) for one in AlsoAsked),
        usual_minutes=USUAL_MINUTES,
        gaits=tuple(Gait),
        needs=tuple(_needs(catalogue)),
        new_exercise=blank_exercise(),
    )


def _needs(catalogue: Catalogue) -> Iterator[NeedChoice]:
    for step in catalogue.steps:
        for gate in Gate:
            code = need_text(Need(step=step, gate=gate))
            yield NeedChoice(code=code, words=guide_words.need(catalogue.full_name(step), gate))


def _row(one: Exercise) -> ExerciseRow:
    return ExerciseRow(
        id=one.id, name=one.name, phase=one.phase, kind=one.kind, origin=one.origin,
        stages=len(one.live_stages), archived=not one.live_stages,
    )  # fmt: skip
