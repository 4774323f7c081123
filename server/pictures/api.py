"""Pictures and clips of a horse: listed, sent, seen, marked, taken away."""

from __future__ import annotations

import re
from datetime import date
from typing import Annotated
from uuid import UUID

from accounts.doors import CHANGES, LOGS, READS
from accounts.services import person_of
from bucephal.base.texts import line_of
from bucephal.ladder import Side
from django.http import FileResponse, HttpRequest, HttpResponse
from file_body import AS_A_FILE
from horses.models import Horse
from horses.services import horse_of, ladder_of
from ninja import Query, Router, Schema, Status
from pydantic import Field

from pictures import services
from pictures.models import Picture
from pictures.services import LONGEST_S, MOST_BYTES, MOST_MARKS

router = Router(tags=["pictures"])
_RANGE = re.compile(r"bytes=(\d+)-(\d*)$")


class ClipMark(Schema):
    """A moment of a clip, and what is seen there."""

    at_s: float = Field(ge=0, le=LONGEST_S)
    words: Annotated[str, Field(**line_of(120))]


class Marks(Schema):
    marks: list[ClipMark] = Field(max_length=MOST_MARKS)


class PictureView(Schema):
    id: UUID
    session: UUID
    on: date
    ask: UUID | None
    step: str | None = Field(description="What is done in it; null: it was not said.")
    exercise: str | None
    name: str = Field(description="The step's name; empty: it was not said.")
    side: Side
    is_clip: bool
    seconds: float | None
    width: int
    height: int
    by: str
    marks: list[ClipMark]


class PictureList(Schema):
    pictures: list[PictureView]


class Beside(Schema):
    """What it shows: a session, one answer of it, or what was done."""

    session: UUID
    ask: UUID | None = None
    step: str = Field("", max_length=40)
    side: Side = Side.NONE


@router.get("/horses/{horse_id}/pictures", auth=READS, response=PictureList)
def list_pictures(request: HttpRequest, horse_id: UUID, session: UUID | None = None) -> PictureList:
    horse = horse_of(person_of(request), horse_id)
    return PictureList(pictures=[_view(horse, one) for one in services.pictures_of(horse, session)])


@router.post("/horses/{horse_id}/pictures", auth=LOGS, response={201: PictureView}, openapi_extra=AS_A_FILE)
def post_picture(request: HttpRequest, horse_id: UUID, beside: Query[Beside]) -> Status[PictureView]:
    """Kept without where it was taken."""
    person = person_of(request)
    horse = horse_of(person, horse_id)
    content = request.read(MOST_BYTES + 1)
    picture = services.add(
        person, horse, content, beside.session, beside.ask, beside.step.strip(), beside.side
    )
    return Status(201, _view(horse, picture))


@router.get("/horses/{horse_id}/pictures/{picture_id}/file", auth=READS, response={200: None, 206: None})
def get_picture_file(
    request: HttpRequest, horse_id: UUID, picture_id: UUID, small: bool = False
) -> HttpResponse | FileResponse:
    """The file itself, or the part of it that a player asks for."""
    picture = services.picture_of(horse_of(person_of(request), horse_id), picture_id)
    path = services.file_of(picture, small=small)
    media_type = "video/mp4" if picture.is_clip else "image/jpeg"
    wanted = _RANGE.match(request.headers.get("Range", ""))
    size = path.stat().st_size
    if wanted is None or int(wanted[1]) >= size:
        answer: HttpResponse | FileResponse = FileResponse(path.open("rb"), content_type=media_type)
    else:
        first, last = int(wanted[1]), min(int(wanted[2] or size - 1), size - 1)
        with path.open("rb") as file:
            file.seek(first)
            answer = HttpResponse(file.read(last - first + 1), content_type=media_type, status=206)
        answer["Content-Range"] = f"bytes {first}-{last}/{size}"
    answer["Accept-Ranges"] = "bytes"
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


@router.put("/horses/{horse_id}/pictures/{picture_id}/marks", auth=LOGS, response=PictureView)
def put_marks(request: HttpRequest, horse_id: UUID, picture_id: UUID, form: Marks) -> PictureView:
    horse = horse_of(person_of(request), horse_id)
    picture = services.picture_of(horse, picture_id)
    services.mark(picture, [one.dict() for one in form.marks])
    return _view(horse, picture)


@router.post("/horses/{horse_id}/pictures/{picture_id}/remove", auth=CHANGES, response={204: None})
def remove_picture(request: HttpRequest, horse_id: UUID, picture_id: UUID) -> Status[None]:
    services.remove(services.picture_of(horse_of(person_of(request), horse_id), picture_id))
    return Status(204, None)


def _view(horse: Horse, one: Picture) -> PictureView:
    ladder = ladder_of(horse)
    known = one.step in ladder
    return PictureView(
        id=one.pk, session=one.session_id, on=one.session.date, ask=one.ask, step=one.step or None,
        exercise=one.step.rpartition(".")[0] or None, name=ladder.full_name(one.step) if known else one.step,
        side=Side(one.side), is_clip=one.is_clip, seconds=one.seconds, width=one.width, height=one.height,
        by=one.person.shown if one.person is not None else "",
        marks=[ClipMark(**mark) for mark in one.marks],
    )  # fmt: skip
