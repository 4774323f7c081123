"""Do things called 80 % likely happen 80 % of the time? Asked of virtual horses, or of records."""

from bucephal.lab.calibration.calibration_page import as_markdown
from bucephal.lab.calibration.claims import Calibration, score
from bucephal.lab.calibration.herd import calibrate_herd
from bucephal.lab.calibration.yard_records import calibrate_records

__all__ = ["Calibration", "as_markdown", "calibrate_herd", "calibrate_records", "score"]
