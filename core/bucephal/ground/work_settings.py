"""A set-up set for a step and a horse: the stage's gait and numbers, the horse's height."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib import resources
from typing import Any

from bucephal.ground.gaits import LEAST_CM, MOST_CM
from bucephal.ground.set_up_parameters import SetUpChoice
from bucephal.ground.set_ups import SET_UPS
from bucephal.ladder import Gait


@lru_cache(maxsize=1)
def set_by_step() -> dict[str, dict[str, dict[str, Any]]]:
    """What stages want other than the usual: step -> set-up -> numbers."""
    text = (resources.files("bucephal.ground") / "by-step.toml").read_text(encoding="utf-8")
    exercises = tomllib.loads(text)
    return {f"{name}.{n}": set_ups for name, stages in exercises.items() for n, set_ups in stages.items()}


def set_for(code: str, step: str | None, gait: Gait | None, height_cm: float | None) -> dict[str, Any]:
    """The numbers of a set-up for a step of a horse; what is not among them is as usual.

    Args:
        code: of the set-up.
        step: the step it is for; None: none.
        gait: of the stage.
        height_cm: at the withers; None: not known.
    """
    given: dict[str, Any] = {}
    if gait is not None and str(gait) in _gaits_of(code):
        given["gait"] = str(gait)
    if height_cm is not None:
        given["withers_cm"] = min(max(height_cm, LEAST_CM), MOST_CM)
    return {**given, **set_by_step().get(step or "", {}).get(code, {})}


def _gaits_of(code: str) -> tuple[str, ...]:
    choice = next((one for one in SET_UPS[code].parameters if one.key == "gait"), None)
    return choice.options if isinstance(choice, SetUpChoice) else ()
