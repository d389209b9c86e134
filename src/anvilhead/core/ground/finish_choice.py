"""Which height a finished top goes to: what each rule of the trade makes of the ground and the base as they were shot.

Every rule gives one level height; how thick the slab then is, and where it is thin or thick, follows from the surface
between the shots, not from the shots alone.  Means are taken over the area.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.plane import Plane, Polygon
from anvilhead.core.ground.slab import SlabThickness, slab_thickness
from anvilhead.core.ground.terrain import GroundShot, Terrain
from anvilhead.core.units.tolerances import NOTHING_MM


class FinishRule(StrEnum):
    """How a finish is chosen."""

    MEAN_BASE = "mean-base"
    """The mean of the base over its area, and the thickness: least concrete that is thick enough on average."""
    HIGHEST_BASE = "highest-base"
    """The highest place of the base, and the least thickness: nowhere too thin."""
    HIGHEST_GROUND = "highest-ground"
    """The highest ground under it, and a clearance."""
    FORM_TOPS = "form-tops"
    """The mean of the form tops as they lie."""
    EDGE = "edge"
    """An edge or a slab that is there already."""
    TYPED = "typed"
    """A number that somebody brought."""


@dataclass(frozen=True, slots=True)
class FinishCandidate:
    """A height for a finish, and what it makes of the slab, millimetres.

    Attributes:
        height_mm: of the finished top.
        least_mm, most_mm, mean_mm: thickness over the base between its shots; None where the base was not shot.
        least_at, most_at: where it is thinnest and thickest.
        concrete_mm3: in place, no waste; by the planned thickness where the base was not shot.
        thin: names of shots under the least thickness allowed.
    """

    rule: FinishRule
    height_mm: float
    least_mm: float | None
    most_mm: float | None
    mean_mm: float | None
    least_at: Point | None
    most_at: Point | None
    concrete_mm3: float
    thin: tuple[str, ...] = ()

    @property
    def is_buried(self) -> bool:
        """Whether the base stands above it somewhere."""
        return self.least_mm is not None and self.least_mm < NOTHING_MM


@dataclass(frozen=True)
class FinishQuestion:
    """What a finish is chosen from.

    Attributes:
        outline: of the slab.
        base, mesh: shots of its base and the surface between them, None where they hold no area.
        thickness_mm: planned; least_mm: thinner is too thin.
        ground, ground_mesh: shots of the ground, where a clearance above it is asked for; clearance_mm: that.
        said: heights that come from elsewhere: mean of the form tops, an edge, a number.
    """

    outline: Polygon
    base: Sequence[GroundShot]
    mesh: Terrain | None
    thickness_mm: float
    least_mm: float
    ground: Sequence[GroundShot] = ()
    ground_mesh: Terrain | None = None
    clearance_mm: float | None = None
    said: tuple[tuple[FinishRule, float], ...] = ()


def finish_candidates(asked: FinishQuestion) -> tuple[FinishCandidate, ...]:
    """Every height that a rule gives, in the order of the rules; none where nothing was shot or said."""
    heights: list[tuple[FinishRule, float]] = []
    if asked.base:
        depth = slab_thickness(asked.base, asked.mesh, Plane(0.0), asked.outline, asked.least_mm)
        heights.append((FinishRule.MEAN_BASE, -depth.mean_mm + asked.thickness_mm))
        heights.append((FinishRule.HIGHEST_BASE, -depth.least_mm + asked.least_mm))
    if asked.ground and asked.clearance_mm is not None:
        over = slab_thickness(asked.ground, asked.ground_mesh, Plane(0.0), asked.outline, 0.0)
        heights.append((FinishRule.HIGHEST_GROUND, -over.least_mm + asked.clearance_mm))
    return tuple(_candidate(asked, rule, height) for rule, height in [*heights, *asked.said])


def _candidate(asked: FinishQuestion, rule: FinishRule, height_mm: float) -> FinishCandidate:
    if not asked.base:
        concrete = asked.thickness_mm * abs(area_of(asked.outline))
        return FinishCandidate(rule, height_mm, None, None, None, None, None, concrete)
    found: SlabThickness = slab_thickness(asked.base, asked.mesh, Plane(height_mm), asked.outline, asked.least_mm)
    return FinishCandidate(
        rule,
        height_mm,
        found.least_mm,
        found.most_mm,
        found.mean_mm,
        found.least_at,
        found.most_at,
        max(0.0, found.volume_mm3),
        found.thin,
    )


@dataclass(frozen=True, slots=True)
class Layer:
    """A layer under a finish, from its top down, millimetres."""

    name: str
    top_mm: float
    bottom_mm: float


def stacked(height_mm: float, layers: Sequence[tuple[str, float]]) -> tuple[Layer, ...]:
    """Layers hung from a finished top, each under the one before.

    Args:
        height_mm: of the top.
        layers: name and thickness, from the top down.
    """
    found, top = [], height_mm
    for name, thickness in layers:
        found.append(Layer(name, top, top - thickness))
        top -= thickness
    return tuple(found)
