"""Virtual horses worked by a plain trainer, with their truth known.

An assumption: real horses may differ. They differ on purpose from the response model: their
answers scatter normally and their minds wander, moods last into the next day, learning comes in
plateaus and set-backs, insects, wind and drilling count, warm-up and forgetting are each
horse's own. Nothing of the model was tuned on them. In the middle they are such horses as the
design describes (an unknown cue answered around 5, some 8 % of the way to lightness a ride, one
ask in 25 that tells nothing); about the middle they vary widely. Beside that the virtual horse learns
within a session what is new about a question, which the model knows nothing of.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np

from bucephal.answers import is_accepted
from bucephal.lab.calibration.claims import ORACLE, Calibration, Findings, Sureness, score
from bucephal.lab.calibration.yard_records import Predictor
from bucephal.lab.virtual_horse import VirtualHorse, draw_traits, draw_weather
from bucephal.ladder import Catalogue, Side
from bucephal.record import DatedAsk, Horse, Session
from bucephal.response import (
    ARRIVED_SHARE,
    HORIZON,
    LIGHTER_BY,
    SIDE_CLAIM,
    SIDE_HINT,
    SIDE_LEAST_ASKS,
    SIDE_MATTERS,
    SURE_SHARE,
    WITHIN,
    CueTrack,
    LightnessTrack,
    ShareTrack,
    Tracks,
    forecast,
    heard_days,
    session_change,
    side_difference,
    side_rides,
    tables_for,
)
from bucephal.response.tables import clamp_days

OFTEN_ENOUGH = "light 8 times in 10 or more"
LIGHTER_AT_END = "lighter at the end of a session"
ONE_SIDE_HEAVIER = "one side is the heavier"
STEP, SIDES = "up-wt.2", (Side.LEFT, Side.RIGHT)
BANDS = (5, 5, 4, 3)
RIDES = 60
SIDES_JUDGED_EVERY = 15
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


Start = tuple[LightnessTrack | ShareTrack, date]
"""What was believed before a ride, and since which day."""


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
        for ride in range(1, RIDES + 1):
            self._begin_day(self._gap())
            for side in SIDES:
                before = self.tracks.get(STEP, side)
                start = (before.belief, before.last_day) if before is not None else None
                levels = self._work_side(side, findings)
                track = self._track(side)
                self._judge_lightness(track, findings)
                self._judge_change(start, track, levels, findings)
                low, high = track.belief.interval()
                hit = low <= self.horse.true_level(STEP, side) <= high
                findings.level_intervals.append((len(track.asks), hit))
                if track.standing.confirmed and side not in confirmed:
                    confirmed.add(side)
                    findings.confirmed.append(self.horse.chance_light_first(STEP, side, self.band_top))
            if ride % SIDES_JUDGED_EVERY == 0:
                self._judge_sureness_of_sides(findings)
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

    def _work_side(self, side: Side, findings: Findings | None) -> list[float]:
        """The levels around which it answered, ask by ask: what only the horse knows."""
        row, levels = 0, list[float]()
        for _ in range(CAP):
            oracle = {ORACLE: self.horse.chance_light(STEP, side, self.band_top)}
            levels.append(self.horse.level_now(STEP, side))
            ask = self.horse.ask(STEP, side, self.band_top)
            claim = self.predictor.hear(DatedAsk(ask, self.day, self.session), oracle)
            if claim is not None and findings is not None:
                findings.asks.append(claim)
            row = row + 1 if is_accepted(ask, self.tracks.rule(STEP)) else 0
            if row == IN_A_ROW:
                break
        return levels

    def _judge_lightness(self, track: CueTrack, findings: Findings) -> None:
        true = self.horse.chance_light_first(STEP, track.side, self.band_top) >= SURE_SHARE
        findings.sureness.append(Sureness(what=OFTEN_ENOUGH, chance=track.sure, true=true))

    def _judge_change(
        self,
        start: tuple[LightnessTrack | ShareTrack, date] | None,
        track: CueTrack,
        levels: list[float],
        findings: Findings,
    ) -> None:
        heard = [one.level + (not one.answered) for one in track.asks_on(self.day) if one.level is not None]
        if start is None or len(heard) < 2:
            return
        belief, last_day = start
        assert isinstance(belief, LightnessTrack)
        days = clamp_days((self.day - last_day).days)
        change = session_change(heard, days, belief.mean, belief.variance, belief.tables)
        findings.sureness.append(
            Sureness(
                what=LIGHTER_AT_END,
                chance=change.p_below(-LIGHTER_BY),
                true=levels[-1] - levels[0] < -LIGHTER_BY,
            )
        )

    def _track(self, side: Side) -> CueTrack:
        return self.tracks.by_key[STEP, side]

    def _judge_sides(self, findings: Findings) -> None:
        found = self._sides()
        if found is None:
            return
        chance, is_heavier, true = found
        if chance >= SIDE_CLAIM:
            findings.side_claims.append(is_heavier)
        if abs(true) < ALIKE:
            findings.even_hinted.append(chance >= SIDE_HINT)
            findings.even_claimed.append(chance >= SIDE_CLAIM)

    def _judge_sureness_of_sides(self, findings: Findings) -> None:
        found = self._sides()
        if found is not None:
            chance, is_heavier, _ = found
            findings.sureness.append(Sureness(what=ONE_SIDE_HEAVIER, chance=chance, true=is_heavier))

    def _sides(self) -> tuple[float, bool, float] | None:
        """The chance that the likelier side is heavier by something that matters, whether it is, and the
        true difference; None from too few asks.
        """
        left, right = (self._track(side) for side in SIDES)
        if min(len(left.asks), len(right.asks)) < SIDE_LEAST_ASKS:
            return None
        difference = side_difference(side_rides(left, right), tables_for())
        true = self.horse.true_level(STEP, Side.LEFT) - self.horse.true_level(STEP, Side.RIGHT)
        side, chance = difference.heavier
        return chance, (true if side is Side.LEFT else -true) > SIDE_MATTERS, true
