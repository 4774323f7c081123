"""What the leads of a canter say by themselves: the other lead, or two at once.

Source: common practice, no source: disunited is different leads in front and behind.
"""

from __future__ import annotations

from bucephal.ladder import Catalogue, Exercise, Gait, Side
from bucephal.record.models import Ask, Session

WRONG_LEAD, DISUNITED = "wrong-lead", "disunited"


def lead_fault(side: Side, front: str | None, hind: str | None, exercise: Exercise) -> str | None:
    """The fault that leads are, asked on a side; None: they are none, or the exercise has no such fault."""
    told = {one for one in (front, hind) if one is not None}
    if side is Side.NONE or not told or told == {side.value}:
        return None
    code = DISUNITED if len(told) > 1 else WRONG_LEAD
    return code if exercise.fault(code) is not None else None


def with_lead_faults(session: Session, catalogue: Catalogue) -> Session:
    """The same session, each ask with the fault that its leads are: at the ring one tap says both."""
    return session.model_copy(update={"asks": tuple(with_lead_fault(ask, catalogue) for ask in session.asks)})


def with_lead_fault(ask: Ask, catalogue: Catalogue) -> Ask:
    if ask.step not in catalogue or catalogue.stage(ask.step).gait is not Gait.CANTER:
        return ask
    code = lead_fault(ask.side, ask.lead_front, ask.lead_hind, catalogue.exercise(ask.step))
    if code is None or not {WRONG_LEAD, DISUNITED}.isdisjoint(ask.faults):
        return ask
    return ask.model_copy(update={"faults": (*ask.faults, code)})
