"""A simulated site: strings whose true places are known, pulled with a tape that may be off."""

import random
from collections.abc import Iterable, Mapping

from anvilhead.core.boards.batter_board import boards_for, string_crossing
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.moves.moves import Move

RECTANGLE_PAIRS = [("A", "B"), ("B", "C"), ("C", "D"), ("D", "A"), ("A", "C"), ("B", "D")]


def displaced(footprint: Footprint, by_mm: Mapping[str, tuple[float, float]]) -> dict[str, Point]:
    """True corners: the planned ones, some of them moved."""
    return {
        name: Point(point.x + by_mm.get(name, (0, 0))[0], point.y + by_mm.get(name, (0, 0))[1])
        for name, point in footprint.corners.items()
    }


def pulled(
    truth: Mapping[str, Point],
    pairs: Iterable[tuple[str, str]],
    burn_mm: float = 0.0,
    slips: Mapping[tuple[str, str], float] | None = None,
    noise: random.Random | None = None,
    sigma_mm: float = 0.0,
) -> list[Pull]:
    """Readings of a tape between true corners: burn in, slips and noise added."""
    return [
        Pull(
            a,
            b,
            truth[a].distance_to(truth[b])
            + burn_mm
            + (slips or {}).get((a, b), 0.0)
            + (noise.gauss(0, sigma_mm) if noise else 0.0),
            burn_mm,
        )
        for a, b in pairs
    ]


def after_moves(set_out: SetOut, truth: Mapping[str, Point], moves: Iterable[Move]) -> dict[str, Point]:
    """Move real nails by what was told and find where the real strings then cross."""
    told = {move.board.name: move.inward_mm for move in moves}
    strings: dict[str, list[Point]] = {}
    sides = {side.name: side for side in set_out.footprint.sides}
    for board in boards_for(set_out.footprint, set_out.layout):
        side = sides[board.line]
        now = board.crossing_mm(truth[side.start], truth[side.end])
        strings.setdefault(board.line, []).append(board.nail + board.inward * (now + told[board.name]))
    ordered = set_out.footprint.sides
    return {
        after.start: string_crossing(
            (strings[before.name][0], strings[before.name][1]), (strings[after.name][0], strings[after.name][1])
        )
        for before, after in zip((ordered[-1], *ordered), ordered, strict=False)
    }
