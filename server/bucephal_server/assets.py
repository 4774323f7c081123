"""The built web application's files: served as they are, but for those that were only needed to build it."""

from __future__ import annotations

from typing import Any

from whitenoise.middleware import WhiteNoiseMiddleware


def is_hidden(url: str) -> bool:
    """Does a part of an address begin with a dot? Nothing that a browser asks for does."""
    return any(part.startswith(".") for part in url.split("/"))


class Assets(WhiteNoiseMiddleware):  # type: ignore[misc]  # the package has no types
    def add_file_to_dictionary(self, url: str, path: str, stat_cache: Any = None) -> None:
        if not is_hidden(url):
            super().add_file_to_dictionary(url, path, stat_cache)

    def find_file(self, url: str) -> Any:
        return None if is_hidden(url) else super().find_file(url)
