"""Wrong passwords: each one more makes the next wait longer, and nobody else has to wait for it.

Counted are three things, each with so many tries that cost nothing:

- an account from one address: whoever goes on there waits, and the one whose account it is does not,
  elsewhere;
- an account from anywhere: so that many addresses with a few tries each do not get round the first;
- an address, whatever the account: so that one does not try one password on many.

A device on which this person has signed in before is known by a signed cookie and counted by itself: it
waits for its own wrong passwords only, whatever others try meanwhile (OWASP: 'Slow Down Online Guessing
Attacks with Device Cookies').
"""

from __future__ import annotations

import ipaddress
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta

from bucephal.base.errors import BucephalError, Problem
from django.core import signing
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from accounts.models import Failed

FREE_HERE = 5
"""From one address, or on a known device."""
FREE_ANYWHERE = 20
"""Of one account from unknown devices."""
FREE_FROM_AN_ADDRESS = 40
"""On any account: a whole yard may stand behind one."""
FREE_GUESSES = 10
"""Of addresses that lead nowhere, from one place."""
FIRST_WAIT_S = 15
LONGEST_WAIT_S = 15 * 60
FORGOTTEN_AFTER = timedelta(days=1)
COOKIE, COOKIE_AGE_S = "known-here", 60 * 60 * 24 * 365
_SALT = "accounts.known-device"


class TooManyTries(BucephalError):
    """The next try has to wait."""

    code = "account.too-many-tries"

    def __init__(self, after_s: int) -> None:
        super().__init__(after_s)
        self.after_s = after_s

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (Problem("$", None, "too many wrong tries", f"the next one in {in_words(self.after_s)}"),)


def in_words(seconds: int) -> str:
    """The time until the next try, never less than it is."""
    if seconds <= 90:
        return f"{seconds} seconds"
    return f"{-(-seconds // 60)} minutes"


@dataclass(frozen=True)
class _Counted:
    key: str
    free: int


class _Waits:
    """What is counted of a request, and how long its next try has to wait."""

    counted: tuple[_Counted, ...]

    def check(self) -> None:
        """
        Raises:
            TooManyTries: if the next try has to wait; it is not looked at then, and not counted.
        """
        now = timezone.now()
        rows = {row.key: row for row in Failed.objects.filter(pk__in=[one.key for one in self.counted])}
        waits = [_wait(rows[one.key], one.free, now) for one in self.counted if one.key in rows]
        longest = max(waits, default=timedelta())
        if longest > timedelta():
            raise TooManyTries(-(-longest // timedelta(seconds=1)))

    def failed(self) -> None:
        now = timezone.now()
        with transaction.atomic():
            for one in self.counted:
                row, _ = Failed.objects.select_for_update().get_or_create(
                    key=one.key, defaults={"last_at": now}
                )
                row.count = 1 if now - row.last_at > FORGOTTEN_AFTER else row.count + 1
                row.last_at = now
                row.save()
            Failed.objects.filter(last_at__lt=now - FORGOTTEN_AFTER).delete()


class Guesses(_Waits):
    """Addresses of something private that are tried, from one place; which one is tried makes no difference.

    Args:
        of: what is guessed at.
    """

    def __init__(self, request: HttpRequest, of: str) -> None:
        self.counted = (_Counted(f"{of}:{network_of(request.META.get('REMOTE_ADDR', ''))}", FREE_GUESSES),)


class PasswordTries(_Waits):
    """The tries of one request for one account.

    Args:
        name: as it was typed; whether there is such an account changes nothing.
    """

    def __init__(self, request: HttpRequest, name: str) -> None:
        account = name.casefold()
        device = _known_device(request, account)
        address = network_of(request.META.get("REMOTE_ADDR", ""))
        if device is not None:
            self.counted = (_Counted(f"device:{device}", FREE_HERE),)
        else:
            self.counted = (
                _Counted(f"here:{address}:{account}"[:200], FREE_HERE),
                _Counted(f"account:{account}"[:200], FREE_ANYWHERE),
                _Counted(f"address:{address}", FREE_FROM_AN_ADDRESS),
            )

    def succeeded(self) -> None:
        """Forgets what was wrong before, but not what others try on the same account, or here on others."""
        Failed.objects.filter(pk=self.counted[0].key).delete()


def _wait(row: Failed, free: int, now: datetime) -> timedelta:
    """How long the next try has to wait yet: twice as long with each one more."""
    over = row.count - free
    if over < 0 or now - row.last_at > FORGOTTEN_AFTER:
        return timedelta()
    wait = min(FIRST_WAIT_S * 2 ** min(over, 20), LONGEST_WAIT_S)
    return max(timedelta(), row.last_at + timedelta(seconds=wait) - now)


def network_of(address: str) -> str:
    """Whose an address is: of IPv6 a whole network of 2^64 belongs to one."""
    try:
        known = ipaddress.ip_address(address)
    except ValueError:
        return "unknown"
    if known.version == 6:
        return str(ipaddress.ip_network((known, 64), strict=False).network_address)
    return str(known)


def remember_device(request: HttpRequest, response: HttpResponse, name: str) -> None:
    """This person has signed in here."""
    account = name.casefold()
    device = _known_device(request, account) or secrets.token_urlsafe(16)
    response.set_cookie(
        COOKIE, signing.dumps([account, device], salt=_SALT), max_age=COOKIE_AGE_S, httponly=True,
        secure=request.is_secure(), samesite="Lax", path="/api/sign-in",
    )  # fmt: skip


def _known_device(request: HttpRequest, account: str) -> str | None:
    try:
        said = signing.loads(request.COOKIES.get(COOKIE, ""), salt=_SALT, max_age=COOKIE_AGE_S)
    except signing.BadSignature:
        return None
    return str(said[1]) if said[0] == account else None
