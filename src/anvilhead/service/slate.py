"""The slate: one-off sums beside the jobs, kept nowhere."""

from typing import Annotated

from pydantic import Field

from anvilhead.core.slate.expression import work_out
from anvilhead.core.slate.quantity import QuantityKind
from anvilhead.core.slate.trade_sums import TRADE_SUMS, count_of, filled, marks_of
from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import Strict
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.results.result_parts import Result
from anvilhead.jobfile.sums import SumResult, solve_sum

Typed = Annotated[str, Field(max_length=2000)]


class SumAsked(Strict):
    """A sum as typed; or one of the trade by its key, with what it asks for."""

    units: Units
    text: Typed = ""
    sum: Annotated[str, Field(max_length=40)] | None = None
    of: list[Typed] = Field(default_factory=list, max_length=10)


class SumEcho(Result):
    """What a sum comes to, or why it comes to nothing; `text`: the sum itself, with what was typed put in."""

    text: str
    found: SumResult | None = None
    trouble: Problem | None = None


class TradeSumView(Result):
    """A sum of the trade: what it asks for, and what it is good for."""

    key: str
    name: str
    asks: list[str]
    told: str


class SpacesAsked(Strict):
    """A length to be parted into equal spaces."""

    units: Units
    length: Typed
    spaces: Typed


class SpacesEcho(Result):
    """Running marks from one end, both ends with them; or why there are none."""

    marks: list[str] = Field(default_factory=list)
    text: str = ""
    trouble: Problem | None = None


def add_up(asked: SumAsked) -> SumEcho:
    """The echo of a sum while it is typed."""
    try:
        text = asked.text if asked.sum is None else filled(asked.sum, asked.of)
    except LengthError as error:
        return SumEcho(text="", trouble=_problem(error, "/of"))
    try:
        return SumEcho(text=text, found=solve_sum(text, asked.units))
    except DocumentRefused as refused:
        return SumEcho(text=text, trouble=refused.problems[0].model_copy(update={"pointer": "/text"}))


def trade_sums() -> list[TradeSumView]:
    """Every sum of the trade."""
    return [TradeSumView(key=one.key, name=one.name, asks=list(one.asks), told=one.told) for one in TRADE_SUMS]


def part(asked: SpacesAsked) -> SpacesEcho:
    """Equal spaces, with their marks."""
    try:
        found = work_out(asked.length, asked.units)
        if found.bare:
            found = work_out(f"0 mm + {asked.length}", asked.units)
        if found.kind is not QuantityKind.LENGTH or found.value <= 0:
            raise LengthError("not-a-length", "Type a length above zero to be parted.")
    except LengthError as error:
        return SpacesEcho(trouble=_problem(error, "/length"))
    try:
        spaces = count_of(asked.spaces)
    except LengthError as error:
        return SpacesEcho(trouble=_problem(error, "/spaces"))
    marks = marks_of(float(found.value), spaces)
    each = print_length(marks[1], asked.units)
    return SpacesEcho(
        marks=[print_length(mark, asked.units).text for mark in marks],
        text=f"{spaces} {'space' if spaces == 1 else 'spaces'} of {each.text}, {len(marks)} marks",
    )


def _problem(error: LengthError, pointer: str) -> Problem:
    return Problem(pointer=pointer, code=error.code, message=error.message, position=error.position)
