"""A shared report for whoever has its address: a page with no script, or the same as PDF.

Nobody signs in for it. The address says which report; it leads to nothing else of the yard.
"""

from __future__ import annotations

from accounts.password_tries import Guesses, TooManyTries
from bucephal.pages import OwnerReport
from bucephal.sheets import STYLE_SOURCE, report_html
from csp.decorators import csp
from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_safe

from exchange.reports import MEDIA_TYPES, ReportEnding, opened, report_file

GUESSED = "report"
_NOTHING = (
    '<!doctype html><html lang="en"><meta charset="utf-8"><title>Nothing here</title>'
    "<h1>Nothing here</h1><p>{what}</p></html>"
)
_POLICY = {
    "default-src": ["'none'"], "style-src": [STYLE_SOURCE], "base-uri": ["'none'"], "form-action": ["'none'"],
    "frame-ancestors": ["'none'"],
}  # fmt: skip
ENDED = "This address has ended, or was withdrawn. Whoever gave it to you can give you a new one."
TOO_MANY = "Too many addresses were tried from where you are. Try again later."


@csp(_POLICY)  # type: ignore[arg-type]  # its type knows no view with arguments
@require_safe
def shared_report(request: HttpRequest, token: str, ending: str = "") -> HttpResponse:
    """404 where the address leads nowhere, or no longer; 429 where too many such were tried."""
    guesses = Guesses(request, GUESSED)
    try:
        guesses.check()
    except TooManyTries as error:
        answer = _nothing(TOO_MANY, 429)
        answer["Retry-After"] = str(error.after_s)
        return answer
    report = opened(token)
    if report is None:
        guesses.failed()
        return _nothing(ENDED, 404)
    return _private(_as(report, token, ending))


def _as(report: OwnerReport, token: str, ending: str) -> HttpResponse:
    if ending:
        form = ReportEnding.PDF
        answer = HttpResponse(report_file(report, form), content_type=MEDIA_TYPES[form])
        answer["Content-Disposition"] = f'inline; filename="report.{form}"'
        return answer
    page = report_html(report, paper=f"/reports/{token}.pdf")
    return HttpResponse(page, content_type=MEDIA_TYPES[ReportEnding.HTML])


def _nothing(what: str, status: int) -> HttpResponse:
    return _private(HttpResponse(_NOTHING.format(what=what), status=status))


def _private(answer: HttpResponse) -> HttpResponse:
    """Kept by nobody on the way, and told to nobody that is gone to from it."""
    answer["Cache-Control"] = "private, no-store"
    answer["Referrer-Policy"] = "no-referrer"
    answer["X-Robots-Tag"] = "noindex, nofollow"
    return answer
