"""The coach: hears each answer and says what to do next, and why."""

from bucephal.coach.advising import Advice, Coach, advise
from bucephal.coach.compiling import CompiledCoach, compile_coach
from bucephal.coach.machine import AdviceCode
from bucephal.coach.settings import CoachEntry, CoachFile, CoachSettings, check_coach_file
from bucephal.coach.texts import CoachTexts, load_texts

__all__ = [
    "Advice", "AdviceCode", "Coach", "CoachEntry", "CoachFile", "CoachSettings", "CoachTexts",
    "CompiledCoach", "advise", "check_coach_file", "compile_coach", "load_texts",
]  # fmt: skip
