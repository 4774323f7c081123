"""The tables that say whether figures can be trusted, and that they tell good from bad."""

from __future__ import annotations

from datetime import date

import numpy as np
import pytest
from bucephal.lab.calibration import as_markdown, calibrate_herd, calibrate_records, score
from bucephal.lab.calibration.baseline_predictors import (
    BASELINES,
    LAST_FIVE,
    RUNNING_MEAN,
    BaselinePredictors,
)
from bucephal.lab.calibration.calibration_page import halfway_words
from bucephal.lab.calibration.claims import MODEL, ORACLE, AskClaim, Findings, Sureness, brier_score, log_loss
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import Catalogue
from scipy.stats import entropy
from statsmodels.genmod.families import Binomial


def claims(said: list[float], happened: list[bool]) -> list[AskClaim]:
    return [
        AskClaim({MODEL: chance}, true, first_of_day=False, asks_before=5)
        for chance, true in zip(said, happened, strict=True)
    ]


def test_log_loss_is_half_the_deviance_of_a_binomial() -> None:
    """Checked against statsmodels: McCullagh and Nelder (1989), Generalized Linear Models, ch. 4."""
    rng = np.random.default_rng(1)
    said = rng.uniform(0.05, 0.95, 200)
    happened = rng.random(200) < said
    deviance = Binomial().deviance(happened.astype(float), said)
    assert log_loss(list(said), list(happened)) == pytest.approx(deviance / 2 / 200)


def test_scores_of_one_half() -> None:
    """Saying one half to everything: Brier 1/4, log loss ln 2."""
    assert brier_score([0.5] * 4, [True, False, True, True]) == 0.25
    assert log_loss([0.5] * 4, [True, False, True, True]) == pytest.approx(entropy([0.5, 0.5]))


@pytest.mark.parametrize(("true_share", "met"), [(0.8, True), (0.55, False)])
def test_who_says_80_percent_too_often_is_found_out(true_share: float, met: bool) -> None:
    rng = np.random.default_rng(2)
    happened = [bool(one) for one in rng.random(2000) < true_share]
    found = score(Findings(asks=claims([0.8] * 2000, happened)), "test", 1)
    (rate,) = [one for one in found.rates if one.what == "said 80 %, 3 to 10 asks"]
    assert rate.met is met
    assert rate.share == pytest.approx(true_share, abs=0.03)
    (row,) = [one for one in found.reliability if one.what == "any ask" and one.claims]
    assert (row.said_low, row.claims) == (0.75, 2000)


@pytest.mark.parametrize(
    ("chance", "said"),
    [
        (0.9, "sure"),
        (0.89, "fairly sure"),
        (0.8, "fairly sure"),
        (0.79, "cannot tell yet"),
        (0.2, "cannot tell yet"),
    ],
)
@pytest.mark.parametrize("true_share", [0.95, 0.7])
def test_what_was_said_to_be_sure_is_counted(chance: float, said: str, true_share: float) -> None:
    so = [number < true_share * 100 for number in range(100)]
    found = score(Findings(sureness=[Sureness(what="x", chance=chance, true=true) for true in so]), "test", 1)
    (row,) = [one for one in found.said_sure if one.cases]
    assert (row.said, row.cases, row.was_so) == (said, 100, true_share)
    # Nothing was claimed where it could not be told.
    assert row.met is (None if said == "cannot tell yet" else true_share >= 0.9)
    assert f"| x | {said} | 100 | {true_share:.1%} |" in as_markdown(found, "Title", "How.")


def test_simple_ways_follow_what_they_hear() -> None:
    ways = BaselinePredictors(band_top=5)
    assert ways.predict()[LAST_FIVE] == pytest.approx(0.5)
    for _ in range(6):
        ways.hear(2.0, True)
    light = ways.predict()
    for _ in range(6):
        ways.hear(9.0, False)
    heavy = ways.predict()
    for way in BASELINES:
        assert light[way] > 0.8, way
        assert heavy[way] < 0.55, way
    assert heavy[RUNNING_MEAN] < 0.2


def test_a_small_herd_gives_the_whole_table_the_same_each_time(catalogue: Catalogue) -> None:
    found = calibrate_herd(3, 6, catalogue)
    assert found == calibrate_herd(3, 6, catalogue)
    by_way = {one.way: one for one in found.ways}
    assert set(by_way) == {MODEL, ORACLE, *BASELINES}
    assert by_way[ORACLE].log_loss < by_way[MODEL].log_loss < by_way[LAST_FIVE].log_loss
    whats = {rate.what for rate in found.rates}
    assert "forecast interval, if within 40" in whats
    assert len({one.what for one in found.said_sure}) == 3
    assert "confirmed, truly light under 80% of the time" in whats
    page = as_markdown(found, "Title", "How.")
    assert page.startswith("# Title")
    assert "Virtual horses are an assumption" in page
    assert halfway_words(found)[0] in page


def test_records_are_put_to_the_same_test_without_a_truth(catalogue: Catalogue, today: date) -> None:
    records = [simulate_record(seed, catalogue, sessions=20, end=today) for seed in (1, 2)]
    found = calibrate_records(records, catalogue)
    assert (found.horses, found.asks > 300) == (2, True)
    assert {one.way for one in found.ways} == {MODEL, *BASELINES}
    assert not any("interval" in rate.what for rate in found.rates)
    nothing = calibrate_records([], catalogue)
    assert (nothing.asks, nothing.ways) == (0, ())
