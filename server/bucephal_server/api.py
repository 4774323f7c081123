"""The API: routers of the apps, and the one place where errors become HTTP."""

from __future__ import annotations

import errno
import json
import logging
from functools import lru_cache
from hashlib import sha256
from pathlib import Path
from typing import Any

from accounts.api import router as accounts_router
from accounts.doors import CHANGES
from accounts.edition_checks import Overtaken
from accounts.first_run import YardExists
from accounts.hashing import TooManyAtOnce
from accounts.links import NoLink
from accounts.password_tries import TooManyTries
from accounts.services import Missing
from bucephal.base.errors import BucephalError, UnknownStep
from bucephal.base.problems import path_text, problem_alone
from bucephal.record import parse_json
from django.conf import settings
from django.core.exceptions import PermissionDenied, RequestDataTooBig
from django.db import OperationalError
from django.http import Http404, HttpRequest, HttpResponse, RawPostDataException
from exchange.api import router as exchange_router
from exchange.archive_files import Busy
from exchange.export_files import TooManyExports
from exchange.reports_api import router as reports_router
from exchange.uploads import TooLarge
from ground.api import router as ground_router
from horses.api import router as horses_router
from horses.sharing_api import router as sharing_router
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.openapi.schema import OpenAPISchema
from ninja.parser import Parser
from pictures.api import router as pictures_router
from pictures.services import PictureTooLarge
from pydantic import Field
from reading.api import router as reading_router
from training.api import router as training_router
from yards.api import router as yards_router

from bucephal_server.health import Health, health

log = logging.getLogger(__name__)

FORGED = "does not come from this page: load it again"
NOT_WRITTEN = "cannot be saved just now: the disk is full or busy; nothing was changed"
NO_METHOD = "does not answer to this method"
NOT_READ = "was not read: this is no request that is answered here"
NOTHING_HERE = "there is nothing at this address"


class StrictParser(Parser):
    """Bodies are read as the core reads a record: no NaN, no key twice, no nests without end."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        body: dict[str, Any] = parse_json(request.body)
        return body


class ApiProblem(Schema):
    """What is wrong, where, and what would be taken."""

    path: str
    value: Any = None
    reason: str
    allowed: str


class Errors(Schema):
    """The one shape of everything that is refused."""

    errors: list[ApiProblem]
    now: dict[str, Any] | None = Field(None, description="Where somebody was overtaken: what it is now.")


STATUS = {
    UnknownStep: 404, NoLink: 404, Overtaken: 409, YardExists: 409, TooLarge: 413, PictureTooLarge: 413,
    TooManyTries: 429, TooManyAtOnce: 503, TooManyExports: 503, Busy: 409,
}  # fmt: skip
"""Of what the core and the services refuse; anything else does not fit."""
NO_ROOM = {errno.ENOSPC, errno.EDQUOT, errno.EROFS}
SECRET = {"password", "old", "new", "code", "token"}
"""Fields whose value is not repeated in an answer."""
DECLARED = {
    401: "Nobody is signed in.",
    403: "Whoever is signed in may not do this.",
    404: "It is not there, or not theirs to see.",
    409: "Somebody else has changed it since it was read.",
    413: "It is too large.",
    422: "It does not fit; every problem is named.",
    429: "Too many wrong tries: Retry-After says when the next one is looked at.",
    503: "It cannot be written down just now; nothing was changed.",
}


class Api(NinjaAPI):
    """Declares for every operation how it refuses."""

    def get_openapi_schema(self, **options: Any) -> OpenAPISchema:
        schema = super().get_openapi_schema(**options)
        schema["components"]["schemas"] |= _schemas()
        answer = {"application/json": {"schema": {"$ref": "#/components/schemas/Errors"}}}
        for operation in (one for methods in schema["paths"].values() for one in methods.values()):
            for status, words in DECLARED.items():
                operation["responses"].setdefault(status, {"description": words, "content": answer})
        return schema


def _schemas() -> dict[str, Any]:
    whole = Errors.model_json_schema(ref_template="#/components/schemas/{model}")
    return {**whole.pop("$defs"), "Errors": whole}


api = Api(
    title="Bucephal", version="1", auth=CHANGES, docs_url=None, openapi_url=None, urls_namespace="api",
    parser=StrictParser(),
)  # fmt: skip
api.add_router("", accounts_router)
api.add_router("", training_router)
api.add_router("", reading_router)
api.add_router("", horses_router)
api.add_router("", sharing_router)
api.add_router("", yards_router)
api.add_router("", ground_router)
api.add_router("", exchange_router)
api.add_router("", reports_router)
api.add_router("", pictures_router)


@lru_cache(maxsize=1)
def described() -> str:
    """The whole API as OpenAPI, as text."""
    plain = json.loads(json.dumps(api.get_openapi_schema(), default=str))
    return json.dumps(plain, indent=1, ensure_ascii=False) + "\n"


EDITION_FILE = Path(__file__).with_name("edition.generated.txt")


def edition_of(described: str) -> str:
    return sha256(described.encode()).hexdigest()[:16]


@lru_cache(maxsize=1)
def edition() -> str:
    """Which API this is: goes out with every answer, so that a page of an older one can tell.

    Read, not worked out: describing the whole API would hold up the first answer after a start.
    """
    return EDITION_FILE.read_text().strip()


@api.get("/health", auth=None, response=Health)
def get_health(request: HttpRequest) -> Health:
    """Is the server up, does its database answer, and how is the machine?"""
    return health()


def _errors(request: HttpRequest, problems: list[dict[str, Any]], status: int) -> HttpResponse:
    return api.create_response(request, {"errors": problems}, status=status)


def _problem(path: str, reason: str) -> dict[str, Any]:
    return {"path": path, "value": None, "reason": reason, "allowed": ""}


@api.exception_handler(BucephalError)
def on_core_error(request: HttpRequest, error: BucephalError) -> HttpResponse:
    status = next((code for kind, code in STATUS.items() if isinstance(error, kind)), 422)
    body: dict[str, Any] = {"errors": [problem.as_json() for problem in error.problems]}
    if isinstance(error, Overtaken):
        body["now"] = error.now
    response = api.create_response(request, body, status=status)
    if isinstance(error, TooManyTries | TooManyAtOnce | TooManyExports):
        response["Retry-After"] = str(error.after_s)
    return response


@api.exception_handler(OperationalError)
def on_no_writing(request: HttpRequest, error: OperationalError) -> HttpResponse:
    """The disk is full, or somebody writes for longer than one waits: nothing of this was saved."""
    log.error("could not be written down: %s", error, exc_info=error)
    return _errors(request, [_problem(request.path, NOT_WRITTEN)], 503)


@api.exception_handler(OSError)
def on_no_room(request: HttpRequest, error: OSError) -> HttpResponse:
    """A file that was being written does not fit: it is gone again."""
    if error.errno not in NO_ROOM:
        raise error
    log.error("no room: %s", error, exc_info=error)
    return _errors(request, [_problem(request.path, NOT_WRITTEN)], 503)


def nowhere(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """An address under the API at which nothing is."""
    return _errors(request, [_problem(request.path, NOTHING_HERE)], 404)


def refused(request: HttpRequest, response: HttpResponse) -> HttpResponse:
    """The same refusal in the one shape: a method that nothing answers to, an address that is not this
    yard's.
    """
    if response.status_code == 405:
        allowed = ", ".join(
            sorted({method for method in response.headers.get("Allow", "").split(", ") if method})
        )
        return _errors(request, [{**_problem(request.path, NO_METHOD), "allowed": allowed}], 405)
    return _errors(request, [_problem(request.path, NOT_READ)], response.status_code)


def forged(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A request that changes something and does not carry the page's token."""
    return _errors(request, [_problem(request.path, FORGED)], 403)


@api.exception_handler(AuthenticationError)
def on_nobody(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return _errors(request, [_problem(request.path, "is for whoever is signed in")], 401)


@api.exception_handler(PermissionDenied)
def on_closed_door(request: HttpRequest, error: PermissionDenied) -> HttpResponse:
    return _errors(request, [_problem(request.path, str(error))], 403)


@api.exception_handler(HttpError)
def on_unread_body(request: HttpRequest, error: HttpError) -> HttpResponse:
    """Ninja's own words for a body it could not read; what the parser said of it is the cause."""
    if isinstance(error.__cause__, BucephalError):
        return on_core_error(request, error.__cause__)
    return _errors(request, [_problem("$", str(error))], error.status_code)


@api.exception_handler(RawPostDataException)
def on_form_data(request: HttpRequest, error: RawPostDataException) -> HttpResponse:
    """Django has read the body as a form with files already."""
    reason = f"is {request.content_type}, which is not read here"
    problem = {"path": "$", "value": None, "reason": reason, "allowed": "a JSON document (application/json)"}
    return _errors(request, [problem], 422)


@api.exception_handler(RequestDataTooBig)
def on_too_much(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    most = f"{settings.DATA_UPLOAD_MAX_MEMORY_SIZE // 1024**2} MB at most"
    return _errors(request, [{**_problem("$", "is too large"), "allowed": most}], 413)


@api.exception_handler(Http404)
def on_missing(request: HttpRequest, error: Http404) -> HttpResponse:
    reason = str(error) if isinstance(error, Missing) else NOTHING_HERE
    return _errors(request, [_problem(request.path, reason)], 404)


@api.exception_handler(ValidationError)
def on_bad_request(request: HttpRequest, error: ValidationError) -> HttpResponse:
    problems = [problem_alone(detail, path_text(_place(detail["loc"]))).as_json() for detail in error.errors]
    return _errors(request, [_unsaid(one) for one in problems], 422)


def _place(location: tuple[int | str, ...]) -> tuple[int | str, ...]:
    """Where it is in what was sent: of a body, without the name that it has in here."""
    return location[2:] if location[0] == "body" else location[1:]


def _unsaid(problem: dict[str, Any]) -> dict[str, Any]:
    """What is secret is not said back: answers are logged, and looked at over shoulders."""
    is_secret = problem["path"].rpartition(".")[2] in SECRET
    return {**problem, "value": None} if is_secret else problem
