"""A yard's own records: each ask foretold from those before it, and compared with what happened."""

from __future__ import annotations

from collections.abc import Iterable

from bucephal.lab.calibration.baseline_predictors import BaselinePredictors
from bucephal.lab.calibration.claims import MODEL, AskClaim, Calibration, Findings, score
from bucephal.ladder import Catalogue, StepKind
from bucephal.record import DatedAsk, HorseRecord, Tension, asks_in_order
from bucephal.response import TrackKey, Tracks


class Predictor:
    """Foretells each ask of a horse by the model and by the simple ways, then hears it."""

    def __init__(self, tracks: Tracks) -> None:
        self.tracks = tracks
        self._ways: dict[TrackKey, BaselinePredictors] = {}

    def hear(self, row: DatedAsk, oracle: dict[str, float] | None = None) -> AskClaim | None:
        """The claim about one ask; None where it says nothing about lightness.

        Args:
            oracle: what other ways said of it, by name.
        """
        rule = self.tracks.rule(row.ask.step)
        said_nothing = row.ask.tension is Tension.ALARMED or row.ask.probe
        if rule.kind is not StepKind.LIGHTNESS or said_nothing:
            self.tracks.hear(row)
            return None
        track = self.tracks.get(*row.track)
        ways = self._ways.setdefault(row.track, BaselinePredictors(rule.band_top))
        said = {MODEL: self.tracks.chance_light(row.ask.step, row.ask.side, row.day)}
        said |= ways.predict() | (oracle or {})
        first = track is None or track.last_day != row.day
        asks_before = len(track.asks) if track is not None else 0
        days_off = (row.day - track.last_day).days if track is not None and first else None
        self.tracks.hear(row)
        meaning = self.tracks.by_key[row.track].meanings[-1]
        if meaning.heard is None:
            return None
        light = meaning.success
        claim = AskClaim(
            said=said,
            happened=light,
            first_of_day=first,
            asks_before=asks_before,
            days_off=days_off,
        )
        level = row.ask.level if row.ask.level is not None else rule.band_top + (0 if light else 2)
        ways.hear(level + (not row.ask.answered), light)
        return claim


def calibrate_records(records: Iterable[HorseRecord], catalogue: Catalogue) -> Calibration:
    """The table of some horses' own records. What truly lay behind the answers is not known."""
    findings, horses = Findings(), 0
    for record in records:
        horses += 1
        predictor = Predictor(Tracks(record.horse, catalogue))
        for row in asks_in_order(record, catalogue):
            claim = predictor.hear(row)
            if claim is not None:
                findings.asks.append(claim)
    return score(findings, "records", horses)
