"""The questions of the schools that code branches on, with their options by name.

The data (``data/schools.toml``) hold the same codes and names; a test holds both against each other.
Questions that only change the ladder's own rows are in the data alone.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from enum import StrEnum
from typing import Self


class SchoolQuestion(StrEnum):
    """A question as an enumeration of its options: ``WrongLead`` is the question ``wrong-lead``."""

    @classmethod
    def key(cls) -> str:
        """Its name in data and records."""
        return re.sub(r"(?<!^)(?=[A-Z])", "-", cls.__name__).lower()

    @classmethod
    def in_force(cls, school: Mapping[str, str]) -> Self:
        """The option that holds.

        Args:
            school: an option for every question, as ``Catalogue.school`` has them.
        """
        return cls(school[cls.key()])


class Escalation(SchoolQuestion):
    STEPPED = "a"
    MATCH_AND_HOLD = "b"


class Resistance(SchoolQuestion):
    SMALLER = "a"
    HOLD_QUIETLY = "b"


class WrongLead(SchoolQuestion):
    ACCEPT_FOR_THREE_SESSIONS = "a"
    CORRECT_AT_ONCE = "b"


class Fresh(SchoolQuestion):
    LET_IT_MOVE = "a"
    WALK_FIRST = "b"


class Settling(SchoolQuestion):
    LOWER_THE_HEAD_AND_WAIT = "a"
    STEADY_LEG_OR_ROPE = "b"
    GO_ON_PAST = "c"
    STAND = "d"


class SessionEnd(SchoolQuestion):
    FIRST_BEST_ANSWER = "a"
    FIXED_LESSON = "b"


class StartAge(SchoolQuestion):
    THREE = "a"
    LATE_IN_THE_THIRD_YEAR = "b"
