"""Where the names of a level book are on the plan.

A bare name is a corner, board or stake of the structure the book is on, a point of its own, or just a name; what
belongs to another structure is written `id/A`.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import FLOAT_SLACK
from anvilhead.jobfile.levels.documents import LevelPlan, PointGrid
from anvilhead.jobfile.working.naming import naming_of
from anvilhead.jobfile.working.placed import Site

MOST_EACH_WAY = 100
"""Points of a grid along one way; more is a step typed wrong."""


@dataclass(frozen=True)
class LevelPoints:
    """Names of a level book in the plan frame of one structure.

    Attributes:
        on: structure that bare names belong to; frame: structure whose plan frame places are in. None in a job
            without structures.
        corners: of the structure that bare names belong to.
        places: by name; names of structures that are not placed from one another are left out.
        plan, site: what they come from.
    """

    on: str | None
    frame: str | None
    corners: tuple[str, ...]
    places: Mapping[str, Point]
    plan: LevelPlan
    site: Site

    def framed(self, structure: str | None) -> "LevelPoints":
        """The same names in the plan frame of a structure; the book's own when none is named."""
        frame = structure or self.on
        return self if frame == self.frame else level_points(self.plan, self.site, frame)

    def name_in(self, structure: str, point: str) -> str:
        """How the book calls a point of a structure."""
        return point if structure == self.on else f"{structure}/{point}"

    def label_in(self, structure: str, name: str) -> str:
        """A name of the book as it reads beside one structure: its own points by their letters alone."""
        own = self.own_name(structure, name)
        return own or (f"{self.on}/{name}" if name in self.places and "/" not in name else name)

    def own_name(self, structure: str, name: str) -> str | None:
        """A structure's own name for a point of the book; None for a point of another structure."""
        if structure == self.on:
            return name if "/" not in name else None
        before, slash, own = name.partition("/")
        return own if slash and before == structure else None

    def owner(self, name: str) -> str | None:
        """The structure that a point of the book belongs to; None for a name that is nobody's."""
        before, slash, _ = name.partition("/")
        return before if slash and before != self.on else None if slash else self.on


def level_points(plan: LevelPlan, site: Site, frame: str | None = None) -> LevelPoints:
    """Every name that has a place, in one structure's plan frame; the book's own when none is named."""
    on = plan.on or next(iter(site.planned), None)
    frame = frame or on
    places: dict[str, Point] = {}
    own = LevelPoints(on, frame, site.planned[on].footprint.names if on else (), places, plan, site)
    for structure, found in site.planned.items():
        points = naming_of(found, (site, structure)).points | _more_points(plan, structure, on, found.footprint)
        for name, point in points.items():
            moved = _moved(site, structure, frame, point)
            if moved is not None:
                places.setdefault(own.name_in(structure, name), moved)
    return own


def _more_points(plan: LevelPlan, structure: str, on: str | None, footprint: Footprint) -> dict[str, Point]:
    """Points of the ground that are given in a structure's plan frame."""
    points = {
        point.name: Point(point.place[0].mm, point.place[1].mm)
        for point in plan.points
        if (point.structure or on) == structure
    }
    for grid in (grid for grid in plan.grids if (grid.structure or on) == structure):
        points |= grid_points(grid, footprint)
    return points


def grid_points(grid: PointGrid, footprint: Footprint) -> dict[str, Point]:
    """Points of a grid by name, row by row."""
    across, up = grid.step[0].mm, grid.step[1].mm
    if grid.start and grid.columns and grid.rows:
        start, columns, rows = Point(grid.start[0].mm, grid.start[1].mm), grid.columns, grid.rows
    else:
        xs, ys = [p.x for p in footprint.points], [p.y for p in footprint.points]
        beyond = grid.beyond.mm
        start = Point(min(xs) - beyond, min(ys) - beyond)
        wide, high = max(xs) + beyond - start.x, max(ys) + beyond - start.y
        columns, rows = _fitting(wide, across), _fitting(high, up)
        if grid.centred:
            start += Point((wide - (columns - 1) * across) / 2, (high - (rows - 1) * up) / 2)
    return {
        f"{grid.name}{row * columns + column + 1}": start + Point(column * across, row * up)
        for row in range(rows)
        for column in range(columns)
    }


def _fitting(length_mm: float, step_mm: float) -> int:
    """How many points a step apart stand on a length; no more than a crew would shoot."""
    return min(int(length_mm / step_mm + FLOAT_SLACK) + 1, MOST_EACH_WAY)


def _moved(site: Site, structure: str, frame: str | None, point: Point) -> Point | None:
    if structure == frame or frame is None:
        return point
    if structure not in site.poses or frame not in site.poses:
        return None
    return site.poses[frame].to_plan(site.poses[structure].to_site(point))
