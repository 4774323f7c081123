"""Do things called 80 % likely happen 80 % of the time? Asked of virtual horses, or of records."""

from bucephal.lab.calibration.claims import Calibration, score
from bucephal.lab.calibration.herd import calibrate_herd
from bucephal.lab.calibration.records import calibrate_records
from bucephal.lab.calibration.report import as_markdown

__all__ = ["Calibration", "as_markdown", "calibrate_herd", "calibrate_records", "score"]
