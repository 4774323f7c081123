"""One file a screen or document: gathers what other rooms judged and puts it into words."""

from bucephal.pages.aloud import read_out
from bucephal.pages.arena import ArenaSeen, arena_seen
from bucephal.pages.arrival import Arrival, arrival
from bucephal.pages.baseline import Baseline, BaselineRow, baseline
from bucephal.pages.chart import StepChart, TrackChart, step_chart
from bucephal.pages.comparison import (
    CompareBy,
    CompareChoices,
    CompareWish,
    Comparison,
    compare_choices,
    comparison,
)
from bucephal.pages.criteria import Criteria, Criterion, criteria
from bucephal.pages.debrief import SessionDebrief, SessionLine, SessionLines, debrief, session_lines
from bucephal.pages.entry import (
    Cursor,
    EntryHelp,
    EntryView,
    correction_view,
    correction_words,
    entry_help,
    entry_view,
)
from bucephal.pages.facts import HorseFacts, horse_facts
from bucephal.pages.flags import FlagPage, flag_page
from bucephal.pages.gap import SideGap
from bucephal.pages.guide import StepGuide, step_guide
from bucephal.pages.history import HistoryPage, history
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.ladder import HorseLadder, horse_ladder
from bucephal.pages.logged import LoggedRow, logged_rows
from bucephal.pages.look import LookPage, look_page
from bucephal.pages.pack import RingPack, YardAtTheRing, ring_pack, spare_pack
from bucephal.pages.plan import PlanPage, plan_page
from bucephal.pages.report import (
    OwnerReport,
    ReportPart,
    ReportSection,
    ReportWish,
    check_wish,
    owner_report,
    usual_span,
)
from bucephal.pages.riding import RiderFaults, rider_faults
from bucephal.pages.sent import SentPack, as_sent
from bucephal.pages.sheet import HorseSheet, horse_sheet
from bucephal.pages.today import SoFar, TodayPlan, WorkedDays, plan_today
from bucephal.pages.welfare import HorseWelfare, WelfareFlag, WelfareRequest, horse_welfare
from bucephal.pages.yard import ExerciseRow, YardPage, yard_page

__all__ = [
    "ArenaSeen", "Arrival", "Baseline", "BaselineRow", "CompareBy", "CompareChoices", "CompareWish",
    "Comparison", "Criteria", "Criterion", "Cursor", "EntryHelp", "EntryView", "ExerciseRow", "FlagPage",
    "HistoryPage", "HistoryWish", "HorseFacts", "HorseLadder", "HorseSheet", "HorseWelfare", "LoggedRow",
    "LookPage", "OwnerReport", "PlanPage", "ReportPart", "ReportSection", "ReportWish", "RiderFaults",
    "RingPack", "SentPack", "SessionDebrief", "SessionLine", "SessionLines", "SideGap", "SoFar", "StepChart",
    "StepGuide", "TodayPlan", "TrackChart", "WelfareFlag", "WelfareRequest", "WorkedDays", "YardAtTheRing",
    "YardPage", "arena_seen", "arrival", "as_sent", "baseline", "check_wish", "compare_choices", "comparison",
    "correction_view", "correction_words", "criteria", "debrief", "entry_help", "entry_view", "flag_page",
    "history", "horse_facts", "horse_ladder", "horse_sheet", "horse_welfare", "logged_rows", "look_page",
    "owner_report", "plan_page", "plan_today", "read_out", "rider_faults", "ring_pack", "session_lines",
    "spare_pack", "step_chart", "step_guide", "usual_span", "yard_page",
]  # fmt: skip
