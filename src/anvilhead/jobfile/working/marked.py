"""Named places, fences and the faces of forms of a plan, worked out from their documents."""

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.fence.fence import Fence, FenceRule, Gate, fence_along
from anvilhead.core.geometry.along import Path
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.inner_line import InnerLine, baseline_ends
from anvilhead.core.plan.line_family import FOOTING_INNER, FOOTING_OUTER, FamilyOutline, LineFamily, outline_of
from anvilhead.core.plan.obstacle import Obstacle
from anvilhead.core.plan.place import by_spaces, by_spacing
from anvilhead.core.plan.strip import Strip, strip_along
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM
from anvilhead.jobfile.documents.forms import FormsPlan
from anvilhead.jobfile.documents.marks import THE_RUN, FencePlan, ObstaclePlan, PlacesPlan
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.working.faults import Faults

POST = "Post"
"""Posts of a fence are places too: `Post 1`, `Post 2` and so on."""


@dataclass(frozen=True, slots=True)
class MarkedPlace:
    """A named place: where, and its running distance from the end that its row is measured from, millimetres."""

    point: Point
    station_mm: float


@dataclass(frozen=True, slots=True)
class _Line:
    """A line with its two named ends; `inward`: square off it to the inside, or the left of an open line."""

    path: Path
    start: str
    end: str
    inward: Point


def places_of(
    plan: Plan, outline: Footprint, outlines: Sequence[FamilyOutline], inner: Sequence[InnerLine], faults: Faults
) -> dict[str, MarkedPlace]:
    """Every named place, by name."""
    found: dict[str, MarkedPlace] = {}
    rows: set[str] = set()
    taken = {*outline.names, *(stake.name for stake in plan.stakes), *(line.name for line in inner)}
    for i, row in enumerate(plan.places):
        if row.name in rows or (row.name == POST and plan.fence):
            faults.add(
                ("places", i, "name"), "name-twice", f"There are places “{row.name}” already. Name these others."
            )
            continue
        rows.add(row.name)
        with faults.at("places", i):
            line = _line_of(row, outline, outlines, inner)
            stations = _stations(row, line)
            for number, station in enumerate(stations, 1):
                name = f"{row.name} {number}"
                if name in taken:
                    message = f"“{name}” is the name of another point. Name these places otherwise."
                    raise GeometryError("name-twice", message)
                found[name] = MarkedPlace(_point(line, station, row), station)
    return found


def _line_of(
    row: PlacesPlan, outline: Footprint, outlines: Sequence[FamilyOutline], inner: Sequence[InnerLine]
) -> _Line:
    corners = outline.corners
    if row.family is not None:
        family = next((one for one in outlines if one.family.name == row.family), None)
        if family is None:
            known = ", ".join(one.family.name for one in outlines)
            raise GeometryError("unknown-family", f"There is no line family {row.family}. Known are {known}.")
        corners = dict(family.corners)
    if row.between is not None:
        return _between(row.between, corners, outline)
    if row.along == THE_RUN:
        if outline.closed or row.family:
            raise GeometryError("no-run", "Only an open line is a run as a whole. Name one side.")
        names = outline.names
        path = Path(tuple(corners[name] for name in names))
        return _Line(path, names[0], names[-1], outline.sides[0].direction.left())
    ends_named = outline.ends_of(row.along or "")
    if ends_named is not None:
        side = next(one for one in outline.sides if set(one.corners) == set(ends_named))
        first_named, last_named = ends_named
        path = Path((corners[first_named], corners[last_named]))
        return _Line(path, first_named, last_named, outline.inward(side))
    line = next((one for one in inner if one.name == row.along), None)
    ends = list(baseline_ends(outline, line).items()) if line else []
    if len(ends) < 2:
        known = ", ".join([*outline.sides_by_name, *(one.name for one in inner)])
        raise GeometryError("unknown-line", f"There is no line {row.along}. Known are {known}.")
    (start, first), (end, last) = ends
    return _Line(Path((first, last)), start, end, (last - first).unit().left())


def _between(names: tuple[str, str], corners: dict[str, Point], outline: Footprint) -> _Line:
    for name in names:
        if name not in corners:
            raise GeometryError("unknown-corner", f"There is no corner {name}. Known are {', '.join(outline.names)}.")
    start, end = (corners[name] for name in names)
    if start.distance_to(end) < COINCIDENT_MM:
        raise GeometryError("same-place", f"{names[0]} and {names[1]} are one place. Name two.")
    return _Line(Path((start, end)), *names, (end - start).unit().left())


def _stations(row: PlacesPlan, line: _Line) -> list[float]:
    length = line.path.length_mm
    if row.start is not None and not (_names(row.start, line.start) or _names(row.start, line.end)):
        raise GeometryError(
            "unknown-end",
            f"{row.name} are measured from {row.start}, which is no end: name {line.start} or {line.end}.",
        )
    if row.spaces is not None:
        return by_spaces(length, row.spaces)
    if row.spacing is not None:
        return by_spacing(length, row.spacing.mm, to_the_end=row.last == "cut")
    return [distance.mm for distance in row.distances or []]


def _names(said: str, end: str) -> bool:
    """Whether an end is meant: by its name, or an inner line's (`P at FA`) by the wall or corner it ends at."""
    return said == end or end.endswith((f" at {said}", f" by {said}"))


def _point(line: _Line, station_mm: float, row: PlacesPlan) -> Point:
    """A station counted from the end that is named; beyond an end it goes straight on."""
    from_end = row.start is not None and not _names(row.start, line.start)
    along = line.path.length_mm - station_mm if from_end else station_mm
    on_line = line.path.at(along)
    if row.offset is None:
        return on_line
    start, end = line.path.legs[line.path.leg_at(along)]
    left = (end - start).unit().left()
    inward = left if left.dot(line.inward) >= 0 or len(line.path.legs) > 1 else left * -1
    return on_line + inward * row.offset.mm


def rule_of(plan: FencePlan) -> FenceRule:
    """How the posts of a fence stand."""
    return FenceRule(
        bay_mm=plan.bay.mm,
        remainder=plan.remainder,
        post_mm=plan.post.mm,
        touches=plan.string.touches,
        gap_mm=mm_of(plan.string.gap) or 0.0,
        to_left=plan.string.side == "left",
        gates=tuple(Gate(gate.at.mm, gate.opening.mm) for gate in plan.gates),
        moved_mm={number - 1: shift.mm for number, shift in plan.moved.items()},
    )


def fence_of(plan: Plan, outline: Footprint, faults: Faults) -> Fence | None:
    """The posts of a fence; None where the plan has none, or it cannot be."""
    fence = plan.fence
    if fence is None:
        return None
    before = len(faults.found)
    if outline.closed:
        faults.add(("fence",), "fence-closed", "A fence stands along an open line. Walk it as a “run”.")
    if fence.bay.mm <= fence.post.mm:
        faults.add(("fence", "bay"), "bay-too-narrow", "A bay no wider than its post has no room. Type a wider bay.")
    if fence.hole is not None and fence.hole.mm < fence.post.mm:
        message = f"A post of {fence.post.text} does not go into a hole of {fence.hole.text}. Bore a wider one."
        faults.add(("fence", "hole"), "hole-too-narrow", message)
    if len(faults.found) > before:
        return None
    found: Fence | None = None
    with faults.at("fence"):
        found = fence_along(Path(tuple(outline.points)), rule_of(fence))
    if found is not None:
        for key, numbers in (
            ("lengths", list(fence.lengths)),
            ("moved", list(fence.moved)),
            *((f"set/{i}/post", [one.post]) for i, one in enumerate(fence.placed)),
            *((f"tops/steps/{i}/post", [one.post]) for i, one in enumerate(fence.tops.steps if fence.tops else [])),
        ):
            for number in numbers:
                if number > len(found.posts):
                    message = f"There is no post {number}: the fence has {len(found.posts)}."
                    faults.add(("fence", *key.split("/")), "unknown-post", message)
    return found


def strip_of(plan: Plan, outline: Footprint, faults: Faults) -> Strip | None:
    """The faces of a run with a width; None where it has none, or cannot be."""
    if plan.strip is None:
        return None
    found: Strip | None = None
    with faults.at("strip"):
        found = strip_along(outline, plan.strip.width.mm, plan.strip.on)
    return found


def obstacle_of(plan: ObstaclePlan) -> Obstacle:
    """Something that nothing may hit."""
    start = Point(plan.at[0].mm, plan.at[1].mm)
    end = Point(plan.to[0].mm, plan.to[1].mm) if plan.to else start
    return Obstacle(plan.name, start, end, plan.radius.mm, plan.stands)


def footing_edges(outlines: Sequence[FamilyOutline], strip: Strip | None) -> tuple[FamilyOutline, FamilyOutline] | None:
    """Outer and inner edge of the footings: those of the section, else the faces of a strip; None without either."""
    by_name = {one.family.name: one for one in outlines}
    outer, inner = by_name.get(FOOTING_OUTER), by_name.get(FOOTING_INNER)
    if outer and inner:
        return outer, inner
    return (strip.right, strip.left) if strip else None


def trench_edges(outlines: Sequence[FamilyOutline], strip: Strip | None) -> Iterator[tuple[Side, Side]]:
    """Outer and inner edge of the footing along each side that has both."""
    edges = footing_edges(outlines, strip)
    if edges is None:
        return
    outer, inner = edges
    beside = {side.name: side for side in inner.sides}
    for side in outer.sides:
        if side.name in beside:
            yield side, beside[side.name]


def marked_points(outline: Footprint, places: Mapping[str, MarkedPlace], fence: Fence | None) -> dict[str, Point]:
    """Every point that something can be marked at: corners, named places, posts."""
    return {**outline.corners, **{name: one.point for name, one in places.items()}, **post_names(fence)}


def post_names(fence: Fence | None) -> dict[str, Point]:
    """Where the holes of a fence's posts go, by the posts' names."""
    return {f"{POST} {number}": post.centre for number, post in enumerate(fence.posts if fence else (), 1)}


def form_faces(
    plan: FormsPlan, existing: Collection[str], footprint: Footprint, outlines: Sequence[FamilyOutline]
) -> FamilyOutline:
    """The inner faces of forms: of the line that is named, or the wall face, set in where that is asked for.

    Concrete that is there stays where it is.

    Raises:
        GeometryError: when a side has no room for that.
    """
    outline = next((one for one in outlines if one.family.name == plan.family), outlines[0])
    inset = mm_of(plan.inset) or 0.0
    if inset:
        family = outline.family
        on = {line: family.offset_of(line) - (0.0 if line in existing else inset) for line in footprint.sides_by_name}
        outline = outline_of(footprint, LineFamily(family.name, family.offset_mm - inset, on))
    if outline.vanished:
        message = f"No form stands along {', '.join(outline.vanished)}: there is no room for that side."
        raise GeometryError("no-room", message)
    return outline
