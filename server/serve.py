"""Serves the whole product, pages and API, in one process with a production WSGI server.

Environment: BUCEPHAL_PORT (8000), BUCEPHAL_BIND (127.0.0.1), and those of settings.py.

Requests are read to their end by one thread that waits for nobody, and only then handed to one that answers:
whoever begins to ask and does not go on holds nothing up.
"""

from __future__ import annotations

import gc
import os
import threading
from importlib import import_module
from typing import Any

from waitress import serve

THREADS = 8
MOST_CONNECTIONS = 1000
QUIET_S = 20
"""A connection on which nothing came for so long is closed."""
MOST_HEADER_BYTES = 32 * 1024


def main() -> None:
    from bucephal_server.wsgi import application
    from exchange.nightly import watch

    port, bind = os.environ.get("BUCEPHAL_PORT", "8000"), os.environ.get("BUCEPHAL_BIND", "127.0.0.1")
    say_how_to_begin()
    threading.Thread(target=warm_up, daemon=True).start()
    threading.Thread(target=watch, args=(threading.Event(),), daemon=True).start()
    serve(application, host=bind, port=int(port), **limits())


def limits() -> dict[str, Any]:
    """What the server takes from outside, and from whom it takes that it speaks for others."""
    from django.conf import settings
    from pictures.services import MOST_BYTES

    proxy: dict[str, Any] = {"clear_untrusted_proxy_headers": True}
    if settings.PROXY is not None:
        proxy |= {
            "trusted_proxy": settings.PROXY,
            "trusted_proxy_count": 1,
            "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"},
        }
    return {
        "threads": THREADS,
        "ident": "bucephal",
        "connection_limit": MOST_CONNECTIONS,
        "asyncore_use_poll": True,
        "channel_timeout": QUIET_S,
        "cleanup_interval": QUIET_S // 2,
        "max_request_header_size": MOST_HEADER_BYTES,
        # What is said is a limit of ours; this one is for what is never meant to be read.
        "max_request_body_size": MOST_BYTES + 1024 * 1024,
        **proxy,
    }


def say_how_to_begin() -> None:
    """Where no yard is there yet: the code with which the first one is made."""
    from accounts.first_run import code_to_begin

    code = code_to_begin()
    if code is not None:
        print(f"No yard is here yet. Open the page and make it with this code: {code}", flush=True)


def warm_up() -> None:
    """Loads what is loaded late, and compiles the usual coaches, before the first trainer asks for them."""
    import_module("scipy.stats")
    from bucephal.coach import CoachSettings, compile_coach
    from bucephal.ladder import load_catalogue

    catalogue = load_catalogue()
    for step, band in (("lead.1", (1, 5)), ("lead.2", (1, 5)), ("touch.1", (1, 10)), ("touch.2", (1, 10))):
        compile_coach(CoachSettings(step=step, band=band), catalogue)
    look_less_often_for_what_can_go()


def look_less_often_for_what_can_go() -> None:
    """What is there by now stays for good, and of the asks that are kept from then on nothing goes round in a
    circle: looked through again and again, they held up an answer in some by a third of a second.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(50_000, 20, 100)


if __name__ == "__main__":
    main()
