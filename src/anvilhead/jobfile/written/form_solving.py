"""Forms of a slab written down."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from itertools import combinations

from anvilhead.core.forms.cutting import StockCut, cut_from
from anvilhead.core.forms.form_kit import (
    KICKER_SPACING,
    SCREWS_PER_CLEAT,
    SCREWS_PER_STAKE,
    FormRule,
    FormSide,
    form_side,
    spacing_for,
)
from anvilhead.core.geometry.footprint import Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made import form_words as say
from anvilhead.core.units.errors import AnvilheadError
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.standards import STANDARDS
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.forms import FormsPlan
from anvilhead.jobfile.lengths import Length, mm_of
from anvilhead.jobfile.results import form_results as r
from anvilhead.jobfile.results.result_parts import Distance
from anvilhead.jobfile.working.marked import form_faces
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import distance, place, text_of, tidy

MOST_CORNERS = 8
"""More corners than these have too many diagonals to pull them all."""


def solve_forms(found: Planned, units: Units) -> r.FormsResult | None:
    """The forms of a plan; null where it asks for none."""
    plan = found.plan.forms
    return None if plan is None else _Forms(found, plan, units).result()


class _Forms:
    def __init__(self, found: Planned, plan: FormsPlan, units: Units) -> None:
        self.plan = plan
        self.units = units
        standard = STANDARDS[units]
        self.cleat_mm = self._said(plan.cleat, standard.cleat)
        self.rule = FormRule(
            board_mm=plan.board.mm,
            lap_mm=self._said(plan.lap, standard.form_lap),
            stock_mm=tuple(length.mm for length in plan.stock),
            joint_clear_mm=self._said(plan.joint_clear, standard.joint_clear),
            spacing_mm=mm_of(plan.spacing) or spacing_for(plan.thickness.mm),
            kicker_mm=mm_of(plan.kickers) or spacing_for(plan.thickness.mm, KICKER_SPACING),
        )
        self.existing = [line for line in found.plan.boards.existing if line in found.footprint.sides_by_name]
        self.strip = found.strip
        self.corners, self.sides = self._faces(found)
        self.found = found

    def _faces(self, found: Planned) -> tuple[dict[str, Point], list[Side]]:
        """Inner faces of the forms: round a slab, or both faces of a strip, which its ends close without a form."""
        if found.strip is None:
            outline = form_faces(self.plan, found.plan.boards.existing, found.footprint, found.outlines)
            return outline.corners, [side for side in outline.sides if side.name not in self.existing]
        sides = [
            replace(side, wall=f"{side.name} {hand}")
            for hand, face in (("left", found.strip.left), ("right", found.strip.right))
            for side in face.sides
        ]
        return {str(at): point for at, point in enumerate(found.strip.outline)}, sides

    def _said(self, length: Length | None, usual: str) -> float:
        return float(read_length(usual, self.units).mm) if length is None else length.mm

    def result(self) -> r.FormsResult:
        troubles: list[str] = []
        sides: list[tuple[Side, FormSide]] = []
        for side in self.sides:
            try:
                sides.append((side, form_side(side.length_mm, self.rule, runs_by=self._runs_by(side) is not None)))
            except AnvilheadError as error:
                troubles.append(f"{side.name}: {error.message}")
        pieces = [piece for _, form in sides for piece in form.pieces_mm]
        cuts = cut_from(pieces, self.rule.stock_mm) if pieces else []
        stakes = sum(len(form.stakes_mm) for _, form in sides)
        kickers = sum(len(form.kickers_mm) for _, form in sides)
        cleats = sum(len(form.joints_mm) for _, form in sides)
        stock = Counter(text_of(cut.stock_mm, self.units) for cut in cuts)
        checks = self._checks()
        screws = stakes * SCREWS_PER_STAKE + cleats * SCREWS_PER_CLEAT
        cleat_text = text_of(self.cleat_mm, self.units)
        told = [f"{one.start}–{one.end} {one.text}" for one in checks]
        inset, below = mm_of(self.plan.inset) or 0.0, mm_of(self.plan.below) or 0.0
        used = sum(cut.stock_mm for cut in cuts)
        return r.FormsResult(
            outline=[place(point) for point in self.corners.values()],
            gauge_text=None if self._gauge() is None else text_of(self._gauge() or 0.0, self.units),
            sides=[self._side(side, form) for side, form in sides],
            existing=self.existing,
            stakes=stakes,
            kickers=kickers,
            cleats=cleats,
            cuts=written_cuts(cuts, pieces, self.units),
            waste_share=round(1 - sum(pieces) / used, 4) if used else 0.0,
            checks=checks,
            truck=say.form_truck(
                [(count, text) for text, count in stock.items()],
                (stakes, kickers, self._pins(sides)),
                cleats,
                cleat_text,
                screws,
            ),
            counted=say.counted_forms(
                {side.name: len(form.stakes_mm) for side, form in sides},
                {side.name: len(form.joints_mm) for side, form in sides},
                {side.name: len(form.kickers_mm) for side, form in sides},
                (SCREWS_PER_STAKE, SCREWS_PER_CLEAT),
            ),
            order=[
                r.FormStep(text=text, hold=hold)
                for text, hold in say.form_order(told[:2], inset, below, self.existing, self._gauge(), self.units)
            ],
            strip=say.form_strip(len(pieces), stakes, cleats),
            troubles=troubles,
            text=say.forms_text(len(pieces), len(sides), stakes, self.rule.spacing_mm, self.units),
        )

    def _runs_by(self, side: Side) -> str | None:
        """The corner that a side's last board runs by; none where the next side is there already."""
        if self.strip is not None:
            return None
        return side.end if any(one.start == side.end for one in self.sides) else None

    def _side(self, side: Side, form: FormSide) -> r.FormSideResult:
        return r.FormSideResult(
            line=side.name,
            side_mm=tidy(side.length_mm),
            side_text=text_of(side.length_mm, self.units),
            length_mm=tidy(form.length_mm),
            length_text=text_of(form.length_mm, self.units),
            pieces=[self._piece(mm) for mm in form.pieces_mm],
            joints=[self._piece(mm) for mm in form.joints_mm],
            stakes=[self._piece(mm) for mm in form.stakes_mm],
            kickers=[self._piece(mm) for mm in form.kickers_mm],
            kickers_at=[place(side.start_point + side.direction * mm) for mm in form.kickers_mm],
            stakes_at=[place(side.start_point + side.direction * mm) for mm in form.stakes_mm],
            runs_by=self._runs_by(side),
        )

    def _pins(self, sides: list[tuple[Side, FormSide]]) -> int:
        """Stakes beside corners that are pinned first: two at each corner of a slab's forms."""
        return 0 if self.strip is not None else 2 * sum(self._runs_by(side) is not None for side, _ in sides)

    def _gauge(self) -> float | None:
        return self.found.plan.strip.width.mm if self.found.plan.strip else None

    def _piece(self, mm: float) -> r.FormPiece:
        return r.FormPiece(mm=tidy(mm), text=text_of(mm, self.units))

    def _checks(self) -> list[Distance]:
        """Diagonals of the inner faces, the longest first."""
        corners = self.corners
        if self.strip is not None or len(corners) > MOST_CORNERS:
            return []
        beside = {frozenset((side.start, side.end)) for side in self.found.footprint.sides}
        found = [
            distance(Side(a, b, corners[a], corners[b]), self.units)
            for a, b in combinations(corners, 2)
            if frozenset((a, b)) not in beside
        ]
        return sorted(found, key=lambda one: -one.length_mm)


def written_cuts(cuts: Sequence[StockCut], pieces: Sequence[float], units: Units) -> list[r.FormCut]:
    """Stock and what is cut from it, lengths cut alike together."""
    alike = Counter(
        (
            text_of(cut.stock_mm, units),
            tuple(text_of(pieces[piece], units) for piece in cut.pieces),
            text_of(cut.left_mm, units),
        )
        for cut in cuts
    )
    return [
        r.FormCut(count=count, stock_text=stock, cuts=list(cut), left_text=left)
        for (stock, cut, left), count in alike.items()
    ]
