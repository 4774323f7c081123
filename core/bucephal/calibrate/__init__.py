"""Do things called 80 % likely happen 80 % of the time? Asked of virtual horses, or of records."""

from bucephal.calibrate.claims import Calibration, score
from bucephal.calibrate.herd import calibrate_herd
from bucephal.calibrate.records import calibrate_records
from bucephal.calibrate.report import as_markdown

__all__ = ["Calibration", "as_markdown", "calibrate_herd", "calibrate_records", "score"]
