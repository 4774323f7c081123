"""What a process keeps: values that never change, each under the version of what it was made from.

Whoever asks for one that is being made waits for it: however many ask at once, it is made once.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

_Value = TypeVar("_Value")


class Kept(Generic[_Value]):
    """The values asked for last; what was not asked for longest is let go.

    Args:
        most: so many are kept.
    """

    def __init__(self, most: int) -> None:
        self._most = most
        self._values: OrderedDict[Hashable, _Value] = OrderedDict()
        self._making: dict[Hashable, Lock] = {}
        self._lock = Lock()

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
