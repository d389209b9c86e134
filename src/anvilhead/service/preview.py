"""Work out a plan, or read a length, without keeping anything."""

from anvilhead.core.closing.questioned import off_rod
from anvilhead.core.geometry import shapes
from anvilhead.core.geometry.footprint import corner_name
from anvilhead.core.geometry.walk import walk
from anvilhead.core.levels.height_target import standing
from anvilhead.core.levels.rod import print_reading, upright_mm
from anvilhead.core.messages.level_words import off_rod_words, standing_words
from anvilhead.core.messages.words import cost_text
from anvilhead.core.units.errors import GeometryError, LengthError
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.tolerances import CLOSED_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.footprints import CLOSES, Step
from anvilhead.jobfile.lengths import read_positive
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.solving import solve_structure, walk_result
from anvilhead.jobfile.sums import length_from_sum
from anvilhead.jobfile.working.board_ground import with_ground
from anvilhead.jobfile.working.judging import judge, mixed_family
from anvilhead.jobfile.working.naming import naming_of, pull_problems
from anvilhead.jobfile.working.planned import work_out
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.written.call_rows import call_sheet
from anvilhead.jobfile.written.writing import place
from anvilhead.service.asked.documents import LengthAsked, PreviewRequest, WalkRequest
from anvilhead.service.asked.level_documents import LevelAsked
from anvilhead.service.views.level_views import LevelEcho
from anvilhead.service.views.structure_views import plan_view
from anvilhead.service.views.worked_views import LengthEcho, LengthRead, PreviewView, ShapeView, WalkView


def preview(request: PreviewRequest) -> PreviewView:
    """Everything computed for a plan and the readings given with it.

    Raises:
        DocumentRefused: when the plan or a reading contradicts itself.
    """
    found, problems = work_out(request.plan, "/plan")
    if found is None:
        raise DocumentRefused(problems)
    found = with_ground(found, request.shot_ground)
    naming = naming_of(found)
    refuse([p for i, pull in enumerate(request.pulls) for p in pull_problems(pull, naming, f"/pulls/{i}")])
    families: dict[int, str] = {}
    for i, pull in enumerate(request.pulls):
        families.setdefault(pull.round, pull.family or "")
        refuse(mixed_family(families, pull, f"/pulls/{i}"))
    rounds = judge(naming, [pull_of(pull) for pull in request.pulls], request.units)
    return PreviewView(
        plan=plan_view(naming, found, request.units),
        result=solve_structure(found, rounds, burn_mm=request.burn.mm, every_pair=False, methods=request.methods),
        calls=call_sheet(found, rounds, request.burn.mm),
    )


def preview_walk(request: WalkRequest) -> WalkView:
    """A walk as far as it is typed, closed or not.

    Raises:
        DocumentRefused: when what it leaves open cannot be worked out.
    """
    try:
        found = walk([step.leg for step in request.steps])
    except GeometryError as error:
        raise DocumentRefused([Problem(pointer="/steps", code=error.code, message=error.message)]) from error
    closed = len(request.steps) > 2 and found.error_mm <= max(CLOSED_MM, request.tolerance.mm)
    return WalkView(
        corners={corner_name(i): place(point) for i, point in enumerate(found.points[:-1])},
        end=place(found.points[-1]),
        closing=walk_result(found, request.steps, request.units),
        closed=closed,
    )


def shapes_in(units: Units) -> list[ShapeView]:
    """Outlines to start from, as a builder of these units would type them."""
    return [_shape(shape, units) for shape in shapes.SHAPES]


def _shape(shape: shapes.Shape, units: Units) -> ShapeView:
    steps = [
        Step(go=CLOSES if go == shapes.CLOSES else read_positive(shapes.leg_text(go, units)), turn=turn)
        for turn, go in shape.legs
    ]
    points = walk([step.leg for step in steps]).points[:-1]
    return ShapeView(name=shape.name, title=shape.title, steps=steps, corners=[place(point) for point in points])


def read_typed(asked: LengthAsked) -> LengthEcho:
    """The echo of a typed text: a length, or the trouble and its position."""
    is_sum = False
    try:
        try:
            read = read_length(asked.text, asked.units, signed=asked.signed)
        except LengthError as error:
            read, is_sum = length_from_sum(asked.text, asked.units, error, signed=asked.signed), True
    except LengthError as error:
        trouble = Problem(pointer="/text", code=error.code, message=error.message, position=error.position)
        return LengthEcho(trouble=trouble)
    printed = print_length(read.mm, asked.units)
    difference = None if asked.against_mm is None else float(read.mm) - asked.against_mm
    length = LengthRead(
        mm=round(float(read.mm), 6),
        text=printed.text,
        remainder_mm=round(printed.remainder_mm, 6),
        explicit=read.explicit,
        is_sum=is_sum,
        difference_mm=difference,
        difference_text=None if difference is None else difference_text(difference, asked.units),
        cost_text=cost_text(difference * asked.far_per_mm, asked.units) if difference and asked.far_per_mm else None,
    )
    return LengthEcho(read=length)


def read_level_typed(asked: LevelAsked) -> LevelEcho:
    """The echo of a reading: the level line it gives, the height it finds, or which way a thing must go."""
    try:
        read = _on_rod(asked.text, asked)
        if asked.bracket.strip():
            read = (read + _on_rod(asked.bracket, asked)) / 2
        mm = (read + _on_rod(asked.turned, asked)) / 2 if asked.turned.strip() else read
        leans = _on_rod(asked.leans, asked) if asked.leans.strip() else 0.0
        mm = upright_mm(mm, leans, _on_rod(asked.foot, asked) if asked.foot.strip() else asked.foot_mm or 0.0)
        if asked.correct_per_mm is not None:
            far = _on_rod(asked.distance, asked) if asked.distance.strip() else asked.distance_mm
            if far is None:
                return LevelEcho(text=print_reading(read, asked.rod), says="corrected once the sight is said")
            mm += asked.correct_per_mm * far
    except LengthError as error:
        trouble = Problem(pointer="/text", code=error.code, message=error.message, position=error.position)
        return LevelEcho(trouble=trouble)
    if off_rod(read, asked.rod_mm):
        message = off_rod_words(read, asked.rod_mm, asked.rod)
        return LevelEcho(trouble=Problem(pointer="/text", code="off-rod", message=message))
    says = None
    if asked.hi_mm is not None and asked.target_mm is not None:
        stands = standing(asked.hi_mm - mm, asked.target_mm, asked.tolerance_mm or 0.0)
        says = standing_words(stands, asked.units)
    elif asked.hi_mm is not None:
        says = f"height {print_length(asked.hi_mm - mm, asked.units).text}"
    elif asked.known_mm is not None:
        says = f"level line {print_length(asked.known_mm + mm, asked.units).text}"
    return LevelEcho(text=print_reading(read, asked.rod), says=says)


def _on_rod(text: str, asked: LevelAsked) -> float:
    """A text as read on the rod, millimetres."""
    return float(read_length(text, asked.rod.units, signed=True).mm)


def difference_text(mm: float, units: Units) -> str:
    """A signed small difference: +3/16", -5 mm, 0."""
    text = print_difference(mm, units)
    if text in ('0"', "0 mm"):
        return "0"
    return text.replace("-", "−") if mm < 0 else "+" + text
