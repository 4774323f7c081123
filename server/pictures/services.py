"""Pictures and clips: taken in, listed, marked, taken away."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any
from uuid import UUID

from accounts.models import User, Yard
from accounts.services import Missing
from bucephal.base.errors import BucephalError, InvalidInput, Problem
from bucephal.ladder import Side
from data_folder import FOLDER_MODE, write_whole
from django.conf import settings
from django.db import transaction
from django.db.models import QuerySet, Sum
from horses.models import Horse
from horses.services import ladder_of
from training.models import StoredAsk, StoredSession

from pictures.clips import NotAClip, freed_of_its_place
from pictures.models import Picture
from pictures.stills import NotAPicture, drawn_anew

MOST_BYTES = 48 * 1024 * 1024
"""Of a file: about a minute of what a telephone films."""
LONGEST_S = 180.0
MOST_OF_A_YARD = 5 * 1024**3
MOST_MARKS = 50
ALLOWED = "a JPEG, PNG or WebP picture, or an MP4 or QuickTime clip"
PICTURES = "pictures"


class PictureTooLarge(BucephalError):
    """The file is larger than is taken, or the yard has no room for it."""

    code = "picture.too-large"

    def __init__(self, reason: str, allowed: str) -> None:
        super().__init__(reason)
        self._problem = Problem("$", None, reason, allowed)

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (self._problem,)


def pictures_of(horse: Horse, session: UUID | None = None) -> QuerySet[Picture]:
    found = Picture.objects.filter(session__horse=horse, session__deleted=False)
    found = found.select_related("session", "person")
    return found if session is None else found.filter(session_id=session)


def picture_of(horse: Horse, picture_id: UUID) -> Picture:
    """
    Raises:
        Missing: if there is none.
    """
    found = pictures_of(horse).filter(pk=picture_id).first()
    if found is None:
        raise Missing("there is no such picture of this horse")
    return found


def add(
    person: User, horse: Horse, content: bytes, session_id: UUID, ask_id: UUID | None, step: str, side: Side
) -> Picture:
    """Takes one in, freed of where it was taken.

    Raises:
        InvalidInput: if it is none, or is beside nothing of this horse.
        PictureTooLarge: if it is too large, or there is no room for it in the yard.
        OSError: if there is no room on the disk.
    """
    session = StoredSession.objects.filter(horse=horse, pk=session_id, deleted=False).first()
    if session is None:
        raise InvalidInput([Problem("session", str(session_id), "is no session of this horse", "")])
    step, side = _shown(session, ask_id, step, side)
    if step and step not in ladder_of(horse):
        raise InvalidInput([Problem("step", step, "is not a step of the ladder", "e.g. up-wt.2")])
    _refuse_what_has_no_room(horse.yard, len(content))
    picture = Picture(session=session, ask=ask_id, step=step, side=side, person=person)
    files = _read(content, picture)
    picture.size = sum(len(one) for one in files.values())
    folder = _folder()
    with transaction.atomic():
        picture.save()
        for name, made in files.items():
            write_whole(folder / name, made)
    return picture


def _shown(session: StoredSession, ask_id: UUID | None, step: str, side: Side) -> tuple[str, Side]:
    """What it shows: of an answer its step and side."""
    if ask_id is None:
        return step, side
    ask = StoredAsk.objects.filter(session=session, pk=ask_id, deleted=False).first()
    if ask is None:
        raise InvalidInput([Problem("ask", str(ask_id), "is no answer of this session", "")])
    return str(ask.body.get("step", "")), Side(ask.body.get("side", Side.NONE))


def _refuse_what_has_no_room(yard: Yard, size: int) -> None:
    if size > MOST_BYTES:
        raise PictureTooLarge("is too large", f"{MOST_BYTES // 1024**2} MB at most")
    kept = Picture.objects.filter(session__horse__yard=yard).aggregate(all=Sum("size"))["all"] or 0
    if kept + size > MOST_OF_A_YARD:
        raise PictureTooLarge(
            "the yard's pictures have no more room", f"{MOST_OF_A_YARD // 1024**3} GB in all: take some away"
        )


def _read(content: bytes, picture: Picture) -> dict[str, bytes]:
    """The files as they are kept, and what is known of them."""
    try:
        if content[4:8] == b"ftyp":
            return _read_clip(content, picture)
        still = drawn_anew(content)
    except (NotAClip, NotAPicture) as error:
        raise InvalidInput([Problem("$", None, str(error), ALLOWED)]) from None
    picture.is_clip = False
    picture.width, picture.height = still.width, still.height
    return {_name(picture): still.content, _name(picture, small=True): still.small}


def _read_clip(content: bytes, picture: Picture) -> dict[str, bytes]:
    clip = freed_of_its_place(content)
    if clip.seconds > LONGEST_S:
        raise NotAClip(f"lasts {clip.seconds:.0f} s: {LONGEST_S:.0f} s at most are taken")
    picture.is_clip, picture.seconds = True, clip.seconds
    picture.width, picture.height = clip.width, clip.height
    return {_name(picture): clip.content}


def file_of(picture: Picture, *, small: bool = False) -> Path:
    """
    Raises:
        Missing: if the file is not in the data folder.
    """
    path = _folder() / _name(picture, small=small and not picture.is_clip)
    if not path.exists():
        raise Missing("the file is not in the data folder")
    return path


def _name(picture: Picture, *, small: bool = False) -> str:
    return f"{picture.pk}{'.small' if small else ''}{'.mp4' if picture.is_clip else '.jpg'}"


def _folder() -> Path:
    folder: Path = settings.DATA_DIR / PICTURES
    folder.mkdir(mode=FOLDER_MODE, parents=True, exist_ok=True)
    return folder


def mark(picture: Picture, marks: Sequence[dict[str, Any]]) -> None:
    """What is seen when, in order of time.

    Raises:
        InvalidInput: if a picture is marked, or a moment lies outside the clip.
    """
    if not picture.is_clip or picture.seconds is None:
        raise InvalidInput([Problem("marks", None, "a picture has no moments", "a clip")])
    problems = [
        Problem(f"marks[{n}].at_s", one["at_s"], "is not in the clip", f"0 to {picture.seconds:.1f} s")
        for n, one in enumerate(marks)
        if one["at_s"] > picture.seconds
    ]
    if problems:
        raise InvalidInput(problems)
    picture.marks = sorted(marks, key=lambda one: float(one["at_s"]))
    picture.save(update_fields=["marks"])


def remove(picture: Picture) -> None:
    """Gone for good, with its file."""
    names = [_name(picture), _name(picture, small=True)]
    with transaction.atomic():
        picture.delete()
    for name in names:
        (_folder() / name).unlink(missing_ok=True)
