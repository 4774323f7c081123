"""The trail: who did what to a yard, for its trainers to read. What was asked of horses is not in it."""

from __future__ import annotations

from datetime import datetime
from enum import StrEnum

from django.db.models import Q, QuerySet

from accounts.models import Deed, User, Yard


class ActivityKind(StrEnum):
    """What was done; ``about`` says to what."""

    BEGAN = "began"
    INVITED = "invited"
    DAY_LINK = "day-link"
    LINK_ENDED = "link-ended"
    JOINED = "joined"
    CAME_FOR_THE_DAY = "came-for-the-day"
    ROLE = "role"
    NEW_PASSWORD = "new-password"  # noqa: S105 - a word for what was done
    LEFT = "left"
    FORGOTTEN = "forgotten"
    HORSE_ADDED = "horse-added"
    HORSE_CHANGED = "horse-changed"
    HORSE_LEFT = "horse-left"
    HORSE_CAME_BACK = "horse-came-back"
    OWNERS = "owners"
    GOALS = "goals"
    GOAL_DROPPED = "goal-dropped"
    FLAG_RAISED = "flag-raised"
    FLAG_CLEARED = "flag-cleared"
    DECIDED = "decided"
    DECISION_ENDED = "decision-ended"
    SESSION_STRUCK = "session-struck"
    SESSION_RESTORED = "session-restored"
    SESSION_TIMED = "session-timed"
    SESSION_CORRECTED = "session-corrected"
    SESSION_MOVED = "session-moved"
    YARD_CHANGED = "yard-changed"
    EXERCISE = "exercise"
    PLACE = "place"
    TAKEN_IN = "taken-in"
    TAKEN_BACK = "taken-back"
    REPORT_SHARED = "report-shared"
    REPORT_WITHDRAWN = "report-withdrawn"
    ARCHIVED = "archived"
    ARCHIVE_HANDED_OUT = "archive-handed-out"


WORDS = {
    ActivityKind.BEGAN: "made the yard",
    ActivityKind.INVITED: "invited",
    ActivityKind.DAY_LINK: "made a day link for",
    ActivityKind.LINK_ENDED: "ended the link of",
    ActivityKind.JOINED: "joined as",
    ActivityKind.CAME_FOR_THE_DAY: "came by a day link",
    ActivityKind.ROLE: "changed the role:",
    ActivityKind.NEW_PASSWORD: "made a link for a new password:",
    ActivityKind.LEFT: "left, or was let go:",
    ActivityKind.FORGOTTEN: "deleted somebody",
    ActivityKind.HORSE_ADDED: "added",
    ActivityKind.HORSE_CHANGED: "changed what is known of",
    ActivityKind.HORSE_LEFT: "took out of the yard:",
    ActivityKind.HORSE_CAME_BACK: "took back into the yard:",
    ActivityKind.OWNERS: "changed whose horses they are:",
    ActivityKind.GOALS: "set a goal of",
    ActivityKind.GOAL_DROPPED: "dropped a goal of",
    ActivityKind.FLAG_RAISED: "raised a flag:",
    ActivityKind.FLAG_CLEARED: "cleared a flag:",
    ActivityKind.DECIDED: "decided about a step:",
    ActivityKind.DECISION_ENDED: "ended a decision:",
    ActivityKind.SESSION_STRUCK: "struck out a session:",
    ActivityKind.SESSION_CORRECTED: "put a session right:",
    ActivityKind.SESSION_MOVED: "gave a session to another horse:",
    ActivityKind.SESSION_RESTORED: "restored a session:",
    ActivityKind.SESSION_TIMED: "changed when a session was:",
    ActivityKind.YARD_CHANGED: "changed what the yard agrees on:",
    ActivityKind.EXERCISE: "changed an exercise:",
    ActivityKind.PLACE: "changed a place:",
    ActivityKind.TAKEN_IN: "took in from a file:",
    ActivityKind.TAKEN_BACK: "undid what was taken in from a file:",
    ActivityKind.REPORT_SHARED: "shared a report of",
    ActivityKind.REPORT_WITHDRAWN: "withdrew a report of",
    ActivityKind.ARCHIVED: "made an archive",
    ActivityKind.ARCHIVE_HANDED_OUT: "took a copy of an archive:",
}
OF_A_NAME = (ActivityKind.INVITED, ActivityKind.DAY_LINK, ActivityKind.LINK_ENDED)
PAGE = 50
ABOUT = 200
GONE = "somebody who was deleted"


def note(person: User, what: ActivityKind, about: str = "", whom: User | None = None) -> None:
    """Keeps what a person of a yard did."""
    if person.yard_id is not None:
        Deed.objects.create(
            yard_id=person.yard_id, person=person, who=person.shown, what=what, about=about[:ABOUT], whom=whom
        )  # fmt: skip


def deeds_of(yard: Yard, before: int | None) -> QuerySet[Deed]:
    """A page of them, the latest first; those before one, if one is named."""
    deeds = Deed.objects.filter(yard=yard)
    return (deeds if before is None else deeds.filter(pk__lt=before)).order_by("-pk")[: PAGE + 1]


def forget(person: User) -> None:
    """Replaces a person's name wherever it stands in the trail."""
    Deed.objects.filter(person=person).update(who=GONE)
    Deed.objects.filter(whom=person).update(about=GONE)
    # Of the time before they had an account there is their name only.
    named = (
        Q(about=person.shown)
        | Q(about__startswith=f"{person.shown},")
        | Q(about__startswith=f"{person.shown}:")
    )
    Deed.objects.filter(named, yard=person.yard, what__in=OF_A_NAME).update(about=GONE)


def activity_of(person: User) -> list[tuple[datetime, str, str]]:
    """What the trail holds of one person: when, what, about what."""
    return [(one.at, WORDS[ActivityKind(one.what)], one.about) for one in person.deeds.order_by("at")]
