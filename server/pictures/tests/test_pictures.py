"""Pictures and clips: freed of where they were taken, kept within limits, seen by whoever sees the horse."""

from __future__ import annotations

import contextlib
from datetime import date, timedelta
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from accounts.models import User, Yard
from django.test import Client
from horses.models import Horse
from hypothesis import given
from hypothesis import strategies as st
from pictures import services
from pictures.clips import NotAClip, freed_of_its_place
from pictures.models import Picture
from PIL import Image
from testing import ask_item, new_id, person, send, session_item

from .clip_of import PLACE, SAMPLE, TRACK_PLACES, clip

GPS, LATITUDE_REF, LATITUDE, MAKE, ORIENTATION = 0x8825, 1, 2, 0x010F, 0x0112
"""Tags of Exif 2.32 (CIPA DC-008)."""


def photo(size: tuple[int, int] = (640, 480), form: str = "JPEG", *, turned: int | None = None) -> bytes:
    """With a place, a maker and, if wanted, a turn in it, as a telephone writes it."""
    image, out = Image.new("RGB", size, (200, 40, 30)), BytesIO()
    exif = Image.Exif()
    exif[MAKE] = "Sandpiper"
    exif.get_ifd(GPS)[LATITUDE_REF] = "N"
    exif.get_ifd(GPS)[LATITUDE] = (57.0, 7.0, 24.0)
    if turned is not None:
        exif[ORIENTATION] = turned
    image.save(out, form, exif=exif)
    return out.getvalue()


def add(client: Client, horse: Horse, content: bytes, session: str, **beside: Any) -> Any:
    wanted = "&".join(f"{key}={value}" for key, value in {"session": session, **beside}.items())
    return client.post(f"/api/horses/{horse.pk}/pictures?{wanted}", content, "application/octet-stream")


@pytest.fixture
def session(client: Client, horse: Horse, today: date) -> str:
    made = new_id()
    send(client, [session_item(horse, made, today - timedelta(days=1))])
    return made


# --- what is taken out of them -----------------------------------------------------------------


def test_a_clip_keeps_its_picture_and_loses_its_place() -> None:
    made = clip(seconds=12)
    assert made.count(PLACE) == 5
    assert TRACK_PLACES in made
    freed = freed_of_its_place(made)
    assert PLACE not in freed.content
    assert TRACK_PLACES not in freed.content
    assert SAMPLE in freed.content
    assert len(freed.content) == len(made)
    assert made.index(SAMPLE) == freed.content.index(SAMPLE)
    assert (freed.seconds, freed.width, freed.height) == (12.0, 640, 360)
    assert freed_of_its_place(freed.content).content == freed.content


@given(st.integers(0, 700))
def test_half_a_clip_is_refused_or_freed_and_nothing_breaks(length: int) -> None:
    with contextlib.suppress(NotAClip):
        assert PLACE not in freed_of_its_place(clip()[:length]).content


@given(st.binary(max_size=300), st.integers(0, 600))
def test_a_clip_with_rubbish_in_it_is_refused_or_freed(rubbish: bytes, at: int) -> None:
    made = clip()
    with contextlib.suppress(NotAClip):
        freed_of_its_place(made[:at] + rubbish + made[at + len(rubbish) :])


@pytest.mark.parametrize(
    ("made", "said"),
    [
        (clip(pieces=True), "cut in pieces"),
        (clip(track_of=b"soun"), "has no picture in it"),
        (b"\0\0\0\x08ftyp", "only a part of one"),
    ],
)
def test_what_cannot_be_freed_is_refused_with_why(made: bytes, said: str) -> None:
    with pytest.raises(NotAClip, match=said):
        freed_of_its_place(made)


@pytest.mark.django_db
@pytest.mark.parametrize("form", ["JPEG", "PNG", "WEBP"])
def test_a_picture_is_drawn_anew_without_its_place(
    form: str, client: Client, horse: Horse, session: str, own_folder: Path
) -> None:
    made = add(client, horse, photo(form=form), session).json()
    for small in ("", "?small=true"):
        answer = client.get(f"/api/horses/{horse.pk}/pictures/{made['id']}/file{small}")
        content = b"".join(answer.streaming_content)  # type: ignore[attr-defined]
        with Image.open(BytesIO(content)) as seen:
            assert seen.format == "JPEG"
            assert dict(seen.getexif()) == {}
            assert seen.getpixel((5, 5))[0] > 150  # type: ignore[index]
        assert b"Sandpiper" not in content
    assert {one.suffix for one in (own_folder / "pictures").iterdir()} == {".jpg"}


@pytest.mark.django_db
def test_a_picture_is_upright_though_what_says_so_is_gone(client: Client, horse: Horse, session: str) -> None:
    """Exif orientation 6: the camera was turned by a quarter; what was wide is high."""
    made = add(client, horse, photo((640, 480), turned=6), session).json()
    assert (made["width"], made["height"]) == (480, 640)
    large = add(client, horse, photo((6000, 3000)), session).json()
    assert (large["width"], large["height"]) == (2400, 1200)


# --- taken in, seen, taken away ----------------------------------------------------------------


@pytest.mark.django_db
def test_beside_an_answer_it_knows_what_is_done_in_it(client: Client, horse: Horse, session: str) -> None:
    ask = ask_item(session, 4, step="up-wt.2", side="left")
    send(client, [ask])
    made = add(client, horse, clip(), session, ask=ask["id"]).json()
    assert (made["step"], made["exercise"], made["side"], made["is_clip"]) == (
        "up-wt.2",
        "up-wt",
        "left",
        True,
    )
    assert made["name"].startswith("Walk to trot")
    listed = client.get(f"/api/horses/{horse.pk}/pictures", {"session": session}).json()["pictures"]
    assert [one["id"] for one in listed] == [made["id"]]
    other = client.get(f"/api/horses/{horse.pk}/pictures", {"session": new_id()}).json()["pictures"]
    assert other == []


@pytest.mark.django_db
def test_a_player_gets_the_part_that_it_asks_for(client: Client, horse: Horse, session: str) -> None:
    """RFC 9110, 14: range requests."""
    made = add(client, horse, clip(), session).json()
    where = f"/api/horses/{horse.pk}/pictures/{made['id']}/file"
    whole = b"".join(client.get(where).streaming_content)  # type: ignore[attr-defined]
    part = client.get(where, HTTP_RANGE="bytes=4-11")
    assert (part.status_code, part.content) == (206, whole[4:12])
    assert part["Content-Range"] == f"bytes 4-11/{len(whole)}"
    rest = client.get(where, HTTP_RANGE=f"bytes={len(whole) - 3}-")
    assert rest.content == whole[-3:]
    assert client.get(where)["Accept-Ranges"] == "bytes"
    past = client.get(where, HTTP_RANGE=f"bytes={len(whole)}-")
    assert past.status_code == 200


@pytest.mark.django_db
def test_moments_are_marked_in_order_and_within_the_clip(client: Client, horse: Horse, session: str) -> None:
    made = add(client, horse, clip(seconds=12), session).json()
    where = f"/api/horses/{horse.pk}/pictures/{made['id']}/marks"
    marks = [{"at_s": 9.5, "words": "answers"}, {"at_s": 2, "words": "the ask"}]
    kept = client.put(where, {"marks": marks}, "application/json").json()["marks"]
    assert [one["words"] for one in kept] == ["the ask", "answers"]
    late = client.put(where, {"marks": [{"at_s": 12.5, "words": "past it"}]}, "application/json")
    (problem,) = late.json()["errors"]
    assert (problem["path"], problem["allowed"]) == ("marks[0].at_s", "0 to 12.0 s")
    still = add(client, horse, photo(), session).json()
    refused = client.put(
        f"/api/horses/{horse.pk}/pictures/{still['id']}/marks", {"marks": marks}, "application/json"
    )
    assert refused.json()["errors"][0]["reason"] == "a picture has no moments"


@pytest.mark.django_db
def test_what_is_taken_away_is_gone_with_its_files(
    client: Client, horse: Horse, session: str, own_folder: Path
) -> None:
    made = add(client, horse, photo(), session).json()
    assert len(list((own_folder / "pictures").iterdir())) == 2
    assert client.post(f"/api/horses/{horse.pk}/pictures/{made['id']}/remove").status_code == 204
    assert list((own_folder / "pictures").iterdir()) == []
    assert client.get(f"/api/horses/{horse.pk}/pictures/{made['id']}/file").status_code == 404


@pytest.mark.django_db
def test_what_is_refused_says_why_and_what_is_taken(
    client: Client, horse: Horse, session: str, own_folder: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def problem(content: bytes, status: int, **beside: Any) -> dict[str, Any]:
        answer = add(client, horse, content, beside.pop("session", session), **beside)
        assert answer.status_code == status, answer.content
        (one,) = answer.json()["errors"]
        return dict(one)

    assert problem(b"<svg onload='x'/>", 422)["allowed"] == services.ALLOWED
    assert problem(photo()[:200], 422)["reason"].startswith("is no picture that can be read")
    assert "180 s at most" in problem(clip(seconds=181), 422)["reason"]
    assert problem(photo(), 422, session=new_id())["path"] == "session"
    assert problem(photo(), 422, ask=new_id())["path"] == "ask"
    assert problem(photo(), 422, step="fly.1")["path"] == "step"
    monkeypatch.setattr(services, "MOST_BYTES", 1000)
    assert problem(photo(), 413)["reason"] == "is too large"
    monkeypatch.undo()
    monkeypatch.setattr(services, "MOST_OF_A_YARD", 1000)
    assert "no more room" in problem(photo(), 413)["reason"]
    assert not list((own_folder / "pictures").glob("*")) if (own_folder / "pictures").exists() else True
    assert Picture.objects.count() == 0


@pytest.mark.django_db
def test_with_no_room_on_the_disk_nothing_is_kept_of_it(
    client: Client, horse: Horse, session: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(services, "write_whole", full)
    answer = add(client, horse, photo(), session)
    assert answer.status_code == 503
    assert Picture.objects.count() == 0


@pytest.mark.django_db
def test_a_session_given_to_another_horse_takes_its_pictures_along(
    client: Client, horse: Horse, fresh_horse: Horse, session: str
) -> None:
    from training.models import StoredSession

    made = add(client, horse, photo(), session).json()
    StoredSession.objects.filter(pk=session).update(horse=fresh_horse)
    assert client.get(f"/api/horses/{horse.pk}/pictures/{made['id']}/file").status_code == 404
    assert client.get(f"/api/horses/{fresh_horse.pk}/pictures/{made['id']}/file").status_code == 200
    StoredSession.objects.filter(pk=session).update(deleted=True)
    assert client.get(f"/api/horses/{fresh_horse.pk}/pictures").json()["pictures"] == []


@pytest.mark.django_db
def test_nobody_of_another_yard_sees_one(
    client: Client, client_of: Any, other_yard: Yard, horse: Horse, session: str
) -> None:
    made = add(client, horse, photo(), session).json()
    stranger: User = person(other_yard, "stranger")
    assert client_of(stranger).get(f"/api/horses/{horse.pk}/pictures/{made['id']}/file").status_code == 404
    assert Client().get(f"/api/horses/{horse.pk}/pictures/{made['id']}/file").status_code == 401
