"""What goes out with every answer of the API: which one it is, that nobody on the way keeps it, and the one
shape of what is refused, also where it was refused before the API was reached.

A page that is older than the server can tell by it that a newer one is there.
"""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from bucephal_server.api import edition, refused

API_EDITION = "Bucephal-Api"
JSON = "application/json"


def which_api(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    def told(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        if request.path.startswith("/api/"):
            if response.status_code >= 400 and not response.headers["Content-Type"].startswith(JSON):
                response = refused(request, response)
            response[API_EDITION] = edition()
            # Kept by nobody on the way, unless the answer itself says by whom.
            response.setdefault("Cache-Control", "no-store")
        return response

    return told
