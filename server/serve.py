"""Serves the whole product, pages and API, in one process with a production WSGI server.

Environment: BUCEPHAL_PORT (8000), BUCEPHAL_BIND (127.0.0.1), and those of settings.py.
"""

from __future__ import annotations

import gc
import os
import threading
from importlib import import_module

from waitress import serve

THREADS = 8


def main() -> None:
    from bucephal_server.wsgi import application

    port, bind = os.environ.get("BUCEPHAL_PORT", "8000"), os.environ.get("BUCEPHAL_BIND", "127.0.0.1")
    threading.Thread(target=warm_up, daemon=True).start()
    serve(application, host=bind, port=int(port), threads=THREADS, ident="bucephal")


def warm_up() -> None:
    """Loads what is loaded late, and compiles the usual coaches, before the first trainer asks for them."""
    import_module("scipy.stats")
    from bucephal.coach import CoachSettings, compile_coach
    from bucephal.ladder import load_catalogue
    from bucephal_server.api import edition

    edition()
    catalogue = load_catalogue()
    for step, band in (("lead.1", (1, 5)), ("lead.2", (1, 5)), ("touch.1", (1, 10)), ("touch.2", (1, 10))):
        for aim in (1, 3, 2):
            compile_coach(CoachSettings(step=step, band=band, aim=aim, cap=6), catalogue)
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
