"""What goes on the truck: stakes, boards cut from stock, screws, string, and nothing forgotten."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from anvilhead.core.boards.batter_board import Board, BoardStyle
from anvilhead.core.forms.cutting import KERF_MM, cut_from
from anvilhead.core.units.tolerances import NOTHING_MM

SCREWS_PER_JOINT = 3
"""Two hold a board on its stake; the third stops it from turning."""

KNOT_MM = 914.4
"""String for a loop at one end and a friction hitch at the other: 3 ft."""


@dataclass(frozen=True, slots=True)
class StockPiece:
    """One length of stock and what is cut from it, longest first, millimetres."""

    stock_mm: float
    cuts_mm: tuple[float, ...]

    @property
    def left_mm(self) -> float:
        """What is left over after the cuts and the saw."""
        return max(0.0, self.stock_mm - _taken(self.cuts_mm))


@dataclass(frozen=True, slots=True)
class CutList:
    """Stock to take along and how to cut it; `too_long_mm` are pieces that no stock gives."""

    pieces: tuple[StockPiece, ...]
    too_long_mm: tuple[float, ...]

    @property
    def stock_mm(self) -> float:
        """All stock, end to end."""
        return sum(piece.stock_mm for piece in self.pieces)

    @property
    def waste_share(self) -> float:
        """Share of the stock that is left over or sawdust, 0 to 1."""
        cut = sum(sum(piece.cuts_mm) for piece in self.pieces)
        return 1 - cut / self.stock_mm if self.pieces else 0.0


@dataclass(frozen=True, slots=True)
class StringRoute:
    """One line led round without cutting: the nails in order, and its length with knots, millimetres."""

    nails: tuple[str, ...]
    length_mm: float


def cut_list(lengths_mm: Sequence[float], stock_mm: Sequence[float]) -> CutList:
    """Cut pieces from stock lengths with little waste; pieces longer than any stock are told apart.

    Raises:
        ValueError: without stock.
    """
    longest = max(stock_mm)
    fits = [length for length in lengths_mm if length <= longest + NOTHING_MM]
    too_long = sorted((length for length in lengths_mm if length > longest + NOTHING_MM), reverse=True)
    cuts = cut_from(fits, stock_mm) if fits else []
    pieces = tuple(StockPiece(cut.stock_mm, tuple(fits[piece] for piece in cut.pieces)) for cut in cuts)
    return CutList(pieces, tuple(too_long))


def _taken(cuts: Sequence[float]) -> float:
    """Stock that cuts take, the saw's part between them included, millimetres."""
    return sum(cuts) + KERF_MM * (len(cuts) - 1)


def joints_of(boards: Sequence[Board]) -> int:
    """Places where a board is screwed to a stake: two to a board."""
    across = {board.corner for board in boards if board.style is BoardStyle.ACROSS}
    return 2 * (sum(board.style in (BoardStyle.TWO, BoardStyle.SINGLE) for board in boards) + len(across))


def one_string_round(boards: Sequence[Board]) -> StringRoute:
    """One line led from nail to nail round the whole job: along each line, then over to the next line's nail.

    Args:
        boards: two to a line, in walking order.
    """
    names = [board.name for board in boards]
    nails = [board.nail for board in boards]
    hops = pairwise(nails)
    return StringRoute(tuple(names), sum(one.distance_to(other) for one, other in hops) + 2 * KNOT_MM)


def strings_mm(lengths_mm: Sequence[float]) -> float:
    """String for every line of the footprint, a loop and a hitch at each, millimetres.

    One line beside each wall at a time: it moves from nail to nail as the work goes on.
    """
    return sum(length + KNOT_MM for length in lengths_mm)


@dataclass(frozen=True, slots=True)
class Load:
    """One line of the truck list: a count, or a length in millimetres, and what it is for."""

    what: str
    count: int | None
    length_mm: float | None
    note: str


def truck_list(
    stakes: Mapping[float | None, int], cuts: CutList | None, joints: int, nails: int, string_mm: float
) -> list[Load]:
    """Everything to take along for the boards and strings, then what is forgotten most often.

    Args:
        stakes: how many of each length in millimetres; None for a length that nobody has named.
        cuts: boards from stock, if boards stand.
        joints: boards screwed to stakes.
        nails: nails or kerfs for strings.
        string_mm: all string, knots included.
    """
    drive_straight = "points cut centred, to drive straight"
    loads = [
        Load("stakes", count, length, "" if i else drive_straight)
        for i, (length, count) in enumerate(sorted(stakes.items(), key=lambda item: item[0] or 0.0))
    ]
    if cuts:
        stock: dict[float, int] = {}
        for piece in cuts.pieces:
            stock[piece.stock_mm] = stock.get(piece.stock_mm, 0) + 1
        loads += [Load("boards", count, length, "straight, to be cut") for length, count in sorted(stock.items())]
        loads.append(Load("screws", joints * SCREWS_PER_JOINT, None, f"{SCREWS_PER_JOINT} where a board meets a stake"))
    loads += [
        Load("nails for strings", nails, None, "one for each line on each board, and a few"),
        Load("mason's line", None, string_mm, "knots included; it moves from nail to nail"),
    ]
    return loads + [Load(what, None, None, note) for what, note in _ALWAYS]


_ALWAYS = (
    ("plan and permit on paper", "with the locate number and its date"),
    ("steel tape, long enough for the longest pull", "and a second one for two-tape methods"),
    ("level instrument", "for one height at all boards; batteries"),
    ("plumb bob, spirit level, framing square", "to come down from the strings"),
    ("sledge, hammer, saw, driver, bits", "charged"),
    ("marking paint, pencil, marker, flags", "white for what is proposed"),
    ("eye protection, gloves, caps for steel pins", "for everyone on site"),
    ("braces and spare stakes", "about one in ten"),
)
