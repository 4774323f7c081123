"""The coach: hears each answer and says what to do next, and why."""

from bucephal.coach.advice import CLIMB_AIM, NEW_AIM, Advice, Coach, advise
from bucephal.coach.compiler import CompiledCoach, compile_coach
from bucephal.coach.counters import SoFar
from bucephal.coach.machine import AdviceCode
from bucephal.coach.replay import ReplayedAdvice, SessionReplay, replay_session
from bucephal.coach.settings import CoachFile, CoachSettings, check_coach_file

__all__ = [
    "CLIMB_AIM", "NEW_AIM", "Advice", "AdviceCode", "Coach", "CoachFile", "CoachSettings", "CompiledCoach",
    "ReplayedAdvice", "SessionReplay", "SoFar", "advise", "check_coach_file", "compile_coach",
    "replay_session",
]  # fmt: skip
