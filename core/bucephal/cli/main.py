"""The command `bucephal`: JSON in, JSON out, or sentences (--words).

Exit 0 with JSON on stdout; bad input: exit 2 with {"errors": [...]} on stderr, all at once.
"""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Callable, Sequence
from dataclasses import replace
from datetime import date
from typing import Any

from pydantic import BaseModel

from bucephal.calibrate import calibrate_records
from bucephal.cli import exchange, ground, report
from bucephal.cli.inputs import bytes_of, day_of, number_of, record_of, text_of, yard_ladder
from bucephal.coach import CoachFile, advise, check_coach_file, compile_coach
from bucephal.entry import last_asked, read_entry
from bucephal.errors import BucephalError, InvalidInput, Problem
from bucephal.goals import FEWEST_A_WEEK, MOST_A_WEEK, goal_forecast
from bucephal.ladder import Catalogue, under
from bucephal.pages import WelfareRequest, arrival, horse_welfare, read_out
from bucephal.planning import Place, plan_request, plan_session
from bucephal.progress import Standing, standing_on
from bucephal.record import parse_json, read_model, read_record, record_schema, with_bands, with_lead_faults
from bucephal.record.checks import school_problems
from bucephal.simulate import simulate_record

BAD_INPUT = 2
WORDS_HELP = "sentences instead of JSON"
OWN_HELP = "what a yard adds to the ladder: exercises, scales, missing kit (JSON)"


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs one command; returns the exit code."""
    try:
        options = _parser().parse_args(arguments)
        command: Callable[[argparse.Namespace, Catalogue], Any] = options.command
        result = command(options, yard_ladder(options))
        text = _text_of(result, in_words=getattr(options, "words", False))
    except BucephalError as error:
        errors = [problem.as_json() for problem in error.problems]
        print(json.dumps({"errors": errors}, ensure_ascii=False, default=str), file=sys.stderr)
        return BAD_INPUT
    try:
        print(text, flush=True)
    except BrokenPipeError:  # the reader has seen enough, e.g. `| head`
        sys.stdout = None
    return 0


def _text_of(result: Any, *, in_words: bool) -> str:
    """What was found, as JSON, or as sentences for a person."""
    if in_words:
        return "\n".join(read_out(result))
    return json.dumps(result, ensure_ascii=False, indent=1, default=_plain)


def _plain(value: Any) -> Any:
    if isinstance(value, BaseModel):
        return value.model_dump(mode="json")
    raise TypeError(f"cannot write {type(value).__name__} as JSON")


class _Parser(argparse.ArgumentParser):
    """Reports wrong arguments the same way as wrong files."""

    def error(self, message: str) -> Any:
        raise InvalidInput([Problem("arguments", None, message, self.format_usage().strip())])


Add = Callable[..., argparse.ArgumentParser]


def _parser() -> argparse.ArgumentParser:
    parser = _Parser(prog="bucephal", description=__doc__)
    commands = parser.add_subparsers(required=True, parser_class=_Parser, metavar="COMMAND")

    def add(
        name: str, run: Callable[..., Any], text: str, *, record: bool = False, words: bool = False
    ) -> argparse.ArgumentParser:
        command = commands.add_parser(name, help=text, description=text)
        command.set_defaults(command=run)
        if words:
            command.add_argument("--words", action="store_true", help=WORDS_HELP)
        if record:
            command.add_argument("file", metavar="RECORD", help="a horse record, or - for stdin")
            command.add_argument("--on", help="the day in question, YYYY-MM-DD (today)")
            command.add_argument("--own", metavar="FILE", help=OWN_HELP)
        return command

    _add_of_a_record(add)
    exchange.add_to(add)
    ground.add_to(add)
    report.add_to(add)
    _add_of_the_coach(add)
    _add_of_the_ladder(add)
    _add_of_virtual_horses(add)
    return parser


def _add_of_a_record(add: Add) -> None:
    add("validate", _validate, "check a horse record: all problems at once", record=True)
    add("estimate", _estimate, "what is known of each step and side", record=True, words=True)
    ahead = add("forecast", _forecast, "how soon a step will be light on every side", record=True, words=True)
    ahead.add_argument("--goal", required=True, metavar="STEP", help="the step that is wanted")
    ahead.add_argument("--per-week", default="3", metavar="N", help="rides a week (3)")
    plan = add("plan", _plan, "the next session, with reasons", record=True, words=True)
    plan.add_argument("--no-assess", action="store_true", help="ordinary work, though it has just come")
    plan.add_argument("--minutes", default="30", help="minutes there are (30)")
    plan.add_argument("--helper", action="store_true", help="a helper is there")
    plan.add_argument("--place", help='JSON: {"name": ..., "kit": [...]}')
    plan.add_argument("--air-c", help="air temperature in degrees Celsius")
    plan.add_argument("--humidity", help="relative humidity in per cent")
    plan.add_argument("--wind-ms", help="wind in metres a second")
    plan.add_argument("--rider-kg", help="the rider's weight in kilograms (as the last time)")
    plan.add_argument("--tack-kg", help="the tack's weight in kilograms (as the last time)")
    plan.add_argument("--changes", help='JSON: {"wanted": [{"step": ...}], "without": [step]}')
    welfare = add("welfare", _welfare, "age, heat, load, weight, and flags", record=True, words=True)
    welfare.add_argument("--air-c", help="air temperature in degrees Celsius")
    welfare.add_argument("--humidity-pct", help="relative humidity in per cent")
    welfare.add_argument("--rider-kg", help="the rider's weight in kilograms")
    welfare.add_argument("--tack-kg", help="the tack's weight in kilograms")
    arrived = "what a horse that has come is tried on, where it is placed, and its baseline"
    add("assess", _assess, arrived, record=True, words=True)
    add("schema", _schema, "the JSON Schema of the horse record")


def _add_of_the_coach(add: Add) -> None:
    advice = add("coach", _coach, "advice after each ask of a coach file", words=True)
    table = add("compile", _compile, "the coach of an item as a table for the device")
    for command in (advice, table):
        command.add_argument("file", metavar="FILE", help="a coach file, or - for stdin")


def _add_of_the_ladder(add: Add) -> None:
    ladder = add("ladder", _ladder, "the catalogue, or one step of it")
    ladder.add_argument("step", nargs="?", metavar="STEP")
    ladder.add_argument("--school", action="append", default=[], metavar="KEY=OPTION",
                        help="an answer to a question of the schools, e.g. first-canter=b")  # fmt: skip
    ladder.add_argument("--own", metavar="FILE", help=OWN_HELP)


def _add_of_virtual_horses(add: Add) -> None:
    simulate = add("simulate", _simulate, "the record of a virtual horse")
    simulate.add_argument("--seed", default="1", help="which horse (1)")
    simulate.add_argument("--sessions", default="40", help="how many sessions (40)")
    simulate.add_argument("--from", dest="start", help="first day, YYYY-MM-DD (so that it ends today)")
    simulate.add_argument("--steps", help="comma-separated steps that are worked (a ridden set)")
    entry = add("entry", _entry, "quick entry, a line an exercise, as asks of the record")
    entry.add_argument("file", metavar="FILE", help="the text, or - for stdin")
    entry.add_argument("--on", help="the day it is of, where it names none, YYYY-MM-DD (today)")
    entry.add_argument("--record", metavar="RECORD", help="the horse: stages asked last, and its bands")
    entry.add_argument("--own", metavar="FILE", help=OWN_HELP)
    check = add("calibrate", _calibrate, "how often what was foretold of a yard's own records came true")
    check.add_argument("files", nargs="+", metavar="RECORD", help="horse records")


# --- the commands ------------------------------------------------------------------------------


def _validate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    record = read_record(bytes_of(options.file), catalogue, day_of(options.on))
    asks = sum(len(session.asks) for session in record.sessions)
    return {"valid": True, "horse": record.horse.name, "sessions": len(record.sessions), "asks": asks}


def _estimate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return _standing(options, catalogue).estimates()


def _standing(options: argparse.Namespace, catalogue: Catalogue) -> Standing:
    """Where the horse stood on the day in question: later sessions are left aside."""
    return standing_on(record_of(options, catalogue), catalogue, day_of(options.on))


def _calibrate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    records, problems = [], []
    for file in options.files:
        try:
            records.append(read_record(bytes_of(file), catalogue, date.today()))
        except InvalidInput as error:
            problems += [replace(one, path=f"{file}: {one.path}") for one in error.problems]
    if problems:
        raise InvalidInput(problems)
    return calibrate_records(records, catalogue)


def _forecast(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    per_week = _as_number(options.per_week)
    if not isinstance(per_week, int | float):
        allowed = f"{FEWEST_A_WEEK} to {MOST_A_WEEK:g} rides a week"
        raise InvalidInput([Problem("per_week", per_week, "is not a number", allowed)])
    return goal_forecast(_standing(options, catalogue), options.goal, float(per_week))


def _coach(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    file = _coach_file(options, catalogue)
    return advise(file.settings, file.asks, catalogue)


def _compile(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return compile_coach(_coach_file(options, catalogue).settings, catalogue)


def _coach_file(options: argparse.Namespace, catalogue: Catalogue) -> CoachFile:
    raw = parse_json(bytes_of(options.file))
    return read_model(raw, CoachFile, check_coach_file(raw, catalogue))


def _plan(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    raw = {
        "on": day_of(options.on).isoformat(),
        "minutes": _as_number(options.minutes),
        "helper": options.helper,
        "assess": not options.no_assess,
        "place": parse_json(options.place) if options.place is not None else Place().model_dump(),
        "air_c": _as_number(options.air_c),
        "humidity_pct": _as_number(options.humidity),
        "wind_ms": _as_number(options.wind_ms),
        "rider_kg": _as_number(options.rider_kg),
        "tack_kg": _as_number(options.tack_kg),
        "changes": parse_json(options.changes) if options.changes is not None else {},
    }
    request = plan_request(raw, catalogue)
    return plan_session(record_of(options, catalogue), catalogue, request)


def _welfare(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    fields = WelfareRequest.model_fields
    raw = {name: _as_number(getattr(options, name)) for name in fields}
    return horse_welfare(_standing(options, catalogue), read_model(raw, WelfareRequest))


def _entry(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    """With a record, a step without a stage is the one asked last, and each ask has the band in force."""
    on, today = day_of(options.on), date.today()
    record, last = None, {}
    if options.record is not None:
        record = read_record(bytes_of(options.record), catalogue, max(on, today))
        catalogue = under(catalogue, record.horse.school)
        last = last_asked(record, catalogue, on)
    sessions = read_entry(text_of(options.file), catalogue, on, today=today, last=last).sessions
    sessions = tuple(with_lead_faults(one, catalogue) for one in sessions)
    if record is not None:
        sessions = tuple(with_bands(one, record.horse, catalogue) for one in sessions)
    return {"asks": [ask for one in sessions for ask in one.asks], "sessions": sessions}


def _as_number(text: str | None) -> float | int | str | None:
    """A number if it is one; otherwise the text, for the model to refuse by name."""
    if text is None:
        return None
    try:
        return int(text)
    except ValueError:
        pass
    try:
        return float(text)
    except ValueError:
        return text


def _assess(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return arrival(_standing(options, catalogue))


def _bent(options: argparse.Namespace, catalogue: Catalogue) -> Catalogue:
    """The ladder under the schools that were given."""
    school = dict(text.partition("=")[::2] for text in options.school)
    problems = list(school_problems(school, catalogue, "school"))
    if problems:
        raise InvalidInput(problems)
    return under(catalogue, school)


def _ladder(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    catalogue = _bent(options, catalogue)
    if options.step is None:
        return {"exercises": [_exercise_view(exercise) for exercise in catalogue.exercises]}
    if "." not in options.step:
        return _exercise_view(catalogue.exercise(options.step))
    exercise, stage = catalogue.exercise(options.step), catalogue.stage(options.step)
    fields = {name: value for name, value in _exercise_view(exercise).items() if name != "stages"}
    return {**fields, **stage.model_dump(mode="json")}


def _exercise_view(exercise: Any) -> dict[str, Any]:
    view: dict[str, Any] = exercise.model_dump(mode="json")
    view["remedies"] = view["faults"]
    view["faults"] = [fault["code"] for fault in view["remedies"]]
    return view


def _schema(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return record_schema()


def _simulate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    seed = number_of(options.seed, "seed", 0, 2**31 - 1) or 0
    sessions = number_of(options.sessions, "sessions", 1, 1000) or 1
    steps = options.steps.split(",") if options.steps else None
    start = day_of(options.start, "from") if options.start else None
    return simulate_record(seed, catalogue, sessions=sessions, steps=steps, start=start, end=date.today())


if __name__ == "__main__":
    sys.exit(main())
