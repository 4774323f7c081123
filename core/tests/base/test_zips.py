"""A zip from elsewhere does nothing but be read, or is refused."""

from __future__ import annotations

import io
import struct
import zipfile

import pytest
from bucephal.base import zips
from bucephal.base.errors import InvalidInput
from bucephal.base.zips import unzipped


def zipped(*members: tuple[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in members:
            archive.writestr(zipfile.ZipInfo(name), content, zipfile.ZIP_DEFLATED)
    return out.getvalue()


def refused(content: bytes) -> str:
    with pytest.raises(InvalidInput) as error:
        unzipped(content)
    return str(error.value)


@pytest.mark.parametrize(
    "name", ["../outside.csv", "/etc/passwd", "a/../../b", "..\\up.csv", "C:\\up.csv", "c:up.csv"]
)
def test_no_name_leads_out_of_it(name: str) -> None:
    """'Zip slip', https://security.snyk.io/research/zip-slip-vulnerability."""
    assert "leads out of the file" in refused(zipped(("asks.csv", b""), (name, b"x")))


def test_what_unpacks_to_too_much_is_not_unpacked(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(zips, "MOST_UNPACKED_MB", 1)
    bomb = zipped(("asks.csv", b"0" * 700_000), ("events.csv", b"0" * 700_000))
    assert len(bomb) < 4000
    assert "events.csv: unpacks to too much" in refused(bomb)


def test_a_size_that_lies_does_not_help() -> None:
    content = zipped(("asks.csv", b"0" * 100_000))
    lying = content.replace(struct.pack("<I", 100_000), struct.pack("<I", 10))
    assert lying != content
    assert "is no zip, or a damaged one" in refused(lying)


def test_many_files_and_a_name_twice_are_refused() -> None:
    assert "too many files" in refused(zipped(*((f"{number}.csv", b"") for number in range(65))))
    with pytest.warns(UserWarning, match="Duplicate"):
        twice = zipped(("asks.csv", b"1"), ("asks.csv", b"2"))
    assert "is there twice" in refused(twice)


@pytest.mark.parametrize("keep", [0, 1, 10, 40, -30, -1])
def test_what_was_cut_off_is_refused(keep: int) -> None:
    refused(zipped(("asks.csv", bytes(range(256)) * 40))[:keep])


def test_what_is_no_zip_is_refused() -> None:
    assert "a whole zip file" in refused(b'{"format": "bucephal.horse-record"}')
