"""The protocol as lines of text, UTF-8, each ended by a line feed and no longer than 400 bytes.

Whoever asks begins with `hello anvilhead 1`; the device says `device KIND real|simulated NAME`.  Then, as often as one
likes, `read NUMBER PLACE`, answered by `reading NUMBER MILLIMETRES TIME` (ISO 8601 with its zone) or by
`cannot NUMBER WHY`.  The number goes along so that a late answer is never taken for that to another question.  Lines
that are none of these are left alone, as receivers also talk of their batteries.
"""

import math
from dataclasses import dataclass
from datetime import datetime

from anvilhead.devices.device import Described

LONGEST_LINE = 400
HELLO = "hello anvilhead 1"
FARTHEST_MM = 1e8
"""A reading beyond a hundred kilometres is none."""


@dataclass(frozen=True, slots=True)
class Reading:
    """`reading NUMBER MILLIMETRES TIME`."""

    number: int
    reading_mm: float
    taken: datetime


@dataclass(frozen=True, slots=True)
class Cannot:
    """`cannot NUMBER WHY`."""

    number: int
    why: str


Line = Reading | Cannot | Described


def ask(number: int, place: str) -> str:
    """The line that asks for a reading; a place is one line, whatever was typed."""
    return f"read {number} {' '.join(place.split())}"


def told(line: Line) -> str:
    """An answer as a line."""
    if isinstance(line, Described):
        return f"device {line.kind} {'simulated' if line.simulated else 'real'} {line.name}"
    if isinstance(line, Cannot):
        return f"cannot {line.number} {' '.join(line.why.split())}"
    return f"reading {line.number} {line.reading_mm:.3f} {line.taken.isoformat()}"


def asked_in(text: str) -> tuple[int, str] | None:
    """Number and place of a question; None where a line is none."""
    match text.split(" ", 2):
        case ["read", number, place] if number.isascii() and number.isdigit() and place.strip():
            return int(number), place.strip()
    return None


def line_in(text: str) -> Line | None:
    """What an answer says; None where a line is not of the protocol, half of one, or its number is none."""
    match text.split(" ", 3):
        case ["device", kind, ("real" | "simulated") as how, name] if kind and name.strip():
            return Described(kind, name.strip(), how == "simulated")
        case ["reading", number, mm, time] if number.isascii() and number.isdigit():
            return _reading(int(number), mm, time)
        case ["cannot", number, *why] if number.isascii() and number.isdigit():
            return Cannot(int(number), " ".join(why))
    return None


def _reading(number: int, mm: str, time: str) -> Reading | None:
    try:
        value, taken = float(mm), datetime.fromisoformat(time)
    except ValueError:
        return None
    if not math.isfinite(value) or abs(value) > FARTHEST_MM or taken.tzinfo is None:
        return None
    return Reading(number, value, taken)
