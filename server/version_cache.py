"""What a process keeps: values that never change, each under the version of what it was made from.

Whoever asks for one that is being made waits for it: however many ask at once, it is made once.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

_Key = TypeVar("_Key", bound=Hashable)
_Value = TypeVar("_Value")

MOST_HORSES = 24
"""Of so many horses the asks are kept as they were read and heard: seven megabytes each after 5 000 asks."""


class VersionCache(Generic[_Value]):
    """The values asked for last; what was not asked for longest is let go.

    Args:
        most: so many are kept.
    """

    def __init__(self, most: int) -> None:
        self._most = most
        self._values: OrderedDict[Hashable, _Value] = OrderedDict()
        self._making: dict[Hashable, Lock] = {}
        self._lock = Lock()

    def __contains__(self, key: Hashable) -> bool:
        with self._lock:
            return key in self._values

    def get(self, key: Hashable, make: Callable[[], _Value]) -> _Value:
        """The value of a key, made if it is not there. What cannot be made is made again by the next."""
        with self._lock:
            if key in self._values:
                self._values.move_to_end(key)
                return self._values[key]
            making = self._making.setdefault(key, Lock())
        with making:
            with self._lock:
                if key in self._values:
                    return self._values[key]
            try:
                value = make()
                self._keep(key, value)
            finally:
                with self._lock:
                    self._making.pop(key, None)
        return value

    def _keep(self, key: Hashable, value: _Value) -> None:
        with self._lock:
            self._values[key] = value
            while len(self._values) > self._most:
                self._values.popitem(last=False)

    def forget(self) -> None:
        """Lets everything go: where the database has become another one."""
        with self._lock:
            self._values.clear()


class Latest(Generic[_Key, _Value]):
    """Of each thing the last value, from which the next is made; those asked for last.

    Args:
        most: so many things are kept.
    """

    def __init__(self, most: int) -> None:
        self._most = most
        self._values: OrderedDict[_Key, _Value] = OrderedDict()
        self._making: dict[_Key, Lock] = {}
        self._lock = Lock()

    def get(self, key: _Key, go_on: Callable[[_Value | None], _Value]) -> _Value:
        """The value that ``go_on`` makes of the last one (None: there is none); one at a time a key."""
        with self._lock:
            making = self._making.setdefault(key, Lock())
        with making:
            with self._lock:
                last = self._values.get(key)
            value = go_on(last)
            with self._lock:
                self._values[key] = value
                self._values.move_to_end(key)
                while len(self._values) > self._most:
                    gone, _ = self._values.popitem(last=False)
                    self._making.pop(gone, None)
        return value

    def forget(self) -> None:
        """Lets everything go: where the database has become another one."""
        with self._lock:
            self._values.clear()
