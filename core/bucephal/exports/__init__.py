"""What goes out: one list of exporters, and how each writes."""

from bucephal.exports.leaving import Leaving
from bucephal.exports.registry import (
    ARCHIVE,
    EXPORTERS,
    EXPORTS,
    HELD,
    Export,
    Exporter,
    Format,
    Reach,
    exporter,
)

__all__ = [
    "ARCHIVE", "EXPORTERS", "EXPORTS", "HELD", "Export", "Exporter", "Format", "Leaving", "Reach", "exporter",
]  # fmt: skip
