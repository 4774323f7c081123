"""Measures beside the response model: counts, leads and settle times with their uncertainty."""

from bucephal.measures.ask_durations import clock_of_a_yard, seconds_an_ask
from bucephal.measures.bad_days import DayOfWork, Explains, explained, holm
from bucephal.measures.group_differences import FirstTry, GroupDifference, GroupOfTries, group_difference
from bucephal.measures.leads import LeadChange, LeadCount, LeadTable, lead_change, lead_table
from bucephal.measures.settling import SettleTime, SettleTrend, settle_ahead, settle_trend
from bucephal.measures.trends import Trend, trend_of
from bucephal.measures.wilson_share import ShareOfTries, share_of_tries

# fmt: off
__all__ = [
    "DayOfWork", "Explains", "FirstTry", "GroupDifference", "GroupOfTries", "LeadChange", "LeadCount",
    "LeadTable", "SettleTime", "SettleTrend", "ShareOfTries", "Trend", "clock_of_a_yard", "explained",
    "group_difference", "holm", "lead_change", "lead_table", "seconds_an_ask", "settle_ahead", "settle_trend",
    "share_of_tries", "trend_of",
]  # fmt: skip
# fmt: on
