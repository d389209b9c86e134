"""Where strings run on their nails, from a plan's document."""

from collections.abc import Iterable

from anvilhead.core.boards.batter_board import Board
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.nail_side import USUAL_LINE_MM, USUAL_NAIL_MM, nail_beyond_mm
from anvilhead.jobfile.documents.hold_plan import StringPlan
from anvilhead.jobfile.lengths import mm_of


def nail_beyond_of(plan: StringPlan | None) -> float:
    """How far the middles of nails stand outside the lines of their strings, millimetres."""
    if plan is None:
        return 0.0
    nail, line = mm_of(plan.nail), mm_of(plan.line)
    return nail_beyond_mm(plan.runs, USUAL_NAIL_MM if nail is None else nail, USUAL_LINE_MM if line is None else line)


def nails_off(plan: StringPlan | None, boards: Iterable[Board]) -> dict[str, Point]:
    """From the line of each string to the middle of its nail, by board; none where strings run over the middle."""
    beyond = nail_beyond_of(plan)
    return {board.name: board.inward * -beyond for board in boards} if beyond else {}
