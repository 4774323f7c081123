"""The places of Sallowfen, made up: an arena, a round pen, and a patch that is marked on the sands."""

from __future__ import annotations

from typing import Any

PLACES: tuple[dict[str, Any], ...] = (
    {
        "name": "sand school", "width_m": 20.0, "length_m": 40.0,
        "home": {"x_m": 10.0, "y_m": -25.0},
        "things": [
            {"kind": "gate", "name": "gate", "x_m": 10.0, "y_m": 0.0},
            {"kind": "spooky", "name": "reed corner", "x_m": 20.0, "y_m": 40.0},
            {"kind": "jump-store", "name": "pole store", "x_m": 1.0, "y_m": 39.0, "reach_m": 0.4},
        ],
    },
    {
        "name": "pen by the slipway", "shape": "round", "across_m": 18.0, "letters": False,
        "home": {"x_m": 9.0, "y_m": -30.0},
        "things": [{"kind": "gate", "name": "gate", "x_m": 9.0, "y_m": 0.0}],
    },
    {
        "name": "sands at low tide", "shape": "patch", "letters": False,
        "corners": [
            {"x_m": 0.0, "y_m": 0.0}, {"x_m": 62.0, "y_m": 4.0}, {"x_m": 70.0, "y_m": 38.0},
            {"x_m": 34.0, "y_m": 46.0}, {"x_m": 3.0, "y_m": 35.0},
        ],
        "home": {"x_m": -60.0, "y_m": 10.0},
        "things": [{"kind": "bank", "name": "shingle bank", "x_m": 66.0, "y_m": 24.0, "reach_m": 3.0}],
    },
)  # fmt: skip
