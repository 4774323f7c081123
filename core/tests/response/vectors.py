"""The design's reference vectors, and how its asks are read."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from bucephal.answers import Observation

# Computed apart from this code, by the implementation on which the model was chosen.
VECTORS: dict[str, Any] = json.loads((Path(__file__).parent.parent / "response_vectors.json").read_text())
TOLERANCE = 1e-3


def cases_named(start: str) -> list[dict[str, Any]]:
    return [case for case in VECTORS["cases"] if case["name"].startswith(start)]


def observation(ask: dict[str, Any]) -> Observation:
    if ask["level"] is None:
        return Observation.no_answer_up_to(ask["max"])
    return Observation.answered_at(ask["level"])
