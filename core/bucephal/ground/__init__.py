"""The ground: places to scale, set-ups laid out in them, whether they fit, and the tape measure."""

from bucephal.ground.description import arena_out, catalogue_of_set_ups, lay_out, layout_of
from bucephal.ground.drag import dragged
from bucephal.ground.geometry import Point
from bucephal.ground.layout import Layout
from bucephal.ground.place_form import HomeSide, read_place
from bucephal.ground.places import FixedThing, GroundPlace, Shape, Spot, ThingKind, arena_from, letters_of
from bucephal.ground.set_ups import SET_UPS
from bucephal.ground.siting import Laying, prepare, set_up_of
from bucephal.ground.work_settings import set_by_step, set_for

# fmt: off
__all__ = [
    "SET_UPS", "FixedThing", "GroundPlace", "HomeSide", "Laying", "Layout", "Point", "Shape", "Spot",
    "ThingKind", "arena_from", "arena_out", "catalogue_of_set_ups", "dragged", "lay_out", "layout_of",
    "letters_of", "prepare", "read_place", "set_by_step", "set_for", "set_up_of",
]  # fmt: skip
# fmt: on
