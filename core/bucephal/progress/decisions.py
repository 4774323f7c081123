"""A trainer's decision about a step: checked, dated, kept; ended by a date, never deleted.

Source: common practice, no source: a trainer may override with a reason, and the override is kept;
ridden work is not planned before 30 months, whatever is decided.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from datetime import date, timedelta
from typing import Any

from bucephal.base.errors import Problem
from bucephal.progress.standing import RIDING_NEVER_BELOW, Standing
from bucephal.record import Overridden, Override, read_model
from bucephal.words import standing_words


def decided(standing: Standing, raw: Mapping[str, Any]) -> Override:
    """The override of a decision made on the day of ``standing``.

    Args:
        raw: step, state, reason and, if it is not for good, until.

    Raises:
        InvalidInput: naming each field that does not fit.
        UnknownStep: if the ladder has no such step.
    """
    fields = {**{key: value for key, value in raw.items() if value is not None}, "on": str(standing.on)}
    step, problems = fields.get("step"), list[Problem]()
    if isinstance(step, str):
        allowed = may_decide(standing, step)
        if fields.get("state") not in allowed:
            never = standing.never_ridden(step)
            reason = (
                standing_words.not_ridden_yet(RIDING_NEVER_BELOW)
                if never
                else standing_words.NOT_DECIDED_HERE
            )
            problems.append(Problem("state", fields.get("state"), reason, ", ".join(allowed)))
    reason_given = fields.get("reason")
    if isinstance(reason_given, str) and not reason_given.strip():
        problems.append(Problem("reason", reason_given, "is empty", "the reason in a few words"))
    override = read_model(fields, Override, problems)
    if override.until is not None and override.until < override.on:
        from_then = f"{override.on} or later"
        problem = Problem("until", str(override.until), "lies before the decision", from_then)
        return read_model(fields, Override, [problem])
    return override


def may_decide(standing: Standing, step: str) -> tuple[Overridden, ...]:
    """The states that a trainer can give a step by hand.

    Raises:
        UnknownStep: if the ladder has no such step.
    """
    standing.catalogue.stage(step)
    if standing.never_ridden(step):
        return (Overridden.RESTING,)
    return tuple(Overridden)


def lifted(overrides: Iterable[Override], step: str, on: date) -> list[Override]:
    """The overrides with those of a step ended: the day before is their last."""
    last = on - timedelta(days=1)
    return [
        one.model_copy(update={"until": last})
        if one.step == step and (one.until is None or one.until > last)
        else one
        for one in overrides
    ]
