"""How much of each kind of work a structure asks for, counted on its results."""

from math import hypot

from anvilhead.core.days.rates import Measure, Rate, Work
from anvilhead.core.units.length_printing import print_length, print_volume
from anvilhead.core.units.units import FOOT_MM, Units
from anvilhead.jobfile.results.pour_results import Laid
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.line_solving import working_diagonals

ROUNDS = 2
"""Square is pulled once as it was set, and once after the moves."""

_MM_IN_M = 1000.0
_MM3_IN_M3 = 1_000_000_000.0

_IN_FEET = {Measure.COUNT: 1.0, Measure.LENGTH: FOOT_MM / _MM_IN_M, Measure.VOLUME: (3 * FOOT_MM) ** 3 / _MM3_IN_M3}
"""What one of a feet job is in metres or cubic metres: feet for lengths, cubic yards for volumes."""


def amounts_of(found: Planned, result: StructureResult) -> dict[Work, float]:
    """What a structure asks for, by kind of work, as its rate measures it: numbers, metres, cubic metres."""
    plan, pour, forms, fence = found.plan, result.pour, result.forms, result.fence
    on_forms = sum(side.length_mm for side in forms.sides) / _MM_IN_M if forms else 0.0
    trenches = sum(_length_mm(one.outer) for one in result.digging.trenches) if result.digging else 0.0
    base = plan.pour.base.thickness.mm * pour.area_mm2 if pour and plan.pour and plan.pour.base else 0.0
    bays = sum(not bay.gate for bay in fence.bays) if fence else 0
    return {
        Work.BOARDS: float(result.stakes + len(result.boards)),
        Work.SQUARE: float(ROUNDS * (len(result.sides) + len(working_diagonals(found.footprint)))),
        Work.LEVELS: float(len(result.corners) + len(result.boards)) if result.heights else 0.0,
        Work.MARKS: float(len(result.places) + (len(fence.posts) if fence else 0)),
        Work.DIG: trenches / _MM_IN_M,
        Work.HOLES: float(len(fence.posts)) if fence else 0.0,
        Work.BASE: base / _MM3_IN_M3,
        Work.FORMS: on_forms,
        Work.BARS: float(sum(way.count for way in pour.bars) + pour.sheets) if pour else 0.0,
        Work.POSTS: float(len(fence.posts)) if fence else 0.0,
        Work.POUR: pour.volume_mm3 / _MM3_IN_M3 if pour else 0.0,
        Work.STRIP: on_forms,
        Work.RAILS: float(bays * len(plan.fence.rails)) if plan.fence else 0.0,
    }


def _length_mm(laid: Laid) -> float:
    return hypot(laid.end.x_mm - laid.start.x_mm, laid.end.y_mm - laid.start.y_mm)


def in_job_units(an_hour: float, rate: Rate, units: Units) -> float:
    """What a rate is in a job's units: feet and cubic yards for metres and cubic metres."""
    return an_hour / _IN_FEET[rate.measure] if units is Units.FT_IN else an_hour


def from_job_units(an_hour: float, rate: Rate, units: Units) -> float:
    """A rate typed in a job's units, in metres or cubic metres."""
    return an_hour * _IN_FEET[rate.measure] if units is Units.FT_IN else an_hour


def amount_text(amount: float, rate: Rate, units: Units) -> str:
    """How much there is of a work: `20 pulls`, `36' of forms`, `2.41 cu yd of concrete`."""
    if rate.measure is Measure.LENGTH:
        return f"{print_length(amount * _MM_IN_M, units).text} of {rate.of}"
    if rate.measure is Measure.VOLUME:
        return f"{print_volume(amount * _MM3_IN_M3, units)} of {rate.of}"
    return f"{amount:.0f} {rate.of}"
