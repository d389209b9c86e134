"""From a plan document to the core's objects, worked out once; every fault with its place."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, TypeVar

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.boards.batter_board import Board, BoardLayout, BoardStyle, boards_for
from anvilhead.core.boards.dig import Dig, SetbackNeed, setback_needs
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.fence.fence import Fence
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Walked
from anvilhead.core.measure.tape import STEEL_TAPE
from anvilhead.core.moves.moves import Hands
from anvilhead.core.plan.inner_line import InnerLine, InnerRow, baseline_ends, lines_of
from anvilhead.core.plan.line_family import (
    WALL_FACE,
    FamilyOutline,
    LineFamily,
    WallSection,
    families_of_section,
    outline_of,
)
from anvilhead.core.plan.strip import Strip
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM
from anvilhead.jobfile.documents.beside import Section
from anvilhead.jobfile.documents.footprints import Walk, walked
from anvilhead.jobfile.documents.footprints import outline_of as footprint_of
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.documents.stakes import StakePlan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.working.faults import Faults
from anvilhead.jobfile.working.made_faults import Lines, made_faults
from anvilhead.jobfile.working.marked import MarkedPlace, fence_of, places_of, strip_of
from anvilhead.jobfile.working.strings import tape_zero_of

Worked = TypeVar("Worked")


@dataclass(frozen=True)
class Planned:
    """A plan without faults, worked out.

    Attributes:
        plan: the document.
        footprint: its outline; walked: the walk that made it, if one did.
        families: wall face first, then those of the section, then the others; outlines: the same, worked out.
        gone: lines of the section that the footprint has no room for, in words.
        inner: inner lines.
        boards: every board that is to stand, none along existing concrete; needs: why each stands as far out as it
            must, when there is a dig; dig: that.
        held_line: its two corners, in the order named.
        places: named ones, by name; fence: its posts along the run; strip: its faces.
        set_out: what is to be squared; `naming.py` adds what pulls can name.
        heights_mm: ground heights that are said or were shot, by corner and board.
        memo: what was worked out from it before; see `once`.
    """

    plan: Plan
    footprint: Footprint
    walked: Walked | None
    families: tuple[LineFamily, ...]
    outlines: tuple[FamilyOutline, ...]
    gone: tuple[str, ...]
    inner: tuple[InnerLine, ...]
    boards: tuple[Board, ...]
    needs: tuple[SetbackNeed, ...]
    dig: Dig | None
    held_line: tuple[str, str]
    places: dict[str, MarkedPlace]
    fence: Fence | None
    strip: Strip | None
    set_out: SetOut
    heights_mm: dict[str, float]
    memo: dict[str, tuple[object, Any]] = field(default_factory=dict, compare=False, repr=False)

    @property
    def ground_key(self) -> tuple[tuple[str, float], ...]:
        """Ground heights as a value to compare by."""
        return tuple(sorted(self.heights_mm.items()))

    def starts_mm(self, burn_mm: float) -> float:
        """What the tape shows on top of a length when it is started at a burn: that, and what it reads too much."""
        return burn_mm + self.set_out.zero.at(burn_mm)

    def once(self, name: str, key: tuple[object, ...], work: Callable[[], Worked]) -> Worked:
        """What follows from the plan and little else, worked out when first asked for; the latest of a name is kept.

        Args:
            name: what it is.
            key: what it depends on besides the plan: units, burn; heights count by themselves.
            work: works it out.
        """
        whole = (*key, self.ground_key)
        kept = self.memo.get(name)
        if kept is None or kept[0] != whole:
            kept = self.memo[name] = (whole, work())
        found: Worked = kept[1]
        return found


def planned(plan: Plan) -> Planned:
    """A plan worked out.

    Raises:
        DocumentRefused: with every fault, when it has any.
    """
    found, problems = work_out(plan)
    if found is None:
        raise DocumentRefused(problems)
    return found


def work_out(plan: Plan, pointer: str = "") -> tuple[Planned | None, list[Problem]]:
    """A plan worked out, or what is wrong with it beyond the shape of its document."""
    faults = Faults(pointer)
    outline: Footprint | None = None
    way: Walked | None = None
    with faults.at("footprint"):
        way = walked(plan.footprint) if isinstance(plan.footprint, Walk) else None
        outline = way.footprint(plan.tolerance.mm) if way else footprint_of(plan.footprint, plan.tolerance.mm)
    if outline is None:
        return None, faults.found
    held = _held_line(plan, outline, faults)
    families = _families(plan, outline, faults)
    outlines, gone = _outlines(plan, outline, families, faults)
    families = [one.family for one in outlines]
    inner: list[InnerLine] = []
    for i, row in enumerate(plan.inner):
        with faults.at("inner", i):
            distances = tuple(distance.mm for distance in row.distances)
            inner += lines_of(outline, InnerRow(row.name, row.kind, row.side, distances))
    dig = _dig(plan)
    layout, needs = _layout(plan, outline, families, dig, faults)
    hold = _hold(plan, outline, inner, faults) if plan.hold and held else None
    _stakes(plan, outline, faults)
    if plan.squared_on and plan.squared_on not in {one.name for one in families}:
        faults.unknown(("squared_on",), "line family", plan.squared_on, [one.name for one in families])
    for corner in plan.methods_on:
        if corner not in outline.names[2:]:
            told = "lies on the baseline, which is pulled first" if corner in outline.names else "is none here"
            known = ", ".join(outline.names[2:])
            message = f"Corner {corner} {told}. Corners with a method of their own can be {known}."
            faults.add(("methods_on", corner), "not-squared", message)
    if plan.frame and not outline.closed:
        faults.add(("frame",), "open-frame", "An open line is no frame: it has no corners to rack. Take “frame” out.")
    places = places_of(plan, outline, outlines, inner, faults)
    fence = fence_of(plan, outline, faults)
    strip = strip_of(plan, outline, faults)
    made_faults(plan, Lines(outline, outlines, places, fence, strip), faults)
    if faults.found or held is None:
        return None, faults.found
    tape = STEEL_TAPE if plan.tape_error is None else replace(STEEL_TAPE, constant_mm=plan.tape_error.mm)
    set_out = SetOut(
        outline,
        layout,
        plan.tolerance.mm,
        plan.restake_over.mm,
        hold or Hold(names=held),
        tape,
        hands=_hands(plan),
        cut_within_mm=plan.frame.sides_within.mm if plan.frame else None,
        zero=tape_zero_of(plan),
        standing=tuple(plan.boards.existing),
        goes_on=plan.goes_on,
    )
    return (
        Planned(
            plan,
            outline,
            way,
            tuple(families),
            tuple(outlines),
            tuple(gone),
            tuple(inner),
            tuple(board for board in boards_for(outline, layout) if board.line not in plan.boards.existing),
            tuple(needs),
            dig,
            held,
            places,
            fence,
            strip,
            set_out,
            {place: height.mm for place, height in plan.boards.ground.items()},
        ),
        [],
    )


def _hands(plan: Plan) -> Hands:
    """What is moved: a frame is pushed, whatever else was said."""
    if plan.frame:
        return Hands.FORMS
    return plan.hands or (Hands.STAKES if plan.boards.style is BoardStyle.STAKES else Hands.NAILS)


def _held_line(plan: Plan, outline: Footprint, faults: Faults) -> tuple[str, str] | None:
    ends = outline.ends_of(plan.held_line)
    if ends:
        return ends
    lines = ", ".join(outline.sides_by_name)
    faults.add(("held_line",), "unknown-line", f"There is no line {plan.held_line}. The lines are {lines}.")
    return None


def _hold(plan: Plan, outline: Footprint, inner: Sequence[InnerLine], faults: Faults) -> Hold | None:
    """What else is held; known points of an existing wall are added once the structure is placed."""
    hold = plan.hold
    if hold is None:
        return None
    if hold.by is HoldKind.WALL and plan.placing is None:
        message = "To hold what stood there before, place the structure on the site first: say “placing”."
        faults.add(("hold", "by"), "not-placed", message)
    named = [("point", hold.point)] if hold.by is HoldKind.POINT else []
    if hold.by is HoldKind.POINTS and hold.points:
        named += [(f"points/{i}", name) for i, name in enumerate(hold.points)]
        if hold.points[0] == hold.points[1]:
            faults.add(("hold", "points"), "same-corner", "Hold two different corners.")
    for key, name in named:
        if name not in outline.corners:
            faults.unknown(("hold", *key.split("/")), "corner", str(name), list(outline.names))
    if hold.of and hold.by is not HoldKind.WALL:
        message = f"Holding by “{hold.by}” takes no “of”: that is for what stood there before. Leave it out."
        faults.add(("hold", "of"), "not-for-kind", message)
    if hold.by in (HoldKind.LINE, HoldKind.POINT):
        ends = outline.ends_of(hold.line or "")
        row = next((one for one in inner if one.name == hold.line), None) if ends is None else None
        if row and hold.by is HoldKind.LINE:
            return Hold(hold.by, tuple(baseline_ends(outline, row)), row.name)
        if ends is None:
            known = [*outline.sides_by_name, *(one.name for one in inner if hold.by is HoldKind.LINE)]
            faults.unknown(("hold", "line"), "line", hold.line or "", known)
            return None
        return Hold(hold.by, ends if hold.by is HoldKind.LINE else (hold.point or ends[0], *ends))
    return Hold(hold.by, hold.points or () if hold.by is HoldKind.POINTS else ())


def _stakes(plan: Plan, outline: Footprint, faults: Faults) -> None:
    """Stakes need names of their own."""
    taken = set(outline.names)
    for i, stake in enumerate(plan.stakes):
        _lath(stake, outline, i, faults)
        if stake.name in taken or "@" in stake.name:
            message = f"“{stake.name}” is the name of a corner, a nail or another stake. Give this one its own."
            faults.add(("stakes", i, "name"), "name-twice", message)
        taken.add(stake.name)


def _lath(stake: StakePlan, outline: Footprint, i: int, faults: Faults) -> None:
    """A lath faces a corner that is there, and not the one it stands on."""
    toward = stake.lath.toward if stake.lath else None
    if toward is None:
        return
    if toward not in outline.corners:
        faults.unknown(("stakes", i, "lath", "toward"), "corner", toward, list(outline.names))
    elif outline.corners[toward].distance_to(Point(stake.at[0].mm, stake.at[1].mm)) < COINCIDENT_MM:
        message = f"{stake.name} stands on {toward}: it faces nothing there. Leave “toward” out."
        faults.add(("stakes", i, "lath", "toward"), "on-point", message)


def _families(plan: Plan, outline: Footprint, faults: Faults) -> list[LineFamily]:
    families = [LineFamily(WALL_FACE, 0.0)]
    if plan.section:
        with faults.at("section"):
            on = {line: _section(section) for line, section in plan.section_on.items()}
            families += families_of_section(_section(plan.section), on)
    if plan.section_on and not plan.section:
        message = "Sides differ from a wall section that is not there. Add “section”, or take “section_on” out."
        faults.add(("section_on",), "section-missing", message)
    for line in plan.section_on:
        if line not in outline.sides_by_name:
            faults.unknown(("section_on", line), "line", line, list(outline.sides_by_name))
    for i, beside in enumerate(plan.lines):
        if any(family.name == beside.family for family in families):
            faults.add(("lines", i, "family"), "family-twice", f"There is a line “{beside.family}” already.")
        for line in beside.on:
            if line not in outline.sides_by_name:
                faults.unknown(("lines", i, "on", line), "line", line, list(outline.sides_by_name))
        on_mm = {line: offset.mm for line, offset in beside.on.items()}
        families.append(LineFamily(beside.family, beside.offset.mm, on_mm))
    return families


def _outlines(
    plan: Plan, outline: Footprint, families: list[LineFamily], faults: Faults
) -> tuple[list[FamilyOutline], list[str]]:
    """Every family worked out; what a section asks for and a small footprint has no room for is told, not refused."""
    outlines: list[FamilyOutline] = []
    gone: list[str] = []
    own = len(families) - len(plan.lines)
    for i, family in enumerate(families):
        try:
            outlines.append(outline_of(outline, family))
        except GeometryError as error:
            if i < own:
                gone.append(error.message)
            else:
                faults.add(("lines", i - own), error.code, error.message)
    return outlines, gone


def _dig(plan: Plan) -> Dig | None:
    cut = plan.boards.dig
    return None if cut is None else Dig(cut.depth.mm, cut.slope, cut.working_space.mm)


def _layout(
    plan: Plan, outline: Footprint, families: list[LineFamily], dig: Dig | None, faults: Faults
) -> tuple[BoardLayout, list[SetbackNeed]]:
    """How the boards stand: as said, and where only the usual setback is said, at least clear of the dig."""
    boards = plan.boards
    said = {place: length.mm for place, length in boards.setbacks.items()}
    layout = BoardLayout(plan.board_setback.mm, boards.style, boards.styles, said)
    standing = boards_for(outline, layout)
    known = [*outline.names, *(board.name for board in standing)]
    for key, places in (("styles", boards.styles), ("setbacks", boards.setbacks), ("ground", boards.ground)):
        for place in places:
            if place not in (outline.names if key == "styles" else known):
                faults.unknown(("boards", key, place), "corner or board", place, list(outline.names))
    for i, line in enumerate(boards.existing):
        if line not in outline.sides_by_name:
            faults.unknown(("boards", "existing", i), "line", line, list(outline.sides_by_name))
    if dig is None:
        return layout, []
    needs = setback_needs(outline, standing, families, dig)
    clear = {
        need.board: max(need.needed_mm, plan.board_setback.mm)
        for need, board in zip(needs, standing, strict=True)
        if need.board not in said and board.corner not in said
    }
    return BoardLayout(plan.board_setback.mm, boards.style, boards.styles, said | clear), needs


def _section(section: Section) -> WallSection:
    return WallSection(
        section.wall.mm,
        mm_of(section.footing),
        mm_of(section.projection),
        mm_of(section.dig),
        mm_of(section.sheathing),
    )
