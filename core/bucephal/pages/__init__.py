"""One file a screen or document: gathers what other rooms judged and puts it into words."""

from bucephal.pages.arena import ArenaSeen, arena_seen
from bucephal.pages.arrival import Arrival, arrival
from bucephal.pages.baseline import Baseline, BaselineRow, baseline
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
from bucephal.pages.flag_page import FlagPage, flag_page
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.horse_facts import HorseFacts, horse_facts
from bucephal.pages.horse_ladder import HorseLadder, horse_ladder
from bucephal.pages.horse_sheet import HorseSheet, horse_sheet
from bucephal.pages.horse_welfare import HorseWelfare, WelfareFlag, WelfareRequest, horse_welfare
from bucephal.pages.logged_rows import LoggedRow, logged_rows
from bucephal.pages.look_page import LookPage, look_page
from bucephal.pages.plan_page import PlanPage, plan_page
from bucephal.pages.quick_entry import (
    Cursor,
    EntryHelp,
    EntryView,
    correction_view,
    correction_words,
    entry_help,
    entry_view,
)
from bucephal.pages.report.owner_report import OwnerReport, ReportSection, owner_report
from bucephal.pages.report.report_wish import ReportPart, ReportWish, check_wish, usual_span
from bucephal.pages.rider_faults import RiderFaults, rider_faults
from bucephal.pages.ring.compact_pack import CompactPack, compact_pack
from bucephal.pages.ring.pack import YardAtTheRing, ring_pack, spare_pack
from bucephal.pages.ring.pack_models import RingPack
from bucephal.pages.sentences import read_out
from bucephal.pages.session_history import HistoryPage, history
from bucephal.pages.side_gap_words import SideGap
from bucephal.pages.step_chart import StepChart, TrackChart, step_chart
from bucephal.pages.step_guide import StepGuide, step_guide
from bucephal.pages.today import SoFar, TodayPlan, WorkedDays, plan_today
from bucephal.pages.yard_page import ExerciseRow, YardPage, yard_page

__all__ = [
    "ArenaSeen", "Arrival", "Baseline", "BaselineRow", "CompactPack", "CompareBy", "CompareChoices",
    "CompareWish", "Comparison", "Criteria", "Criterion", "Cursor", "EntryHelp", "EntryView", "ExerciseRow",
    "FlagPage", "HistoryPage", "HistoryWish", "HorseFacts", "HorseLadder", "HorseSheet", "HorseWelfare",
    "LoggedRow", "LookPage", "OwnerReport", "PlanPage", "ReportPart", "ReportSection", "ReportWish",
    "RiderFaults", "RingPack", "SessionDebrief", "SessionLine", "SessionLines", "SideGap", "SoFar",
    "StepChart", "StepGuide", "TodayPlan", "TrackChart", "WelfareFlag", "WelfareRequest", "WorkedDays",
    "YardAtTheRing", "YardPage", "arena_seen", "arrival", "baseline", "check_wish", "compact_pack",
    "compare_choices", "comparison", "correction_view", "correction_words", "criteria", "debrief",
    "entry_help", "entry_view", "flag_page", "history", "horse_facts", "horse_ladder", "horse_sheet",
    "horse_welfare", "logged_rows", "look_page", "owner_report", "plan_page", "plan_today", "read_out",
    "rider_faults", "ring_pack", "session_lines", "spare_pack", "step_chart", "step_guide", "usual_span",
    "yard_page",
]  # fmt: skip
