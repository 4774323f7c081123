"""What goes out and what comes in: exports, records as tables, asks from tables of others."""

from bucephal.exchange.column_meanings import DateOrder, Meant, columns_named
from bucephal.exchange.foreign_table import read_foreign
from bucephal.exchange.horse_export import Leaving
from bucephal.exchange.package_reader import read_package
from bucephal.exchange.package_writer import Packed, write_asks, write_package
from bucephal.exchange.registry import (
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
from bucephal.exchange.table_import import CellProblem, TableRead, asks_from

__all__ = [
    "ARCHIVE", "EXPORTERS", "EXPORTS", "HELD", "CellProblem", "DateOrder", "Export", "Exporter", "Format",
    "Leaving", "Meant", "Packed", "Reach", "TableRead", "asks_from", "columns_named", "exporter",
    "read_foreign", "read_package", "write_asks", "write_package",
]  # fmt: skip
