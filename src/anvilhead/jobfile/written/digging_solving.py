"""What a digger is told, written down."""

from collections.abc import Iterator
from itertools import groupby

from anvilhead.core.geometry.footprint import Side
from anvilhead.core.messages.made import trench_words as say
from anvilhead.core.trench.as_dug import Dug, as_dug
from anvilhead.core.trench.bucket import Passes, passes_over
from anvilhead.core.trench.pad import pad_corners
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.digging import DiggingPlan, FoundPlan, PadPlan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.results import digging_results as r
from anvilhead.jobfile.results.pour_results import Laid
from anvilhead.jobfile.working.marked import marked_points, trench_edges
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_digging(found: Planned, units: Units) -> r.DiggingResult | None:
    """What a digger is told; null where the plan says nothing of it."""
    plan = found.plan.digging
    return None if plan is None else _Digging(found, plan, units).result()


class _Digging:
    def __init__(self, found: Planned, plan: DiggingPlan, units: Units) -> None:
        self.found = found
        self.plan = plan
        self.units = units
        self.cut_mm = plan.bucket.mm + (mm_of(plan.teeth) or 0.0)
        self.edges = list(self._edges())
        self.points = marked_points(found.footprint, found.places, found.fence)

    def _edges(self) -> Iterator[tuple[Side, Side, float]]:
        """Outer and inner edge of the footing along each side, and its width."""
        for side, other in trench_edges(self.found.outlines, self.found.strip):
            yield side, other, abs((other.start_point - side.start_point).dot(side.direction.left()))

    def result(self) -> r.DiggingResult:
        trenches = [self._trench(*edge) for edge in self.edges]
        over = self._over_mm3()
        length = sum(outer.length_mm for outer, _, _ in self.edges)
        return r.DiggingResult(
            trenches=trenches,
            pads=[self._pad(pad) for pad in self.plan.pads],
            dug=[self._dug(one) for one in self.plan.found],
            over_mm3=None if over is None else tidy(over),
            over_text=say.over_text(over, self.units) if over else None,
            how=list(self._how()),
            paint=list(say.PAINT),
            text=say.digging_text(len(trenches), length, len(self.plan.pads), self.units),
        )

    def _passes(self, width_mm: float) -> Passes:
        return passes_over(width_mm, self.cut_mm, self.plan.keeps)

    def _trench(self, outer: Side, inner: Side, width: float) -> r.TrenchResult:
        passes = self._passes(width)
        shares = [mm / width for mm in passes.middles_mm]
        return r.TrenchResult(
            line=outer.name,
            outer=Laid(start=place(outer.start_point), end=place(outer.end_point)),
            inner=Laid(start=place(inner.start_point), end=place(inner.end_point)),
            width_mm=tidy(width),
            width_text=text_of(width, self.units),
            passes=[
                Laid(
                    start=place(outer.start_point + (inner.start_point - outer.start_point) * share),
                    end=place(outer.end_point + (inner.end_point - outer.end_point) * share),
                )
                for share in shares
            ],
            over_mm=tidy(passes.over_mm),
            over_text=print_difference(passes.over_mm, self.units) if passes.over_mm else None,
            outer_over_mm=tidy(passes.beyond_outer_mm),
        )

    def _over_mm3(self) -> float | None:
        deep = mm_of(self.plan.deep)
        if deep is None:
            return None
        return sum(self._passes(width).over_mm * deep * _middle_mm(outer, inner) for outer, inner, width in self.edges)

    def _how(self) -> Iterator[str]:
        rows = sorted((round(width, 3), outer.name) for outer, _, width in self.edges)
        for width, alike in groupby(rows, key=lambda row: row[0]):
            lines = [name for _, name in alike]
            yield say.passes_text(lines, self._passes(width), self.plan.keeps, (width, self.cut_mm), self.units)

    def _pad(self, pad: PadPlan) -> r.PadResult:
        width = (pad.width or pad.length).mm
        corners = pad_corners(self.points[pad.at], self.found.footprint.sides[0].direction, pad.length.mm, width)
        diagonal = corners[0].distance_to(corners[2])
        return r.PadResult(
            name=pad.name,
            at=pad.at,
            corners=[place(corner) for corner in corners],
            size_text=f"{text_of(pad.length.mm, self.units)} × {text_of(width, self.units)}",
            diagonal_mm=tidy(diagonal),
            diagonal_text=text_of(diagonal, self.units),
        )

    def _dug(self, found: FoundPlan) -> r.DugResult:
        asked = self._asked(found.on)
        got = Dug(
            mm_of(found.length) or asked.length_mm,
            mm_of(found.width) or asked.width_mm,
            mm_of(found.deep) or asked.deep_mm,
        )
        held = as_dug(asked, got, allowed_mm=mm_of(self.plan.allowed) or 0.0)
        return r.DugResult(
            on=found.on,
            short=held.is_short,
            more_mm3=tidy(held.more_mm3),
            text=say.dug_text(found.on, held, self.units),
        )

    def _asked(self, on: str) -> Dug:
        deep = mm_of(self.plan.deep) or 0.0
        for pad in self.plan.pads:
            if pad.name == on:
                return Dug(pad.length.mm, (pad.width or pad.length).mm, mm_of(pad.deep) or deep)
        outer, inner, width = next(edge for edge in self.edges if edge[0].name == on)
        return Dug(_middle_mm(outer, inner), width, deep)


def _middle_mm(outer: Side, inner: Side) -> float:
    """Length of a trench along its middle, where corners make its edges differ."""
    return (outer.length_mm + inner.length_mm) / 2
