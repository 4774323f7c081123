"""A horse that has come: what it is tried on, how often, and what came of it."""

from bucephal.arrivals.assessment import Assessment, assess, assessment_is_due

__all__ = ["Assessment", "assess", "assessment_is_due"]
