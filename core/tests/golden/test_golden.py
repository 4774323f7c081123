"""Nothing that is not meant to change changes: what was said of six horses is said again, to the byte.

Against what this product said when the files were written (``tools/golden.py``); no truth is claimed.
"""

from __future__ import annotations

from datetime import date

import pytest
from bucephal.ladder import Catalogue
from bucephal.record import read_record
from tests.golden.golden import NAMES, as_text, golden_file, golden_of, record_file

LATER = date(2026, 7, 1)


@pytest.mark.parametrize("name", NAMES)
def test_every_plan_estimate_advice_and_export_is_as_it_was(name: str, catalogue: Catalogue) -> None:
    # `make test` runs this under three hash seeds: no choice may hang on the order of a set.
    record = read_record(record_file(name).read_text(encoding="utf-8"), catalogue, LATER)
    assert as_text(golden_of(record, catalogue)) == golden_file(name).read_text(encoding="utf-8")
