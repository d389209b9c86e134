"""What pulls of a structure can name besides its corners and sides, and whether a reading names it rightly."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from itertools import pairwise

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.adjust.network import Named, lines_of
from anvilhead.core.boards.family_boards import family_boards
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.nail_side import between_nails_mm
from anvilhead.core.measure.tape import TAPED, Pull, PullKind
from anvilhead.core.messages.words import listed
from anvilhead.core.plan.family_footprint import FamilyFootprint, family_footprint
from anvilhead.core.plan.inner_line import baseline_ends, points_of
from anvilhead.core.plan.line_family import WALL_FACE, FamilyOutline
from anvilhead.core.units.errors import GeometryError, PullError
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.working.marked import post_names
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.working.staying import line_stakes
from anvilhead.jobfile.working.strings import nails_off

MOST_NAMES_TOLD = 12
LEAST_KNOWN = 2
"""Known points that give a direction."""


_ALONG_A_LINE = (PullKind.ALONG, PullKind.SQUARE, PullKind.TRIANGLE)
_KEYS_OF_KINDS = {
    "line": _ALONG_A_LINE,
    "legs": (PullKind.TRIANGLE,),
    "station": (PullKind.SQUARE,),
    "offset": (PullKind.SQUARE,),
}
"""Keys that only some kinds of pulls take; a laser's offset on a tape would silently shorten it."""
_NEEDED = ("line", "legs")
_KEYS_OF_CODES = {
    "same-corner": "to",
    "fall-over-reading": "height_difference",
    "fall-of-laser": "height_difference",
}
"""What a pull that contradicts itself is wrong about; else its reading."""


@dataclass(frozen=True)
class Fault:
    """What is named wrongly: the key of the document, a code, and words."""

    key: str
    code: str
    message: str


@dataclass(frozen=True)
class Naming:
    """A structure's own names: what is to be squared, with everything pulls may name on it.

    Attributes:
        footprint, set_out: what is squared; stakes: named ones.
        outlines: its line families; family: which of them is squared, None for the wall face.
        nail_off: from the line of each string to the middle of its nail, where strings run past them.
    """

    footprint: Footprint
    set_out: SetOut
    stakes: tuple[str, ...] = ()
    outlines: tuple[FamilyOutline, ...] = ()
    family: FamilyFootprint | None = None
    nail_off: Mapping[str, Point] = field(default_factory=dict)

    def in_family(self, name: str) -> "Naming":
        """The same with the corners, lines and nails of a line family; itself for the wall face.

        Raises:
            GeometryError: when there is no such family, or it has no corners to square.
        """
        if name in ("", WALL_FACE):
            return self
        if name not in self._in_families:
            self._in_families[name] = self._worked_in(name)
        return self._in_families[name]

    @cached_property
    def _in_families(self) -> dict[str, "Naming"]:
        return {}

    def _worked_in(self, name: str) -> "Naming":
        outline = next((one for one in self.outlines if one.family.name == name), None)
        if outline is None:
            known = ", ".join(one.family.name for one in self.outlines)
            raise GeometryError("unknown-family", f"There is no line family “{name}”. Known are {known}.")
        found = family_footprint(outline, self.footprint.closed)
        boards = family_boards(self.footprint, self.set_out.boards, found)
        nails = {board.name for board in self.set_out.boards}
        points = {name: point for name, point in self.named.points.items() if name not in nails}
        named = replace(
            self.named,
            points=points | {board.name: board.nail for board in boards},
            on_line={board.name: board.line for board in boards},
        )
        hold = self.set_out.hold
        names = tuple(found.corner(name) for name in hold.names)
        if hold.frame_line and names[-2] == names[-1]:  # the held wall has vanished
            first = found.footprint.sides[0]
            names = (*names[:-2], *first.corners)
        set_out = replace(
            self.set_out, footprint=found.footprint, named=named, family=boards, hold=replace(hold, names=names)
        )
        return Naming(found.footprint, set_out, self.stakes, self.outlines, found, self.nail_off)

    @cached_property
    def judged(self) -> dict[tuple[object, ...], tuple[SquareCheck, SquareCheck | None]]:
        """Rounds judged before, see `judging.py`; an older one makes room for a newer."""
        return {}

    def own(self, pull: Pull) -> Pull:
        """A pull of this family by the letters its corners go by, what the crew's tape reads too much taken off."""
        zero = self.set_out.zero
        taped = pull.kind in TAPED and pull.instrument == Instrument.STEEL_TAPE
        more = (zero.at(pull.burn_mm) if taped else 0.0) + self._between_nails_mm(pull)
        if taped and pull.touch_mm is not None:  # it says itself where it touched
            more -= zero.touch_mm
        if more:
            pull = replace(pull, zero_mm=more)
        if self.family is None or not self.family.alias:
            return pull
        return replace(pull, start=self.family.corner(pull.start), end=self.family.corner(pull.end))

    def _between_nails_mm(self, pull: Pull) -> float:
        """What a pull to a nail reads more than to its string, where strings run past their nails."""
        if not self.nail_off or pull.kind is not PullKind.POINTS:
            return 0.0
        off = [self.nail_off.get(name) for name in (pull.start, pull.end)]
        if off == [None, None]:
            return 0.0
        places = [self.points.get(name) for name in (pull.start, pull.end)]
        if places[0] is None or places[1] is None:
            return 0.0
        nothing = Point(0.0, 0.0)
        return between_nails_mm(places[0], places[1], off[0] or nothing, off[1] or nothing)

    @property
    def named(self) -> Named:
        """What pulls can name besides corners and sides."""
        return self.set_out.named

    @property
    def points(self) -> dict[str, Point]:
        """Every point by name, at its plan."""
        return self.footprint.corners | dict(self.named.points)

    @property
    def lines(self) -> dict[str, tuple[str, str]]:
        """Every line by name, through two points."""
        return lines_of(self.footprint, self.named)

    def knows(self, entry: Reading) -> bool:
        """Whether everything that a reading names is there."""
        return not self.faults(entry)

    def faults(self, entry: Reading) -> list[Fault]:
        """What a reading names wrongly."""
        if entry.family and self.family is None:
            try:
                there = self.in_family(entry.family)
            except GeometryError as error:
                return [Fault("family", error.code, error.message)]
            if there is not self:
                return there.faults(entry)
        if self._is_one_corner(entry):
            message = f"{entry.start} and {entry.end} are one corner here: the wall between them has vanished."
            return [Fault("to", "same-corner", message)]
        found = [self._unknown_point("from", entry.start), *_out_of_kind(entry)]
        ends_on_line = entry.kind in (PullKind.TO_LINE, PullKind.TRIANGLE)
        found.append(self._unknown_line("to", entry.end) if ends_on_line else self._unknown_point("to", entry.end))
        if entry.line and entry.kind in _ALONG_A_LINE:
            found.append(self._unknown_line("line", entry.line))
        told = [fault for fault in found if fault]
        return told or self._out_of_place(entry)

    def _is_one_corner(self, entry: Reading) -> bool:
        if self.family is None or entry.start == entry.end:
            return False
        return self.family.corner(entry.start) == self.family.corner(entry.end)

    def _out_of_place(self, entry: Reading) -> list[Fault]:
        """A line that does not have the corner on it, or has when it must not."""
        start = self.family.corner(entry.start) if self.family else entry.start
        if entry.kind is PullKind.TO_LINE and start in self.lines[entry.end]:
            return [Fault("to", "on-line", f"{entry.start} is on {entry.end}: there is nothing to swing.")]
        if entry.kind is PullKind.TRIANGLE and entry.line == entry.end:
            return [Fault("to", "same-line", f"A triangle needs two lines; both are {entry.end}. Name the other.")]
        strings = [("line", entry.line), ("to", entry.end if entry.kind is PullKind.TRIANGLE else None)]
        return [
            Fault(
                key,
                "not-on-line",
                f"{entry.start} is not an end of {line}. Name a line that starts or ends at {entry.start}.",
            )
            for key, line in strings
            if line and start not in self.lines[line]
        ]

    def _unknown_point(self, key: str, name: str) -> Fault | None:
        if name in self.points or (self.family and name in self.family.alias):
            return None
        known = self._listed(self.footprint.corners)
        return Fault(key, "unknown-corner", f"There is no corner {name}. The corners are {known}.")

    def _unknown_line(self, key: str, name: str) -> Fault | None:
        if name in self.lines:
            return None
        return Fault(key, "unknown-line", f"There is no line {name}. The lines are {self._listed(self.lines)}.")

    @staticmethod
    def _listed(names: Mapping[str, object]) -> str:
        told = list(names)[:MOST_NAMES_TOLD]
        return ", ".join(told) + (" …" if len(names) > len(told) else "")


def _out_of_kind(entry: Reading) -> list[Fault]:
    """Keys that a pull of this kind needs and lacks, or has and does not take."""
    faults = []
    for key, kinds in _KEYS_OF_KINDS.items():
        value = getattr(entry, key)
        said = value is not None and value != type(entry).model_fields[key].default
        if said and entry.kind not in kinds:
            faults.append(Fault(key, "not-for-kind", f"A pull of kind “{entry.kind}” takes no “{key}”. Leave it out."))
        elif not said and entry.kind in kinds and key in _NEEDED:
            faults.append(Fault(key, "missing", f"A pull of kind “{entry.kind}” needs “{key}”. Add it."))
    return faults


def naming_of(found: Planned, site: tuple[Site, str] | None = None) -> Naming:
    """Everything that pulls of a structure may name; what was there before needs its place on the site."""
    points = {board.name: board.nail for board in found.boards}
    on_line = {board.name: board.line for board in found.boards}
    points |= {point.name: point.point for point in points_of(found.inner)}
    points |= {
        stake.name: _from_first_side(found.footprint, stake.at[0].mm, stake.at[1].mm) for stake in found.plan.stakes
    }
    points |= {name: one.point for name, one in found.places.items()} | post_names(found.fence)
    points |= line_stakes(found.plan, found.footprint)
    stakes = tuple(stake.name for stake in found.plan.stakes)
    before = _there_before(*site) if site and site[1] in site[0].poses else _ThereBefore()
    lines = dict(before.lines)
    for inner in found.inner:
        ends = baseline_ends(found.footprint, inner)
        if inner.name not in found.footprint.sides_by_name and len(ends) > 1:
            points |= ends
            first, second = ends
            lines[inner.name] = (first, second)
    named = Named(before.points | points, on_line, lines, before.of)
    hold = _hold_of(found, before)
    heights = {name: mm for name, mm in found.heights_mm.items() if name in found.footprint.corners or name in points}
    set_out = replace(found.set_out, named=named, hold=hold, heights_mm=heights)
    return Naming(found.footprint, set_out, stakes, found.outlines, nail_off=nails_off(found.plan.string, found.boards))


def _from_first_side(footprint: Footprint, along_mm: float, left_mm: float) -> Point:
    side = footprint.sides[0]
    return side.start_point + side.direction * along_mm + side.direction.left() * left_mm


@dataclass(frozen=True)
class _ThereBefore:
    """Points and lines held as true on the site, in a structure's own plan frame; `of`: the control of each point."""

    points: dict[str, Point] = field(default_factory=dict)
    lines: dict[str, tuple[str, str]] = field(default_factory=dict)
    of: dict[str, str] = field(default_factory=dict)


def _there_before(site: Site, structure: str) -> _ThereBefore:
    pose = site.poses[structure]
    found = _ThereBefore()
    for point in site.control.points:
        found.points[point.name] = pose.to_plan(Point(point.x.mm, point.y.mm))
        found.of[point.name] = point.name
    for line in site.control.lines:
        names = [f"{line.name} {number}" for number in range(1, len(line.points) + 1)]
        for name, (x, y) in zip(names, line.points, strict=True):
            found.points[name] = pose.to_plan(Point(x.mm, y.mm))
            found.of[name] = line.name
        stretches = list(pairwise(names))
        for number, stretch in enumerate(stretches, 1):
            found.lines[line.name if len(stretches) == 1 else f"{line.name}/{number}"] = stretch
    return found


def _hold_of(found: Planned, before: _ThereBefore) -> Hold:
    """What is held; until two known points give a direction the held line stays, and says so."""
    hold = found.set_out.hold
    if hold.kind is not HoldKind.WALL:
        return hold
    chosen = found.plan.hold.of if found.plan.hold else []
    held = tuple(name for name, control in before.of.items() if not chosen or control in chosen)
    if len(held) < LEAST_KNOWN:
        return Hold(names=found.held_line)
    return Hold(HoldKind.WALL, held, listed(chosen))


def pull_problems(entry: Reading, naming: Naming, pointer: str = "") -> list[Problem]:
    """What is wrong with a pull beyond the shape of its document."""
    problems = [
        Problem(pointer=f"{pointer}/{fault.key}", code=fault.code, message=fault.message)
        for fault in naming.faults(entry)
    ]
    try:
        pull_of(entry)
    except PullError as error:
        key = _KEYS_OF_CODES.get(error.code, "reading")
        problems.append(Problem(pointer=f"{pointer}/{key}", code=error.code, message=error.message))
    return problems
