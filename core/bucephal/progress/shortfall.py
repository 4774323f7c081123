"""The one thing that a side lacks for a gate: calm and right before light, light before how often.

Source: common practice, no source: calm first; own decision rules of the response model
(docs/how-it-estimates.md).
"""

from __future__ import annotations

from bucephal.ladder import Gate
from bucephal.response import (
    FIRST_ANSWERS_WITH_SURE,
    READY_CHANCE,
    READY_DAYS,
    RIGHT_WANTED,
    SURE_SHARE,
    CueTrack,
)
from bucephal.words import standing_words
from bucephal.words.figures import falls_short
from bucephal.words.plain import on_side


def passes(track: CueTrack, gate: Gate) -> bool:
    """Is this side good enough for a gate, by its own asks?"""
    return track.standing.confirmed if gate is Gate.CONFIRMED else track.is_ready()


def manner_short(track: CueTrack) -> str:
    """What is short of calm, or of right, answers; empty if neither."""
    if track.good_manners:
        return ""
    exciting = track.rule.stage.exciting
    calm, calm_wanted = track.manner.calm_figures(exciting=exciting)
    if track.manner.is_calm(exciting=exciting):
        return standing_words.right_short(track.manner.right_share, RIGHT_WANTED, on_side(track.side))
    if not track.manner.is_calm_known(exciting=exciting):
        return standing_words.calm_unknown(on_side(track.side))
    return standing_words.calm_short(calm, calm_wanted, on_side(track.side))


def lacks(track: CueTrack, gate: Gate, sure_wanted: float) -> str:
    """What is missing on this side, in words with its side.

    Args:
        sure_wanted: how sure it must be that it is nearly always light, to be confirmed.
    """
    where, what = on_side(track.side), track.rule.good_answer
    manner = manner_short(track)
    if manner:
        return manner
    chance = track.p_first()
    if gate is Gate.CONFIRMED:
        if track.sure >= sure_wanted:
            return standing_words.more_good_days(
                FIRST_ANSWERS_WITH_SURE - track.standing.first_accepted_run, where
            )
        if chance < SURE_SHARE:
            return falls_short(chance, SURE_SHARE, what, where)
        return standing_words.not_sure_yet(chance, what, where)
    if chance < READY_CHANCE:
        return falls_short(chance, READY_CHANCE, what, where)
    if len(track.days) < READY_DAYS:
        return standing_words.more_days(len(track.days), READY_DAYS, where)
    return standing_words.good_answers_running(where)
