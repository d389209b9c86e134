"""A slab as it is built up and poured, and a run with a width, written down."""

from collections import Counter
from collections.abc import Sequence

from anvilhead.core.forms.cutting import cut_from
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.messages.made import pour_words as say
from anvilhead.core.plan.line_family import FamilyOutline
from anvilhead.core.plan.strip import Strip
from anvilhead.core.pour.across import Chord
from anvilhead.core.pour.bars import Bars, bars_one_way, chairs_under, pieces_of
from anvilhead.core.pour.concrete_order import order_for
from anvilhead.core.pour.control_joints import joint_plan
from anvilhead.core.pour.dowels import dowels_along
from anvilhead.core.pour.lifts import lifts_for
from anvilhead.core.pour.mesh import Mesh, Sheet, mesh_for
from anvilhead.core.units.errors import AnvilheadError
from anvilhead.core.units.length_printing import print_area, print_volume
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.standards import STANDARDS
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.pour import BarsPlan, DowelsPlan, PourPlan
from anvilhead.jobfile.lengths import Length, mm_of
from anvilhead.jobfile.results import pour_results as r
from anvilhead.jobfile.results.form_results import FormCut
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.form_solving import written_cuts
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_strip(found: Planned, units: Units) -> r.StripResult | None:
    """The faces of a run with a width; null where it has none."""
    strip, plan = found.strip, found.plan.strip
    if strip is None or plan is None:
        return None
    faces = [_face(strip.left, units), _face(strip.right, units)]
    left, right = (sum(face.lengths_mm) for face in faces)
    return r.StripResult(
        faces=faces,
        width_mm=tidy(plan.width.mm),
        width_text=text_of(plan.width.mm, units),
        area_mm2=tidy(strip.area_mm2),
        area_text=print_area(strip.area_mm2, units),
        text=say.strip_text(plan.width.mm, (left, right), units),
    )


def _face(face: FamilyOutline, units: Units) -> r.StripFace:
    return r.StripFace(
        name=face.family.name,
        points=[place(point) for point in face.corners.values()],
        lengths_mm=[tidy(side.length_mm) for side in face.sides],
        length_texts=[text_of(side.length_mm, units) for side in face.sides],
    )


def order_of(plan: PourPlan | None, volume_mm3: float, waste: float, units: Units) -> r.OrderResult | None:
    """What is ordered for a volume; null while nobody said what a truck brings."""
    if plan is None or plan.truck is None:
        return None
    order = order_for(volume_mm3, waste, plan.truck.mm3, plan.rate.mm3 if plan.rate else None)
    return r.OrderResult(
        volume_mm3=tidy(order.volume_mm3),
        trucks=order.trucks,
        part_mm3=tidy(order.part_mm3),
        hours=None if order.hours is None else tidy(order.hours),
        text=say.order_text(order, units),
    )


def solve_pour(found: Planned, units: Units) -> r.PourResult | None:
    """What a slab takes; null where the plan says nothing of it."""
    plan = found.plan.pour
    outline = None if plan is None else pour_outline(plan, found.outlines, found.strip)
    return None if plan is None or outline is None else _Pour(found, plan, outline, units).result()


def pour_outline(plan: PourPlan, outlines: Sequence[FamilyOutline], strip: Strip | None) -> list[Point] | None:
    """The faces of the concrete: of a strip, else of the line that is named; None of an open line without a width."""
    if strip is not None:
        return strip.outline
    family = next((one for one in outlines if one.family.name == plan.family), outlines[0])
    corners = list(family.corners.values())
    return corners if len(corners) > 2 else None


class _Pour:
    def __init__(self, found: Planned, plan: PourPlan, outline: list[Point], units: Units) -> None:
        self.found = found
        self.plan = plan
        self.outline = outline
        self.units = units
        self.ahead = found.footprint.sides[0].direction
        self.along = found.footprint.sides[0].name
        self.area_mm2 = abs(area_of(outline))
        self.asks: list[str] = []
        self.troubles: list[str] = []

    def result(self) -> r.PourResult:
        plan, units = self.plan, self.units
        volume = self.area_mm2 * plan.thickness.mm
        base = plan.base and lifts_for(
            plan.base.thickness.mm,
            self._said(plan.base.lift, STANDARDS[units].lift),
            self.area_mm2,
            plan.base.settling,
            plan.base.passes,
        )
        ways, cuts, stock, laps, chairs = self._bars(plan.bars) if plan.bars else ([], [], [], 0, 0)
        mesh = self._mesh()
        joints, panels, joints_text = self._joints()
        dowels = [row for one in plan.dowels for row in self._dowels(one)]
        size = plan.bars.size if plan.bars else None
        if plan.bars and not size:
            self.asks.append(say.asks_text("the size of the bars"))
        bars = sum(way.count for way in ways)
        length = sum(_long(bar) for way in ways for bar in way.bars)
        return r.PourResult(
            outline=[place(point) for point in self.outline],
            area_mm2=tidy(self.area_mm2),
            volume_mm3=tidy(volume),
            volume_text=print_volume(volume, units),
            order=order_of(plan, volume, plan.waste, units),
            base=base and say.lifts_text(base, units),
            bars=ways,
            bars_text=say.all_bars_text(bars, laps, chairs, length, units) if ways else None,
            chairs=chairs,
            laps=laps,
            cuts=cuts,
            mesh=mesh and say.mesh_text(mesh[0], mesh[1], self._way(mesh[0].ahead), units),
            sheets=mesh[0].sheets if mesh else 0,
            dowels=dowels,
            joints=joints,
            panels=panels,
            joints_text=joints_text,
            truck=say.pour_truck(
                base.loose_mm3 if base else None, stock, size, mesh[0].sheets if mesh else 0, chairs, units
            ),
            asks=list(dict.fromkeys(self.asks)),
            troubles=self.troubles,
            text=say.pour_text(self.area_mm2, plan.thickness.mm, volume, units),
        )

    def _said(self, length: Length | None, usual: str) -> float:
        return float(read_length(usual, self.units).mm) if length is None else length.mm

    def _way(self, ahead: Point) -> str:
        """A direction as it is called on site."""
        return f"along {self.along}" if abs(ahead.dot(self.ahead)) > 0.5 else f"square to {self.along}"

    def _bars(self, plan: BarsPlan) -> tuple[list[r.BarsWay], list[FormCut], list[tuple[int, str]], int, int]:
        ways: list[r.BarsWay] = []
        pieces: list[float] = []
        longest, laps, chairs = max(one.mm for one in plan.stock), 0, 0
        # bars that run along the baseline are spaced square to it
        for ahead, spacing in ((self.ahead, plan.spacing), (self.ahead.left(), plan.across or plan.spacing)):
            try:
                bars = bars_one_way(self.outline, ahead, spacing.mm, plan.cover.mm)
            except AnvilheadError as error:
                self.troubles.append(error.message)
                continue
            ways.append(self._bars_way(bars, ahead))
            for bar in bars.bars:
                try:
                    cut = pieces_of(bar.length_mm, longest, mm_of(plan.lap))
                except AnvilheadError as error:
                    self.asks.append(error.message)
                    break
                pieces += cut
                laps += len(cut) - 1
        if plan.chairs and ways:
            try:
                chairs = chairs_under(self.outline, self.ahead, plan.chairs.mm, plan.cover.mm)
            except AnvilheadError as error:
                self.troubles.append(error.message)
        cuts = cut_from(pieces, [one.mm for one in plan.stock], kerf_mm=0.0) if pieces and not self.asks else []
        stock = Counter(text_of(cut.stock_mm, self.units) for cut in cuts)
        rows = written_cuts(cuts, pieces, self.units)
        return ways, rows, [(count, text) for text, count in stock.items()], laps, chairs

    def _bars_way(self, bars: Bars, ahead: Point) -> r.BarsWay:
        way = self._way(ahead)
        return r.BarsWay(
            way=way,
            count=len(bars.bars),
            spacing_mm=tidy(bars.spacing_mm),
            spacing_text=text_of(bars.spacing_mm, self.units),
            bars=[_laid(bar) for bar in bars.bars],
            text=say.bars_text(len(bars.bars), bars.spacing_mm, way, self.units),
        )

    def _mesh(self) -> tuple[Mesh, Sheet] | None:
        plan = self.plan.mesh
        if plan is None:
            return None
        sheet = Sheet(plan.length.mm, plan.width.mm, plan.lap.mm)
        try:
            return mesh_for(self.outline, self.ahead, sheet, mm_of(plan.cover) or 0.0), sheet
        except AnvilheadError as error:
            self.troubles.append(error.message)
            return None

    def _joints(self) -> tuple[list[r.Laid], int, str | None]:
        plan, thick = self.plan.joints, self.plan.thickness.mm
        if plan is None:
            return [], 1, None
        most = mm_of(plan.most) or plan.times * thick
        found = joint_plan(self.outline, self.ahead, most, plan.aspect)
        text = say.joints_text(found, most, plan.aspect, thick, self.units)
        return [_laid(joint) for joint in found.joints], found.panels, text

    def _dowels(self, plan: DowelsPlan) -> list[r.DowelRow]:
        side = self.found.footprint.sides_by_name.get(plan.along)
        if side is None:
            return []  # refused where the plan is worked out
        clear = self._said(plan.clear, STANDARDS[self.units].dowel_clear)
        try:
            stations = dowels_along(side.length_mm, plan.spacing.mm, clear)
        except AnvilheadError as error:
            self.troubles.append(error.message)
            return []
        apart = stations[1] - stations[0] if len(stations) > 1 else 0.0
        if plan.size is None or plan.deep is None:
            self.asks.append(say.asks_text("size and depth of the dowels"))
        return [
            r.DowelRow(
                line=side.name,
                stations_mm=[tidy(mm) for mm in stations],
                stations=[text_of(mm, self.units) for mm in stations],
                at=[place(side.start_point + side.direction * mm) for mm in stations],
                text=say.dowels_text(len(stations), apart, plan.size, mm_of(plan.deep), self.units),
            )
        ]


def _laid(chord: Chord) -> r.Laid:
    return r.Laid(start=place(chord.start), end=place(chord.end))


def _long(bar: r.Laid) -> float:
    return Point(bar.start.x_mm, bar.start.y_mm).distance_to(Point(bar.end.x_mm, bar.end.y_mm))
