"""Names as they are shouted and painted: board AB@A is A on AB."""

import re
from collections.abc import Callable
from functools import wraps
from typing import ParamSpec

P = ParamSpec("P")

_BOARD = re.compile(r"\b(?:([A-Z])([A-Z])|([A-Z]+)-([A-Z]+))@(\1|\2|\3|\4)\b")
"""A board's key: a line, and one of its two corners."""


def spoken(text: str) -> str:
    """A name, or a sentence with names in it, as a crew says it; what names no board stays as it is."""
    return _BOARD.sub(lambda found: f"{found[5]} on {found[0].rpartition('@')[0]}", text)


def says_boards(words: Callable[P, str]) -> Callable[P, str]:
    """A sentence that may name boards: says them as a crew does."""

    @wraps(words)
    def said(*args: P.args, **kwargs: P.kwargs) -> str:
        return spoken(words(*args, **kwargs))

    return said
