"""Records as tables: the data package, and asks from a table that comes from elsewhere."""

from bucephal.tables.packing import Packed, write_package
from bucephal.tables.unpacking import read_package

__all__ = ["Packed", "read_package", "write_package"]
