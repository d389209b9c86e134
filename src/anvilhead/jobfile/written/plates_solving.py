"""Plate lines over old concrete, written down."""

import math
from collections import Counter

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made import stake_words as say
from anvilhead.core.plates.old_concrete import EdgeFound, LaidOver, lay_over
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.tolerances import PRINTS_AS_NOTHING_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.plates import PlatesPlan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.results import plates_results as r
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_plates(found: Planned, units: Units) -> r.PlatesResult | None:
    """Plates laid over the concrete as found; null where the plan has none."""
    plan = found.plan.plates
    if plan is None:
        return None
    outline = next((one for one in found.outlines if one.family.name == plan.family), found.outlines[0])
    edges = [EdgeFound(one.line, one.at.mm, one.out.mm) for one in plan.found]
    laid = lay_over(found.footprint, outline.family.offset_mm, edges, mm_of(plan.inset))
    if laid is None:
        nothing = say.no_plates_text(mm_of(plan.inset) or 0.0, units)
        return r.PlatesResult(
            corners={}, shift_mm=None, turn_deg=0.0, edges=[], worst_mm=None, fits=False, text=nothing
        )
    allowed = mm_of(plan.overhang) or 0.0
    over = [mm < -allowed - PRINTS_AS_NOTHING_MM for mm in laid.insets_mm]
    names = [f"{one.line} at {text_of(one.at.mm, units)}" for one, hangs in zip(plan.found, over, strict=True) if hangs]
    turn_mm = abs(laid.turn_rad) * max(side.length_mm for side in found.footprint.sides)
    counts = Counter(edge.line for edge in edges)
    unread = [side.name for side in found.footprint.sides if counts[side.name] < 2]
    told = say.plates_text(laid.shift, turn_mm, laid.worst_mm, laid.deepest_mm, names, units)
    return r.PlatesResult(
        corners={name: place(_moved(found, laid, point)) for name, point in outline.corners.items()},
        shift_mm=place(laid.shift),
        turn_deg=tidy(math.degrees(laid.turn_rad)),
        edges=_edges(found, plan, laid, over, units),
        worst_mm=tidy(laid.worst_mm),
        fits=not any(over),
        text=told + say.unread_text(unread),
    )


def _edges(found: Planned, plan: PlatesPlan, laid: LaidOver, over: list[bool], units: Units) -> list[r.EdgeInset]:
    rows = []
    for edge, inset, hangs in zip(plan.found, laid.insets_mm, over, strict=True):
        side = found.footprint.sides_by_name[edge.line]
        out = found.footprint.inward(side) * -1
        at = side.start_point + side.direction * edge.at.mm + out * edge.out.mm
        rows.append(
            r.EdgeInset(
                line=edge.line,
                at_mm=tidy(edge.at.mm),
                at_text=text_of(edge.at.mm, units),
                place=place(at),
                inset_mm=tidy(inset),
                inset_text=print_difference(inset, units),
                over=hangs,
            )
        )
    return rows


def _moved(found: Planned, laid: LaidOver, point: Point) -> Point:
    """A corner of the plates, turned about the middle of the footprint and shifted."""
    corners = found.footprint.points
    middle = Point(sum(p.x for p in corners) / len(corners), sum(p.y for p in corners) / len(corners))
    arm = point - middle
    return middle + arm + arm.left() * laid.turn_rad + laid.shift
