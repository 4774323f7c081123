"""When a track is confirmed, and when it slips: judged after each day with asks.

Source: own decision rules, measured on virtual horses (docs/how-it-estimates.md): wrongly confirmed
5-11 %, safety exercises 2-5 %; about one false 'slipping' in 100 good rides.
"""

from __future__ import annotations

from dataclasses import dataclass

SURE_ENOUGH = 0.80
SURE_ENOUGH_SAFETY = 0.90
FIRST_ANSWERS_WITH_SURE = 3
FIRST_ANSWERS_ALONE = 12
FIRST_ANSWERS_ALONE_SAFETY = 16
SLIPPING_BELOW = 0.70
# own: after a sudden loss of four levels or more the filter takes the first heavy answers for
# chance ones, and its chance stays high for three to five days; heavy first answers do not wait.
FIRST_ANSWERS_LOST = 3


@dataclass(frozen=True)
class TrackStanding:
    """Confirmed holds until it slips; slipping holds until it is confirmed again."""

    confirmed: bool = False
    slipping: bool = False
    first_accepted_run: int = 0
    """First-of-day answers accepted in a row."""
    first_heavy_run: int = 0
    """First-of-day answers outside the band in a row."""

    def after_day(
        self,
        *,
        first_accepted: bool,
        first_light: bool,
        sure: float,
        p_first: float,
        safety: bool,
        is_share: bool,
        good_manners: bool = True,
        manners_lost: bool = False,
    ) -> TrackStanding:
        """The standing after a day with asks.

        Args:
            first_accepted: was its first answer light (a success) and calm?
            first_light: was it light (a success), calm or not?
            sure: how sure the model is that it is nearly always light.
            p_first: chance that the first ask two days on is light; for tolerance and measure
                steps the mean share.
            safety: is this one of the exercises with the stricter rule?
            is_share: tolerance or measure step (no rule by a long run of first answers alone).
            good_manners: calm and right often enough (``manner.py``).
            manners_lost: so nervous, or so often wrong of late, that it is lost again.
        """
        run = self.first_accepted_run + 1 if first_accepted else 0
        wanted = SURE_ENOUGH_SAFETY if safety else SURE_ENOUGH
        alone = FIRST_ANSWERS_ALONE_SAFETY if safety else FIRST_ANSWERS_ALONE
        by_model = sure >= wanted and run >= FIRST_ANSWERS_WITH_SURE
        by_run = run >= alone and not is_share
        lost = 0 if first_light else self.first_heavy_run + 1
        confirmed, slipping = self.confirmed, self.slipping
        if (by_model or by_run) and good_manners:
            confirmed, slipping = True, False
        elif confirmed and (p_first < SLIPPING_BELOW or lost >= FIRST_ANSWERS_LOST or manners_lost):
            confirmed, slipping = False, True
        return TrackStanding(confirmed, slipping, run, lost)
