"""Where the structures of a job stand on the site, and the room between them."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.site import (
    Clearance,
    Neighbour,
    Offset,
    Pose,
    Reference,
    clearances,
    pose_at_point,
    pose_from_line,
    reference_of,
)
from anvilhead.core.units.errors import GeometryError
from anvilhead.jobfile.documents.control import AtPoint, Control, ControlKind, ControlLine, FromLine, Gap
from anvilhead.jobfile.problems import Problem, pointer_to
from anvilhead.jobfile.working.planned import Planned


@dataclass(frozen=True)
class Site:
    """A job's control, and where each placed structure stands.

    Attributes:
        control: what is held as true.
        planned: every structure worked out, by its id.
        poses: of those that are placed.
    """

    control: Control
    planned: Mapping[str, Planned]
    poses: Mapping[str, Pose]

    def outline(self, structure: str) -> Footprint | None:
        """A structure's footprint on the site; None when it is not placed."""
        pose = self.poses.get(structure)
        return pose.footprint(self.planned[structure].footprint) if pose else None

    def neighbours(self, structure: str) -> list[Neighbour]:
        """Everything that a structure must keep clear of, boundaries first."""
        allowed = self.planned[structure].plan.may_overlap
        found = [
            Neighbour(
                line.name,
                _outline(line),
                line.keep_clear.mm,
                holds=line.closed and line.kind is ControlKind.BOUNDARY,
                allowed=line.name in allowed,
            )
            for line in self.control.lines
        ]
        for other, planned in self.planned.items():
            outline = self.outline(other)
            if other != structure and outline:
                on_purpose = other in allowed or structure in planned.plan.may_overlap
                found.append(Neighbour(other, outline, allowed=on_purpose))
        return found

    def clearances(self, structure: str) -> list[Clearance]:
        """Room between a placed structure and all others; nothing for one that is not placed."""
        outline = self.outline(structure)
        return clearances(outline, self.neighbours(structure)) if outline else []

    def outermost(self, structure: str) -> tuple[str, list[Clearance]] | None:
        """The family farthest out, or the nearer face of a strip, and its room to all others.

        None when that is the wall itself, or not placed.
        """
        pose, planned = self.poses.get(structure), self.planned[structure]
        if pose is not None and planned.strip is not None:
            faces = planned.strip.footprint
            there = Footprint(tuple(map(pose.to_site, faces.points)), letters=faces.letters, walls=faces.walls)
            return "nearer face", clearances(there, self.neighbours(structure))
        lines = [side.name for side in planned.footprint.sides]
        widest = max(planned.outlines, key=lambda one: max(one.family.offset_of(line) for line in lines))
        if pose is None or not planned.footprint.closed or widest is planned.outlines[0]:
            return None
        points = [pose.to_site(side.start_point) for side in widest.sides]
        try:
            outline = Footprint(tuple(points))
        except GeometryError:  # a family that runs into itself is told with the family
            return None
        return widest.family.name, clearances(outline, self.neighbours(structure))


def place_all(control: Control, planned: Mapping[str, Planned]) -> tuple[Site, list[Problem]]:
    """Place every structure that says how, whatever their order; faults by their place in the job."""
    placer = _Placer(control, planned)
    for structure in planned:
        placer.pose(structure)
    return Site(control, planned, placer.poses), placer.problems


def control_problems(control: Control) -> list[Problem]:
    """What is wrong with control beyond the shape of its document."""
    problems: list[Problem] = []
    named = [(f"points/{i}", point.name) for i, point in enumerate(control.points)]
    named += [(f"lines/{i}", line.name) for i, line in enumerate(control.lines)]
    for n, (path, name) in enumerate(named):
        if any(name == before for _, before in named[:n]):
            message = f"“{name}” is the name of two things on the site. Give each its own."
            problems.append(Problem(pointer=f"/control/{path}/name", code="name-twice", message=message))
    for i, line in enumerate(control.lines):
        try:
            _outline(line)
        except GeometryError as error:
            problems.append(Problem(pointer=f"/control/lines/{i}/points", code=error.code, message=error.message))
    return problems


def _outline(line: ControlLine) -> Footprint:
    points = tuple(Point(x.mm, y.mm) for x, y in line.points)
    return Footprint(points, line.closed and len(points) > 2)


@dataclass
class _Placer:
    """Places structures, each after those it is measured from."""

    control: Control
    planned: Mapping[str, Planned]
    poses: dict[str, Pose] = field(default_factory=dict)
    problems: list[Problem] = field(default_factory=list)
    under_way: list[str] = field(default_factory=list)

    def pose(self, structure: str) -> Pose | None:
        placing = self.planned[structure].plan.placing
        if structure in self.poses or placing is None:
            return self.poses.get(structure)
        self.under_way.append(structure)
        try:
            self.poses[structure] = self._from(placing, self.planned[structure].footprint)
        except GeometryError as error:
            number = list(self.planned).index(structure)
            pointer = pointer_to(["structures", number, "placing"])
            if not any(problem.pointer == pointer for problem in self.problems):
                self.problems.append(Problem(pointer=pointer, code=error.code, message=error.message))
        finally:
            self.under_way.pop()
        return self.poses.get(structure)

    def _from(self, placing: AtPoint | FromLine | Gap, footprint: Footprint) -> Pose:
        if isinstance(placing, AtPoint):
            line = placing.line or footprint.sides[0].name
            return pose_at_point(footprint, placing.corner, self._point(placing.at), line, placing.bearing)
        reference = self._reference(placing.reference, placing.stretch)
        if isinstance(placing, Gap):
            apart = reference.start.distance_to(reference.end)
            offsets = (Offset(0.0, placing.gap.mm), Offset(apart, placing.gap.mm))
        else:
            one, other = placing.offsets
            offsets = (Offset(one.station.mm, one.offset.mm), Offset(other.station.mm, other.offset.mm))
        return pose_from_line(footprint, placing.line, reference, offsets, placing.corner, placing.station.mm)

    def _point(self, name: str) -> Point:
        for point in self.control.points:
            if point.name == name:
                return Point(point.x.mm, point.y.mm)
        known = ", ".join(point.name for point in self.control.points) or "none yet"
        raise GeometryError("unknown-point", f"There is no control point “{name}”. Known: {known}.")

    def _reference(self, name: str, stretch: int) -> Reference:
        structure, slash, line = name.rpartition("/")
        if slash:
            return self._side_of(structure, line)
        for control in self.control.lines:
            if control.name == name:
                sides = _outline(control).sides
                if stretch > len(sides):
                    raise GeometryError("unknown-stretch", f"“{name}” has {len(sides)} stretches, not {stretch}.")
                return reference_of(sides[stretch - 1])
        known = ", ".join(line.name for line in self.control.lines) or "none yet"
        raise GeometryError(
            "unknown-reference", f"There is no wall, boundary or line “{name}”. Known: {known}; or a side, as store/BC."
        )

    def _side_of(self, structure: str, line: str) -> Reference:
        if structure in self.under_way:
            raise GeometryError(
                "placed-in-a-circle", f"“{structure}” is itself placed from here. Place one of them from control."
            )
        planned = self.planned.get(structure)
        side: Side | None = planned.footprint.sides_by_name.get(line) if planned else None
        if planned is None or side is None:
            raise GeometryError("unknown-reference", f"There is no side {line} of a structure “{structure}”.")
        pose = self.pose(structure)
        if pose is None:
            raise GeometryError("not-placed", f"“{structure}” is not placed itself. Place it first.")
        start, end = pose.to_site(side.start_point), pose.to_site(side.end_point)
        inward = planned.footprint.inward(side)
        outward = pose.to_site(inward * -1) - pose.to_site(Point(0.0, 0.0))
        return Reference(start, end, outward)
