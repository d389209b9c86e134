"""Bottoms of footings written down, stretch by stretch."""

from collections.abc import Mapping

from anvilhead.core.geometry.along import HeightsAlong, Path
from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.footing_bottom import BottomRule, BottomStretch, SoilAlong, footing_bottoms
from anvilhead.core.messages import footing_words as say
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM, FLOAT_SLACK, NOTHING_MM
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import footing_results as r
from anvilhead.jobfile.levels.footings import FootingPlan
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.height_solving import target_reading_of, target_text
from anvilhead.jobfile.levels.written.surfaces import line_between, outline_of
from anvilhead.jobfile.written.writing import place, text_of, tidy

ASKED_EVERY = 60
"""Parts of the outline that what is asked for is told at, beside its corners."""


def solve_footings(frames: Frames) -> list[r.FootingResult]:
    """Every footing."""
    return [_Footing(frames, plan).result() for plan in frames.book.levels.footings]


class _Footing:
    """One footing on the outline of its structure."""

    def __init__(self, frames: Frames, plan: FootingPlan) -> None:
        self.frames, self.plan, self.book = frames, plan, frames.book
        self.structure = plan.structure or frames.book.points.on or ""
        planned = frames.site.planned[self.structure]
        self.corners = outline_of(planned, plan)
        self.is_closed = planned.footprint.closed
        self.path = Path(tuple(self.corners.values()), is_closed=self.is_closed)
        self.length_mm = self.path.length_mm

    def result(self) -> r.FootingResult:
        soil, rule = self._soil(), self._rule()
        try:
            found = sorted(footing_bottoms(soil, rule), key=lambda one: one.start_mm % self.length_mm)
        except GeometryError as error:
            return self._result(soil, rule, [], error.message)
        too_much = [mm for one in found if (mm := self._too_unequal(one, soil)) is not None]
        return self._result(soil, rule, found, say.footing_text(found, max(too_much, default=None), self.book.units))

    def _result(self, soil: SoilAlong, rule: BottomRule, found: list[BottomStretch], text: str) -> r.FootingResult:
        return r.FootingResult(
            name=self.plan.name,
            structure=self.structure,
            around_mm=tidy(self.length_mm),
            corners={name: tidy(at) for name, at in zip(self.corners, self.path.stations, strict=False)},
            asked=self._asked(soil, rule) if found else [],
            stretches=[self._stretch(one, soil) for one in found],
            text=text,
        )

    def _rule(self) -> BottomRule:
        plan, module = self.plan, self.plan.module.mm
        level = 0.0 if plan.top is None else plan.top.mm - (mm_of(plan.thickness) or 0.0)
        return BottomRule(mm_of(plan.frost), plan.penetration.mm, module, plan.lap.mm, plan.rise.mm, level)

    def _soil(self) -> SoilAlong:
        places = self.frames.points(self.structure).places
        around = self.length_mm if self.is_closed else None
        grades = {one.at: one.height.mm for one in self.plan.grades}
        grade = self._along(grades, places) or ((0.0, self.plan.grade.mm),)
        sound = self._along(self.book.heights_on(self.plan.sound), places)
        return SoilAlong(
            self.length_mm,
            self.is_closed,
            HeightsAlong(grade, around),
            HeightsAlong(sound, around) if sound else None,
        )

    def _along(self, heights: Mapping[str, float], places: Mapping[str, Point]) -> tuple[tuple[float, float], ...]:
        """Heights at the stations nearest to their points, the lower where two fall on one."""
        found: dict[float, float] = {}
        for name, mm in heights.items():
            if name in places:
                station = round(self.path.nearest(places[name])[0] / COINCIDENT_MM) * COINCIDENT_MM
                found[station] = min(mm, found.get(station, mm))
        return tuple(sorted(found.items()))

    def _at(self, station_mm: float, *, is_end: bool = False) -> r.StationOnResult:
        """A station on its side; an end that falls on a corner is the end of the side before it."""
        at = station_mm % self.length_mm if self.is_closed and station_mm > self.length_mm + NOTHING_MM else station_mm
        leg = self.path.leg_at(at, is_end=is_end)
        names = [*self.corners, *self.corners][leg : leg + 2]
        along = at - self.path.stations[leg]
        return r.StationOnResult(
            side=line_between(*names),
            along_mm=tidy(along),
            text=f"{text_of(along, self.book.units)} from {names[0]}",
            place=place(self.path.at(at)),
        )

    def _asked(self, soil: SoilAlong, rule: BottomRule) -> list[r.AskedAtResult]:
        even = [self.length_mm * i / ASKED_EVERY for i in range(ASKED_EVERY + 1)]
        stations = sorted({*self.path.stations, *even})
        return [
            r.AskedAtResult(
                station_mm=tidy(at), needed_mm=tidy(soil.needed(rule, at, at)[0]), grade_mm=tidy(soil.grade.at(at))
            )
            for at in stations
        ]

    def _stretch(self, one: BottomStretch, soil: SoilAlong) -> r.StretchResult:
        units, start = self.book.units, self._at(one.start_mm)
        middle = Point(start.place.x_mm, start.place.y_mm)
        reading = target_reading_of(self.book, one.bottom_mm, middle)
        wall, blocks = self._wall(one.bottom_mm), None
        unequal = self._unequal(one, soil)
        if wall is not None and self.plan.course and wall >= 0:
            courses = int(wall / self.plan.course.mm + FLOAT_SLACK)
            blocks = (courses, max(wall - courses * self.plan.course.mm, 0.0))
        return r.StretchResult(
            start=start,
            end=self._at(one.end_mm, is_end=True),
            station_mm=tidy(one.start_mm % self.length_mm),
            length_mm=tidy(one.end_mm - one.start_mm),
            length_text=text_of(one.end_mm - one.start_mm, units),
            bottom_mm=tidy(one.bottom_mm),
            bottom_text=text_of(one.bottom_mm, units),
            needed_mm=tidy(one.needed_mm),
            governs=one.governs,
            reading_mm=None if reading is None else tidy(reading),
            reading_text=target_text(self.book, reading),
            wall_mm=None if wall is None else tidy(wall),
            wall_text=None if wall is None else text_of(wall, units),
            courses=blocks and blocks[0],
            cut_mm=blocks and tidy(blocks[1]),
            cut_text=text_of(blocks[1], units) if blocks and blocks[1] > NOTHING_MM else None,
            unequal_mm=None if unequal is None else tidy(unequal),
            engineer=self._too_unequal(one, soil) is not None,
            text=say.stretch_text(one, blocks, units),
        )

    def _wall(self, bottom_mm: float) -> float | None:
        """From the top of the footing to the top of the wall."""
        if self.plan.top is None or self.plan.thickness is None:
            return None
        return self.plan.top.mm - bottom_mm - self.plan.thickness.mm

    def _too_unequal(self, one: BottomStretch, soil: SoilAlong) -> float | None:
        """The same where it is over the limit."""
        most, limit = self._unequal(one, soil), self.plan.unequal
        return most if most is not None and limit is not None and most > limit.mm + NOTHING_MM else None

    def _unequal(self, one: BottomStretch, soil: SoilAlong) -> float | None:
        """The most that the grade on either side differs along a stretch."""
        if self.plan.inside is None:
            return None
        knots = [at for at, _ in soil.grade.known]
        inside = [at for at in (*knots, *(k + self.length_mm for k in knots)) if one.start_mm < at < one.end_mm]
        return max(abs(soil.grade.at(at) - self.plan.inside.mm) for at in (one.start_mm, *inside, one.end_mm))
