"""What was worked out before and can be used again."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

Value = TypeVar("Value")


class Kept(Generic[Value]):
    """Values by what they were worked out from, the latest used; safe between threads.

    Two threads that miss the same value at once both work it out: that is cheaper than one waiting for the other
    while it holds a transaction open.
    """

    def __init__(self, most: int) -> None:
        self._values: OrderedDict[Hashable, Value] = OrderedDict()
        self._most = most
        self._lock = Lock()

    def __contains__(self, key: Hashable) -> bool:
        with self._lock:
            return key in self._values

    def get(self, key: Hashable, work_out: Callable[[], Value]) -> Value:
        """The value of a key, worked out when it is not there."""
        with self._lock:
            if key in self._values:
                self._values.move_to_end(key)
                return self._values[key]
        value = work_out()
        self.put(key, value)
        return value

    def put(self, key: Hashable, value: Value) -> None:
        """Keep a value in place of what was kept under its key."""
        with self._lock:
            self._values[key] = value
            self._values.move_to_end(key)
            while len(self._values) > self._most:
                self._values.popitem(last=False)
