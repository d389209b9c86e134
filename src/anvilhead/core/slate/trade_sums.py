"""Sums a crew does again and again, each as an expression with the numbers put in."""

from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.plan.place import by_spaces
from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.standards import STEEL_PER_KELVIN


@dataclass(frozen=True, slots=True)
class TradeSum:
    """A sum by name.

    Attributes:
        key: stable; name: as it is called; asks: what is typed, in order.
        expression: with {0}, {1} … in place of what is typed.
        told: what it is good for, or what to watch.
    """

    key: str
    name: str
    asks: tuple[str, ...]
    expression: str
    told: str


_SUM, _DIFFERENCE = "√(({0})² + ({1})²)", "√(({0})² − ({1})²)"
_PLACED = "in place, no waste"
_GROWN = f"({{0}}) × ({{1}}) × {STEEL_PER_KELVIN * 1_000_000:g} ÷ 1000000"
_WARM = "a warm tape is longer and reads less: add it; below, a minus before the degrees"
TRADE_SUMS = (
    TradeSum("diagonal", "Diagonal of a rectangle", ("Length", "Width"), _SUM, "both diagonals must be it"),
    TradeSum("leg", "The other leg", ("Diagonal", "Leg"), _DIFFERENCE, "the diagonal is the longer"),
    TradeSum("at-45", "Wall at 45 degrees", ("Leg",), "({0}) × √2", "leg times the root of two"),
    TradeSum("fall", "Fall over a run", ("Run", "It falls", "in"), "({0}) × ({1}) ÷ ({2})", "1/4 inch in a foot, say"),
    TradeSum("slope", "Slope length", ("Run", "Rise"), _SUM, "what a tape along the slope reads"),
    TradeSum("level", "Level length of a slope", ("Along the slope", "Rise"), _DIFFERENCE, "what the plan shows"),
    TradeSum("tape-c", "Steel tape in heat, °C", ("It reads", "Degrees over 20"), _GROWN, _WARM),
    TradeSum("tape-f", "Steel tape in heat, °F", ("It reads", "Degrees over 68"), f"{_GROWN} × 5 ÷ 9", _WARM),
    TradeSum("volume", "Slab or trench", ("Length", "Width", "Thick"), "({0}) × ({1}) × ({2})", _PLACED),
    TradeSum("hole", "Round hole or pier", ("Across", "Deep"), "π × (({0}) ÷ 2)² × ({1})", _PLACED),
    TradeSum(
        "round-post",
        "Round a post in its hole",
        ("Hole across", "Post", "Deep"),
        "(π × (({0}) ÷ 2)² − ({1})²) × ({2})",
        "a square post",
    ),
)


def filled(key: str, typed: Sequence[str]) -> str:
    """A sum with what was typed put in.

    Raises:
        LengthError: when there is no such sum, or something it asks for is missing; `position` says which.
    """
    found = next((one for one in TRADE_SUMS if one.key == key), None)
    if found is None:
        raise LengthError("unknown-sum", f"There is no sum “{key}” on the slate.")
    for number, ask in enumerate(found.asks):
        if number >= len(typed) or not typed[number].strip():
            raise LengthError("missing", f"“{ask}” is not typed yet.", number)
    return found.expression.format(*(text.strip() for text in typed))


MOST_MARKS = 500
"""More marks than this are a number typed wrong."""


def count_of(text: str) -> int:
    """How many spaces, as typed.

    Raises:
        LengthError: when that is none, or more than anybody marks.
    """
    if not text.strip().isdecimal() or not 1 <= int(text) <= MOST_MARKS:
        raise LengthError("not-a-count", f"Spaces are a whole number from 1 to {MOST_MARKS}.")
    return int(text)


def marks_of(length_mm: float, spaces: int) -> list[float]:
    """Running marks of equal spaces from one end, both ends with them: one more than spaces; millimetres."""
    return by_spaces(length_mm, spaces)
