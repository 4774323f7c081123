"""Measures beside the response model: counts, leads and settle times with their uncertainty."""

from bucephal.measures.clock import clock_of_a_yard, seconds_an_ask
from bucephal.measures.leads import LeadCount, LeadTable, lead_table
from bucephal.measures.settling import SettleTime, SettleTrend, settle_ahead, settle_trend
from bucephal.measures.shares import ShareOfTries, share_of_tries

__all__ = [
    "LeadCount", "LeadTable", "SettleTime", "SettleTrend", "ShareOfTries", "clock_of_a_yard",
    "lead_table",
    "seconds_an_ask", "settle_ahead", "settle_trend", "share_of_tries",
]  # fmt: skip
