"""Where strings run on their nails and tapes touch their marks, from a plan's document."""

from collections.abc import Iterable

from anvilhead.core.boards.batter_board import Board
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.nail_side import USUAL_LINE_MM, USUAL_NAIL_MM, nail_beyond_mm, touch_mm
from anvilhead.core.measure.tape import TRUE_TAPE, TapeZero
from anvilhead.jobfile.documents.hold_plan import StringPlan
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.lengths import mm_of


def nail_beyond_of(plan: StringPlan | None) -> float:
    """How far the middles of nails stand outside the lines of their strings, millimetres."""
    if plan is None:
        return 0.0
    nail, line = mm_of(plan.nail), mm_of(plan.line)
    return nail_beyond_mm(plan.runs, USUAL_NAIL_MM if nail is None else nail, USUAL_LINE_MM if line is None else line)


def tape_zero_of(plan: Plan) -> TapeZero:
    """What the crew's tape reads too much: by itself, and by where it touches its marks."""
    reads, touches = plan.tape_reads, plan.touches
    touch = touch_mm(touches.width.mm, touches.start, touches.end) if touches else 0.0
    if reads is None:
        return TapeZero(0.0, 0.0, touch) if touch else TRUE_TAPE
    return TapeZero(reads.more.mm, reads.burn.mm, touch)


def nails_off(plan: StringPlan | None, boards: Iterable[Board]) -> dict[str, Point]:
    """From the line of each string to the middle of its nail, by board; none where strings run over the middle."""
    beyond = nail_beyond_of(plan)
    return {board.name: board.inward * -beyond for board in boards} if beyond else {}
