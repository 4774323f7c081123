"""What the ground's models have in common."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class GroundModel(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)
