"""The invented scenario: a small trekking farm, its six virtual horses, its people."""
