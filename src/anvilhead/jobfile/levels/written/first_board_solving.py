"""A board top that was set first and is held as true: whether it does for the others, told once ground is known."""

import math

from anvilhead.core.boards.board_height import string_range
from anvilhead.core.levels.height_target import ThingKind
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages.decided_words import first_board_text
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.jobfile.levels import decided_results as r
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.said import kind_named, kind_of
from anvilhead.jobfile.levels.written.shot_ground import is_known
from anvilhead.jobfile.working.board_ground import ground_of, height_rule_of
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import tidy


def solve_first_boards(book: Book, site: Site) -> list[r.FirstBoardResult]:
    """Every board top held as true, on the ground of its structure's boards."""
    found = []
    for spot, mm in book.book.benchmarks.items():
        structure = book.points.owner(spot.at) if _is_board_top(book, spot) else None
        if structure and (one := _first_board(site.planned[structure], structure, book, spot, mm)):
            found.append(one)
    return found


def _is_board_top(book: Book, spot: Spot) -> bool:
    target = next((one for one in book.levels.targets if one.name == spot.thing), None)
    return (kind_of(target) if target else kind_named(spot.thing)) is ThingKind.BOARD_TOPS


def _first_board(planned: Planned, structure: str, book: Book, spot: Spot, mm: float) -> r.FirstBoardResult | None:
    known = {board.name for board in planned.boards if is_known(book, structure, planned, board)}
    ground = {name: height for name, height in (ground_of(planned) or {}).items() if name in known}
    if not ground:
        return None
    found = string_range(ground, height_rule_of(planned.plan))
    off = None if found.is_empty else found.off_mm(mm)
    return r.FirstBoardResult(
        structure=structure,
        at=spot.at,
        thing=spot.thing,
        height_mm=tidy(mm),
        least_mm=tidy(found.least_mm),
        most_mm=tidy(found.most_mm) if math.isfinite(found.most_mm) else None,
        off_mm=None if off is None else tidy(off),
        works=off is not None and abs(off) <= NOTHING_MM,
        text=first_board_text(spot.at, mm, found, (len(ground), len(planned.boards)), book.units),
    )
