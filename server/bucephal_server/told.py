"""Tells every reader of the API which one it is, so that a page that is older than the server can say so."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from bucephal_server.api import edition

API_EDITION = "Bucephal-Api"


def which_api(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    def told(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        if request.path.startswith("/api/"):
            response[API_EDITION] = edition()
        return response

    return told
