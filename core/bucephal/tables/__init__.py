"""Records as tables: the data package, and asks from a table that comes from elsewhere."""

from bucephal.tables.asks_in import CellProblem, TableRead, asks_from
from bucephal.tables.foreign import read_foreign
from bucephal.tables.meanings import DateOrder, Meant, columns_named
from bucephal.tables.packing import Packed, write_asks, write_package
from bucephal.tables.unpacking import read_package

__all__ = [
    "CellProblem", "DateOrder", "Meant", "Packed", "TableRead", "asks_from", "columns_named", "read_foreign",
    "read_package", "write_asks", "write_package",
]  # fmt: skip
