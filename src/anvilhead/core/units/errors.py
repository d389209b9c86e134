"""Everything the core refuses, as one family.

AnvilheadError
├── InputError          something a person typed or a file holds cannot be used
│   ├── LengthError     a text is not a length; knows the position of the trouble
│   └── PullError       a tape pull cannot be what was read
└── GeometryError       a shape cannot exist or cannot be computed

Each carries a stable `code` for programs and a message for people: what, where, what to do.
Wrong use by a programmer raises Python's own errors instead.
"""


class AnvilheadError(Exception):
    """Base of all errors the core raises on purpose."""

    def __init__(self, code: str, message: str) -> None:
        super().__init__(message)
        self.code = code
        self.message = message


class InputError(AnvilheadError):
    """Something typed or filed cannot be used as it stands."""


class LengthError(InputError):
    """A text is not a usable length.

    Attributes:
        position: zero-based index in the text where the trouble starts.
    """

    def __init__(self, code: str, message: str, position: int = 0) -> None:
        super().__init__(code, message)
        self.position = position

    def __reduce__(self) -> tuple[type["LengthError"], tuple[str, str, int]]:
        return (LengthError, (self.code, self.message, self.position))


class PullError(InputError):
    """A tape pull contradicts itself: shorter than its burn, or than its own fall."""


class GeometryError(AnvilheadError):
    """A shape cannot exist (too few corners, self-crossing) or lines do not meet."""
