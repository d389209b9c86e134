"""Pieces cut from stock lengths with little waste.

Length after length of stock is filled as full as the pieces that are left allow (the minimal bin slack heuristic of
Gupta and Ho, 1999): each time the longest piece that is left is cut, with those others that leave the least of some
stock.  What a search of bounded size finds is taken; it is held against the sum of the pieces, which no cutting beats.
"""

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import INCH_MM

KERF_MM = INCH_MM / 8
"""Wood a saw takes at each cut."""
MOST_TRIES = 4000
"""Combinations that are looked at for one length of stock."""
GOOD_ENOUGH = 0.004
"""Share of a length that may be left without looking on."""


@dataclass(frozen=True, slots=True)
class StockCut:
    """One length of stock and what is cut from it, longest first: numbers of the pieces, and what is left over."""

    stock_mm: float
    pieces: tuple[int, ...]
    left_mm: float


def cut_from(
    pieces_mm: Sequence[float], stock_mm: Sequence[float], kerf_mm: float = KERF_MM, most: int | None = None
) -> list[StockCut]:
    """Stock to take, and what to cut from each length.

    Args:
        pieces_mm: wanted, above zero.
        stock_mm: lengths that are sold, one at least.
        kerf_mm: what the saw takes between two pieces.
        most: pieces of one length; two where each keeps a factory end. None for as many as go in.

    Raises:
        InputError: when a piece is longer than any stock.
    """
    longest = max(stock_mm)
    for piece in pieces_mm:
        if piece > longest + NOTHING_MM:
            message = "A piece is longer than the longest stock. Take longer stock, or a joint."
            raise InputError("stock-too-short", message)
    found: list[StockCut] = []
    left: list[int] = []
    for piece in sorted(range(len(pieces_mm)), key=lambda one: -pieces_mm[one]):
        # a whole length is cut from nothing else
        whole = next((stock for stock in stock_mm if abs(stock - pieces_mm[piece]) <= NOTHING_MM), None)
        if whole is None:
            left.append(piece)
        else:
            found.append(StockCut(whole, (piece,), 0.0))
    while left:
        best = min(
            (
                _fullest(left, pieces_mm, stock, kerf_mm, most)
                for stock in set(stock_mm)
                if pieces_mm[left[0]] <= stock + NOTHING_MM
            ),
            key=lambda one: (one.left_mm / one.stock_mm, -one.stock_mm),
        )
        found.append(best)
        cut = set(best.pieces)
        left = [piece for piece in left if piece not in cut]
    return found


def _fullest(left: Sequence[int], pieces_mm: Sequence[float], stock: float, kerf: float, most: int | None) -> StockCut:
    """The longest piece that is left and those with it that leave the least of one length of stock."""
    first, others = left[0], left[1:]
    # a cut takes its piece and the saw's part; the last one needs no saw
    room = stock - pieces_mm[first]
    sizes = [pieces_mm[one] + kerf for one in others]
    climbing = [-size for size in sizes]
    best: tuple[float, tuple[int, ...]] = (room, ())
    stack: list[tuple[int, float, tuple[int, ...]]] = [(0, room, ())]
    tries = 0
    while stack and tries < MOST_TRIES and best[0] > GOOD_ENOUGH * stock:
        start, free, chosen = stack.pop()
        tries += 1
        if free < best[0] - NOTHING_MM:
            best = (free, chosen)
        if most is not None and len(chosen) + 1 >= most:
            continue
        # pieces come longest first: those too long for what is free are stepped over at once
        begin = max(start, bisect_right(climbing, -(free + NOTHING_MM)))
        seen: set[float] = set()
        options = []
        for place in range(begin, len(others)):
            if sizes[place] in seen:
                continue
            seen.add(sizes[place])
            options.append((place + 1, max(0.0, free - sizes[place]), (*chosen, others[place])))
            if len(options) >= WIDE:
                break
        stack += reversed(options)
    return StockCut(stock, (first, *best[1]), best[0])


WIDE = 12
"""Different pieces that are tried at one place."""
