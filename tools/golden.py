"""Writes what core/tests/golden holds against: only where a change of behaviour is meant.

python tools/golden.py             the answers of the frozen records, with the code as it is
python tools/golden.py --records   the records as well, from the demo's horses
"""

from __future__ import annotations

import sys
from datetime import date
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT), str(ROOT / "core")]

from bucephal.ladder import load_catalogue  # noqa: E402
from bucephal.record import read_record  # noqa: E402
from tests.golden.golden import FOLDER, NAMES, as_text, golden_file, golden_of, record_file  # noqa: E402

DAY = date(2026, 6, 15)


def main() -> None:
    FOLDER.mkdir(exist_ok=True)
    catalogue = load_catalogue()
    if "--records" in sys.argv:
        from demo.load import records

        for text in records(DAY):
            record = read_record(text, catalogue, DAY)
            written = record.model_dump_json(exclude_defaults=True)
            record_file(record.horse.name.lower()).write_text(
                written.replace('{"id":"', '\n{"id":"') + "\n", encoding="utf-8"
            )
    for name in NAMES:
        record = read_record(record_file(name).read_text(encoding="utf-8"), catalogue, DAY)
        golden_file(name).write_text(as_text(golden_of(record, catalogue)), encoding="utf-8")


if __name__ == "__main__":
    main()
