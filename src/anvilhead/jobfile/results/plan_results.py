"""Results of planning: lines beside and inside, boards in height and face-on, materials, methods, room on the site."""

from typing import Literal

from anvilhead.core.boards.batter_board import BoardStyle
from anvilhead.core.plan.inner_line import InnerKind
from anvilhead.jobfile.results.result_parts import Between, Direction, Distance, Place, Result, SideResult


class ClosingResult(Result):
    """How a walk closes: how far its last leg ends from A, and what was worked out for legs left open."""

    error_mm: float
    text: str
    legs: list["LegResult"]


class LegResult(Result):
    """A leg as walked: turn before going, degrees, left positive."""

    go_mm: float
    go_text: str
    turn_deg: float
    worked_out: bool


class FarResult(Result):
    """A corner of a family that lies farther from its wall corner than expected."""

    corner: str
    away_mm: float
    text: str


class OverallResult(Result):
    """Overall size of an outline along the baseline and square to it."""

    along_mm: float
    across_mm: float
    text: str


class FamilyResult(Result):
    """A line family: its corners by the footprint's letters, its sides by the walls they run beside.

    Attributes:
        offset_mm, offset_text: outward; on: offsets of sides that differ.
        diagonals: between its corners; none beyond six corners, where nobody pulls them.
        vanished: walls that have no line in this family; both their letters stand at the one crossing.
        far: corners that lie far off; clash: two of its lines that run into each other.
        notes: the same in words.
    """

    family: str
    offset_mm: float
    offset_text: str
    on: dict[str, float]
    corners: dict[str, Place]
    sides: list[SideResult]
    diagonals: list[Distance]
    overall: OverallResult
    vanished: list[str]
    far: list[FarResult]
    clash: list[str]
    notes: list[str]


class StickMark(Result):
    """A mark on the marking stick, from its outer end."""

    family: str
    at_mm: float
    text: str


class MarkingStick(Result):
    """One stick for all sides with the same families: laid across the strings it marks both footing edges."""

    lines: list[str]
    marks: list[StickMark]


class InnerLineResult(Result):
    """An inner line: its distance from a side, and the stretches of it inside."""

    name: str
    kind: InnerKind
    side: str
    distance_mm: float
    distance_text: str
    stretches: list["Stretch"]


class Stretch(Result):
    """A stretch of a line from one wall to another."""

    start: Place
    end: Place
    length_mm: float
    text: str


class InnerPointResult(Place):
    """Where two inner lines cross."""

    name: str
    lines: list[str]


class InnerResult(Result):
    """Inner lines and their crossings."""

    lines: list[InnerLineResult]
    points: list[InnerPointResult]


class NailResult(Place):
    """A nail on a board: running distance from the first, outermost nail."""

    family: str
    running_mm: float
    text: str


class BoardHeightResult(Result):
    """A board in height, above the datum; `short_mm` is how much the longest stake at hand falls short."""

    ground_mm: float
    string_mm: float
    string_text: str
    steps: int
    reveal_mm: float
    reveal_text: str
    stake_mm: float
    stake_text: str
    stock_mm: float | None
    stock_text: str | None
    short_mm: float
    short_text: str | None


class StakeResult(Result):
    """A stake, and the boards on it."""

    place: Place
    boards: list[str]


class CarryResult(Result):
    """The setback that carries a board beyond the far side of the building."""

    setback_mm: float
    text: str


class StringResult(Result):
    """A string from nail to nail; knots and wraps come on top.

    `lines`: every wall it runs over, walls in one line have one; `boards`: those at its two ends.
    """

    line: str
    lines: list[str]
    boards: list[str]
    length_mm: float
    text: str


class AsFoundResult(Between):
    """A distance that the plan has as it was found on site, and what it said before."""

    found_mm: float
    planned_mm: float
    text: str


class BoardResult(Result):
    """A board: its nail on the planned line, the direction along it toward the inside, and all about it.

    Attributes:
        drive: where the nail itself is driven: beside its line where strings run past their nails.
        setback_mm: nail beyond the corner; reason: why it stands so far out, when there is a dig.
        needed_mm: setback the dig asks for; null without a dig.
        ends: of the board on the plan, its outermost end first: from nail to nail and a margin, led on to the other
            board of its corner where that is near.
        first_mm: from the outermost end to the first nail.
        inside: the hand that has the building's inside, for whoever stands outside at the board and faces it.
        through: the line that its string runs on to, over it: no board need stand; null for all others.
        carry: how far out it stands clear, when it stands in the building or its dig.
        nails: of every family, from the outermost inward; wall_mm: the wall face's running distance.
        clashes: what it stands on or in, in words.
    """

    board: str
    line: str
    corner: str
    nail: Place
    drive: Place
    inward: Direction
    style: BoardStyle
    setback_mm: float
    setback_text: str
    needed_mm: float | None
    reason: str | None
    ends: list[Place]
    length_mm: float
    length_text: str
    first_mm: float
    inside: Literal["left", "right"]
    through: str | None
    carry: CarryResult | None
    nails: list[NailResult]
    wall_mm: float
    height: BoardHeightResult | None
    clashes: list[str]


class HeightsResult(Result):
    """All boards in height.

    Attributes:
        string_mm: highest string; highest, lowest: boards on the highest and lowest ground.
        short: boards whose stake no stock gives; buried: boards the string does not clear the ground at.
        advice: what to do, in words; sag: how far the longest string hangs, null when it does not matter.
    """

    string_mm: float
    string_text: str
    highest: str
    lowest: str
    fall_mm: float
    fall_text: str
    short: list[str]
    buried: list[str]
    advice: str
    sag: str | None


class CutResult(Result):
    """One stock length and what is cut from it."""

    stock_text: str
    cuts: list[str]
    left_text: str
    count: int


class LoadResult(Result):
    """One line of the truck list."""

    what: str
    amount: str
    note: str


class RouteResult(Result):
    """One string led round: the nails in order, and its length."""

    nails: list[str]
    length_mm: float
    text: str


class MaterialsResult(Result):
    """What to take along.

    Attributes:
        stakes: how many; boards: how many to cut; nails: on all boards.
        cuts: alike lengths of stock together; too_long: boards that no stock gives; waste_share: 0 to 1.
        string_mm: all strings, knots included, or the one string.
        route: set when one line is led round.
    """

    stakes: int
    boards: int
    nails: int
    cuts: list[CutResult]
    too_long: list[str]
    waste_share: float
    string_mm: float
    string_text: str
    route: RouteResult | None
    truck: list[LoadResult]


class ClearanceResult(Result):
    """Room between this structure and a neighbour.

    Attributes:
        corners, lines: from each corner, and from each side by its line name; corner_texts in the job's units.
        outermost: how near its outermost line comes (a dig or footing edge); null when that is the wall itself.
        across: the nearest two places on the site, on this structure and on the neighbour.
    """

    to: str
    least_mm: float
    text: str
    nearest: str
    needed_mm: float
    short_mm: float
    overlaps: bool
    clear: bool
    words: str
    corners: dict[str, float]
    corner_texts: dict[str, str]
    lines: dict[str, float]
    outermost: "OutermostResult | None"
    across: list[Place]


class OutermostResult(Result):
    """The outermost family of a structure, and its room to a neighbour."""

    family: str
    least_mm: float
    text: str
    clear: bool
    words: str


class SiteResult(Result):
    """Where a structure stands on the site: its corners there, the bearing of its first side, the room around."""

    corners: dict[str, Place]
    bearing_deg: float
    clearances: list[ClearanceResult]
