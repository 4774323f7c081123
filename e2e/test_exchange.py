"""In and out, as a trainer does it: a record and a table are looked at, taken in, undone."""

from __future__ import annotations

from datetime import date
from pathlib import Path
from typing import Any

from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.record import write_record

from e2e.conftest import Places
from e2e.pages.places import Yard
from e2e.server import Server

LONG_AGO = date(2026, 6, 15)


def choose(yard: Yard, path: Path) -> None:
    """A file, as the browser's own window gives it."""
    (field,) = yard.all("input[type=file]")
    field.send_keys(str(path))


def counts(yard: Yard, part: str) -> list[str]:
    """New, equal, different, struck out."""
    row = f"//tr[th[normalize-space(.)={part!r}]]/td"
    yard.wait().until(lambda driver: driver.find_elements("xpath", row))
    return [cell.text for cell in yard.driver.find_elements("xpath", row)]


def match(yard: Yard, column: str, meant: str) -> None:
    """What a column is; the table is read anew."""
    css = f"select[aria-label='What is the column {column}?']"
    yard.see(f"{css} option[value={meant}]").click()
    yard.wait().until(
        lambda _: yard.see(css).get_attribute("value") == meant and not yard.all("[role=status] svg")
    )


def names(yard: Yard) -> list[str]:
    told: Any = yard.told("/api/horses")
    return sorted(one["name"] for one in told["horses"])


def test_a_record_from_elsewhere_comes_in_and_goes_again(signed_in: Places, tmp_path: Path) -> None:
    yard = signed_in.yard
    made = simulate_record(77, load_catalogue(), sessions=4, end=LONG_AGO)
    path = tmp_path / "from-elsewhere.json"
    path.write_text(write_record(made))
    asks = sum(len(session.asks) for session in made.sessions)
    yard.open("/yard/exchange")
    yard.see("h2")
    choose(yard, path)
    assert counts(yard, "Asks") == [str(asks), "0", "0", "0"]
    assert counts(yard, "Sessions") == ["4", "0", "0", "0"]
    assert names(yard) == ["Quill"], "nothing is changed by looking"
    yard.button("Take it in").click()
    yard.wait_for_text("[class*=done]", f"Taken in: {made.horse.name}.")
    assert names(yard) == ["Quill", made.horse.name]
    choose(yard, path)
    assert counts(yard, "Asks") == ["0", str(asks), "0", "0"]
    yard.button("Leave it").click()
    yard.button("Undo").click()
    yard.button("Undo, surely").click()
    yard.wait().until(lambda _: names(yard) == ["Quill"])


def test_a_diary_comes_in_as_it_was_kept(signed_in: Places, server: Server, tmp_path: Path) -> None:
    yard, quill = signed_in.yard, server.horses["Quill"]
    path = tmp_path / "diary.csv"
    path.write_text("On;Done;Rein;How hard\n15.06.2025;up-wt.2;L;5\n15.06.2025;up-wt.2;L;12\n")
    yard.open("/yard/exchange")
    yard.see("h2")
    choose(yard, path)
    yard.take("Whose asks are these?", "Quill")
    yard.wait_for_text("[role=alert]", "Say which column is: Step.")
    match(yard, "Done", "step")
    yard.wait_for_text("[role=alert]", "2 cells cannot be read")
    match(yard, "How hard", "level")
    yard.wait_for_text("td[data-wrong]", "is too large")
    assert yard.see("button[disabled]").text == "Take it in"
    path.write_text(path.read_text().replace("12", "3"))
    choose(yard, path)
    yard.take("Whose asks are these?", "Quill")
    match(yard, "Done", "step")
    match(yard, "How hard", "level")
    assert counts(yard, "Asks") == ["2", "0", "0", "0"]
    yard.button("Take it in").click()
    yard.wait_for_text("[class*=done]", "Taken in: Quill.")
    record: Any = yard.told(f"/api/horses/{quill}/record")
    came = next(one for one in record["sessions"] if one["date"] == "2025-06-15")
    assert [(one["side"], one["level"]) for one in came["asks"]] == [("left", 5), ("left", 3)]


def test_what_goes_out_is_a_file_and_an_archive_is_made(signed_in: Places, server: Server) -> None:
    yard = signed_in.yard
    yard.open("/yard/exchange")
    yard.take("Of", "Quill")
    address = yard.button("Take out: The whole record: every session, ask and flag").get_attribute("href")
    assert address is not None
    content: Any = yard.told(address.removeprefix(server.base))
    assert content["horse"]["name"] == "Quill"
    yard.button("Make one now").click()
    yard.wait_for_text("body", "The last one is just made")
    (archive,) = (server.data / "archives").glob("bucephal-*.zip")
    assert archive.stat().st_size > 1000
