"""Work out a plan, or read a length, without keeping anything."""

from anvilhead.core.errors import LengthError
from anvilhead.core.length_printing import print_difference, print_length
from anvilhead.core.length_reading import read_length
from anvilhead.core.units import Units
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import plan_problems, pull_of, pull_problems, refuse
from anvilhead.jobfile.solving import call_sheet, solve_structure
from anvilhead.service.documents import LengthAsked, PreviewRequest
from anvilhead.service.views import LengthEcho, LengthRead, PreviewView, plan_view


def preview(request: PreviewRequest) -> PreviewView:
    """Everything computed for a plan and the readings given with it.

    Raises:
        DocumentRefused: when the plan or a reading contradicts itself.
    """
    refuse(plan_problems(request.plan, "/plan"))
    refuse([p for i, pull in enumerate(request.pulls) for p in pull_problems(pull, request.plan, f"/pulls/{i}")])
    result = solve_structure(request.plan, [pull_of(pull) for pull in request.pulls], request.units)
    return PreviewView(
        plan=plan_view(request.plan, request.units),
        result=result,
        calls=call_sheet(request.plan, request.burn.mm, request.units, result.square),
    )


def read_typed(asked: LengthAsked) -> LengthEcho:
    """The echo of a typed text: a length, or the trouble and its position."""
    try:
        read = read_length(asked.text, asked.units)
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
        difference_mm=difference,
        difference_text=None if difference is None else difference_text(difference, asked.units),
    )
    return LengthEcho(read=length)


def difference_text(mm: float, units: Units) -> str:
    """A signed small difference: +3/16", -5 mm, 0."""
    text = print_difference(mm, units)
    if text in ('0"', "0 mm"):
        return "0"
    return text.replace("-", "−") if mm < 0 else "+" + text
