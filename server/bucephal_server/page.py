"""The one page of the web application; places are found by the browser from the address."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

_NOT_BUILT = "The web application is not built yet: run `make web`, or `make demo`."


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    index = settings.WEB_DIST / "index.html"
    if not index.exists():
        return HttpResponse(_NOT_BUILT, status=503, content_type="text/plain; charset=utf-8")
    response = HttpResponse(index.read_bytes())
    response["Cache-Control"] = "no-cache"
    return response
