"""Virtual horses worked by a plain trainer, with their truth known.

An assumption: real horses may differ. They differ on purpose from the response model: their
answers scatter normally and their minds wander, moods last into the next day, learning comes in
plateaus and set-backs, insects, wind and drilling count, warm-up and forgetting are each
horse's own. Nothing of the model was tuned on them. In the middle they are such horses as the
design describes (an unknown cue answered around 5, some 8 % of the way to lightness a ride, one
ask in 25 that tells nothing); about the middle they vary widely.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np

from bucephal.answers import is_accepted
from bucephal.calibrate.claims import ORACLE, Calibration, Findings, score
from bucephal.calibrate.records import Predictor
from bucephal.ladder import Catalogue, Side
from bucephal.record import DatedAsk, Horse, Session
from bucephal.response import (
    ARRIVED_SHARE,
    HORIZON,
    SIDE_CLAIM,
    SIDE_HINT,
    SIDE_LEAST_ASKS,
    SIDE_MATTERS,
    WITHIN,
    CueTrack,
    LightnessTrack,
    Tracks,
    forecast,
    heard_days,
    side_difference,
    side_rides,
    tables_for,
)
from bucephal.simulate import VirtualHorse, draw_traits, draw_weather

STEP, SIDES = "up-wt.2", (Side.LEFT, Side.RIGHT)
BANDS = (5, 5, 4, 3)
RIDES = 60
GAPS = (1, 1, 2, 2, 2, 3, 3, 4)
LONG_BREAK_CHANCE = 0.03
IN_A_ROW, CAP = 3, 7
ALIKE = 0.25

FORECAST_AFTER = (3, 6, 12)
FORECAST_GAP = 2
_START = date(2025, 1, 6)


def calibrate_herd(seed: int, horses: int, catalogue: Catalogue) -> Calibration:
    """The table of ``horses`` virtual horses; the same seed gives the same table."""
    findings = Findings()
    for number in range(horses):
        rng = np.random.default_rng([seed, number])
        _Pupil(catalogue, rng).work_for_a_season(findings)
        _Pupil(catalogue, rng).work_towards_a_goal(findings)
    return score(findings, f"virtual horses, seed {seed}", horses)


@dataclass
class _Pupil:
    """One virtual horse and what the model believes of it."""

    catalogue: Catalogue
    rng: np.random.Generator

    def __post_init__(self) -> None:
        self.band_top = int(self.rng.choice(BANDS))
        self.horse = VirtualHorse(draw_traits(self.rng), self.catalogue, self.rng)
        profile = Horse(name="Virtual", bands={"default": (1, self.band_top)})
        self.tracks = Tracks(profile, self.catalogue)
        self.predictor = Predictor(self.tracks)
        self.day = _START

    def work_for_a_season(self, findings: Findings) -> None:
        confirmed: set[Side] = set()
        for _ in range(RIDES):
            self._begin_day(self._gap())
            for side in SIDES:
                self._work_side(side, findings)
                track = self._track(side)
                low, high = track.belief.interval()
                hit = low <= self.horse.true_level(STEP, side) <= high
                findings.level_intervals.append((len(track.asks), hit))
                if track.standing.confirmed and side not in confirmed:
                    confirmed.add(side)
                    findings.confirmed.append(self.horse.chance_light_first(STEP, side, self.band_top))
        self._judge_sides(findings)

    def work_towards_a_goal(self, findings: Findings) -> None:
        """Foretold at three moments, then worked on for forty rides at the same rhythm."""
        told: list[tuple[int, tuple[float, ...], tuple[int, int, int] | None]] = []
        arrived: list[int] = []
        side = Side.LEFT
        for ride in range(1, max(FORECAST_AFTER) + HORIZON + 1):
            self._begin_day(FORECAST_GAP)
            if self.horse.chance_light_first(STEP, side, self.band_top, FORECAST_GAP) >= ARRIVED_SHARE:
                arrived.append(ride)
            self._work_side(side, None)
            if ride in FORECAST_AFTER and not arrived:
                track = self._track(side)
                assert isinstance(track.start, LightnessTrack)
                gaps = [FORECAST_GAP] * HORIZON
                ahead = forecast(track.start, heard_days(track), gaps, self.band_top)
                told.append((ride, ahead.arrived_by, ahead.if_within_horizon))
        for ride, chances, interval in told:
            after = arrived[0] - ride if arrived else None
            came = after if after is not None and after <= HORIZON else None
            for rides in WITHIN:
                findings.forecast_chances.append((chances[rides - 1], came is not None and came <= rides))
            if came is not None and interval is not None:
                findings.forecast_intervals.append(interval[0] <= came <= interval[2])

    def _gap(self) -> int:
        if self.rng.random() < LONG_BREAK_CHANCE:
            return int(self.rng.integers(7, 40))
        return int(self.rng.choice(GAPS))

    def _begin_day(self, gap: int) -> None:
        self.day += timedelta(days=gap)
        weather = draw_weather(self.rng, self.day.timetuple().tm_yday)
        self.horse.begin_day(self.day.toordinal(), weather)
        self.session = Session(date=self.day)

    def _work_side(self, side: Side, findings: Findings | None) -> None:
        row = 0
        for _ in range(CAP):
            oracle = {ORACLE: self.horse.chance_light(STEP, side, self.band_top)}
            ask = self.horse.ask(STEP, side, self.band_top)
            claim = self.predictor.hear(DatedAsk(ask, self.day, self.session), oracle)
            if claim is not None and findings is not None:
                findings.asks.append(claim)
            row = row + 1 if is_accepted(ask, self.tracks.rule(STEP)) else 0
            if row == IN_A_ROW:
                return

    def _track(self, side: Side) -> CueTrack:
        return self.tracks.by_key[STEP, side]

    def _judge_sides(self, findings: Findings) -> None:
        left, right = (self._track(side) for side in SIDES)
        if min(len(left.asks), len(right.asks)) < SIDE_LEAST_ASKS:
            return
        difference = side_difference(side_rides(left, right), tables_for())
        true = self.horse.true_level(STEP, Side.LEFT) - self.horse.true_level(STEP, Side.RIGHT)
        chance_left, chance_right = difference.p_above(SIDE_MATTERS), difference.p_below(-SIDE_MATTERS)
        chance, sign = max((chance_left, 1), (chance_right, -1))
        if chance >= SIDE_CLAIM:
            findings.side_claims.append(sign * true > SIDE_MATTERS)
        if abs(true) < ALIKE:
            findings.even_hinted.append(chance >= SIDE_HINT)
            findings.even_claimed.append(chance >= SIDE_CLAIM)
