"""The small family of errors that the core raises.

A judgement about a horse is a value; an exception means 'this cannot be answered'.
Every error carries the facts a person needs to put it right.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import asdict, dataclass
from typing import Any


@dataclass(frozen=True)
class Problem:
    """One thing that is wrong with an input.

    Attributes:
        path: where, e.g. ``sessions[0].asks[3].level``; ``$`` is the whole input.
        value: what was found there (shortened if long).
        reason: what is wrong, in plain words.
        allowed: the range or the values that would be accepted.
    """

    path: str
    value: Any
    reason: str
    allowed: str

    def as_json(self) -> dict[str, Any]:
        return asdict(self)

    def __str__(self) -> str:
        return f"{self.path}: {self.reason} (found {self.value!r}; allowed: {self.allowed})"


class BucephalError(Exception):
    """Base of everything the core raises on purpose. ``code`` is permanent."""

    code = "error"

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (Problem("$", None, str(self), ""),)


class InvalidInput(BucephalError, ValueError):
    """The input breaks its format or the rules of the job; all problems at once."""

    code = "input.invalid"

    def __init__(self, problems: Iterable[Problem]) -> None:
        self._problems = tuple(problems)
        super().__init__("; ".join(str(problem) for problem in self._problems))

    @property
    def problems(self) -> tuple[Problem, ...]:
        return self._problems


class UnknownStep(BucephalError, LookupError):
    """A step or exercise that is not in the ladder."""

    code = "ladder.unknown-step"

    def __init__(self, step: str, known: Iterable[str]) -> None:
        self.step = step
        self.known = tuple(known)
        super().__init__(f"no step {step!r} in the ladder")

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (unknown_step("step", self.step, self.known),)


def unknown_step(path: str, step: str, known: Iterable[str]) -> Problem:
    """Names the step, and of those that there are the ones of the same exercise, where there are some."""
    steps = tuple(known)
    near = [one for one in steps if one.startswith(f"{step.partition('.')[0]}.")]
    return Problem(path, step, f"there is no step {step}", ", ".join(near or steps))


class LadderFault(BucephalError, ValueError):
    """The catalogue contradicts itself: a circle, a dangling id, a fault with no remedy."""

    code = "ladder.inconsistent"

    def __init__(self, problems: Iterable[Problem | str]) -> None:
        self._problems = tuple(
            one if isinstance(one, Problem) else Problem("$", None, one, "") for one in problems
        )
        super().__init__("; ".join(f"{one.path}: {one.reason}" for one in self._problems))

    @property
    def problems(self) -> tuple[Problem, ...]:
        return self._problems
