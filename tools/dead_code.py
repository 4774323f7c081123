"""Names functions, classes and methods that nothing uses; part of `make lint`.

python tools/dead_code.py

Fields of models, members of enumerations and attributes are left aside: records and the API use them by name.
"""

from __future__ import annotations

import sys

from vulture import Vulture

PLACES = ("core/bucephal", "core/tests", "server", "demo", "e2e", "tools")
KINDS = frozenset({"function", "class", "method", "import"})
CALLED_BY_DECORATOR = (
    "@router.*", "@api.*", "@*_router.*", "@shared.*", "@root.*", "@pytest.fixture*", "@*.register*",
    "@field_validator*", "@model_validator*", "@receiver*",
)  # fmt: skip
CALLED_BY_NAME = (
    # Django, ninja
    "Meta", "*Config", "add_arguments", "handle", "get_by_natural_key", "get_session_store_class",
    "get_model_class", "parse_body", "on_*", "which_api", "WHITENOISE_*", "EmailBackend", "send_messages",
    # pytest, ast, html.parser
    "pytest_*", "test_*", "Test*", "visit_*", "handle_*",
)  # fmt: skip


def unused() -> list[str]:
    """A line for each, with its place."""
    found = Vulture(ignore_names=list(CALLED_BY_NAME), ignore_decorators=list(CALLED_BY_DECORATOR))
    found.scavenge(PLACES, exclude=["*/migrations/*"])
    return [
        f"{item.filename}:{item.first_lineno}: {item.typ} {item.name} is used nowhere"
        for item in found.get_unused_code(min_confidence=60)
        if item.typ in KINDS
    ]


if __name__ == "__main__":
    lines = unused()
    print("\n".join(lines), end="\n" if lines else "")
    sys.exit(1 if lines else 0)
