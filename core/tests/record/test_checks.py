"""What an answer cannot be, beyond its shape."""

from __future__ import annotations

from bucephal.ladder import Catalogue
from bucephal.record.checks import check_ask


def test_a_share_is_no_more_than_the_whole(catalogue: Catalogue) -> None:
    """Of a hack: how much of it was calm; a hundred in a hundred is all of it."""
    found = [
        (problem.path, problem.allowed)
        for extent in (100, 100.5)
        for problem in check_ask({"step": "hack.1", "extent": extent}, catalogue, f"asks[{extent}]")
    ]
    assert found == [("asks[100.5].extent", "0 to 100")]
