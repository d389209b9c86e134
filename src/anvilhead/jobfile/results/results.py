"""What `solve` prints and the API answers: one shape for both, version 1."""

from typing import Literal

from pydantic import Field

from anvilhead.jobfile.levels.level_results import LevelsResult
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.results.danger_results import DangersResult
from anvilhead.jobfile.results.days_results import DaysResult
from anvilhead.jobfile.results.digging_results import DiggingResult
from anvilhead.jobfile.results.form_results import FormsResult
from anvilhead.jobfile.results.marks_results import FenceResult, ObstacleResult, PlaceResult
from anvilhead.jobfile.results.method_results import MethodsResult, SettingOutResult
from anvilhead.jobfile.results.plan_results import (
    AsFoundResult,
    BoardResult,
    ClosingResult,
    FamilyResult,
    HeightsResult,
    InnerResult,
    MarkingStick,
    MaterialsResult,
    OverallResult,
    SiteResult,
    StakeResult,
    StringResult,
)
from anvilhead.jobfile.results.plates_results import PlatesResult
from anvilhead.jobfile.results.pour_results import PourResult, StripResult
from anvilhead.jobfile.results.result_parts import Distance, Place, Result, SideResult
from anvilhead.jobfile.results.square_results import LostResult, RecheckResult, RoundResult, SquareResult
from anvilhead.jobfile.results.stake_results import (
    HubCheckResult,
    LathResult,
    MarkingResult,
    OffsetLineResult,
    RegisterResult,
)
from anvilhead.jobfile.results.tape_results import TapeResult


class StructureResult(Result):
    """Everything computed for one structure.

    Attributes:
        shape: of its document; closed: false for an open line.
        angles: inside angle at each corner, degrees (an open line's left); its ends have none.
        closing: how a walk closes; null for other shapes.
        overall: size along the baseline and square to it.
        lines: families, the wall face first; lines_gone: those of the section there is no room for, in words.
        unlikely: numbers that are hardly meant, in words.
        as_found: distances of the plan that are as they were found on site.
        sticks: marking sticks, alike sides together.
        places: named places along its lines; fence: its posts along an open run, null without one;
            obstacles: what nothing may hit; forms: round a slab, null where the plan asks for none.
        strip: the faces of a run with a width; pour: what goes under, into and over a slab;
            digging: what a digger is told; stake_points: where named stakes stand; offset_lines: strings that stay.
        laths: what is written beside named stakes; hub_checks: those of one thing against each other; marking: what
            marks are made with; plates: laid over old concrete.
        marks_register: every mark, stake and piece, and what became of it; null in a quick answer.
        dangers: cautions and hold points; null in a quick answer.
        string_told: where strings run on their nails, in words; null over the middle.
        heights: null while no ground is said; site: null while it is not placed.
        methods: null in a quick answer that leaves them out.
        setting_out: sheet of the chosen method, else of the one recommended.
        tape: what all rounds say of the crew's tape itself; null where they say nothing.
        rounds: every round, for the path from the first to the accepted.
        recheck: pulls that would show movement; null before a round is accepted, and in a quick answer.
        lost: points to be set again.
    """

    kind: str
    shape: str
    closed: bool
    corners: dict[str, Place]
    angles: dict[str, float]
    sides: list[SideResult]
    diagonals: list[Distance]
    closing: ClosingResult | None
    area_mm2: float
    area_text: str
    perimeter_mm: float
    perimeter_text: str
    overall: OverallResult
    lines: list[FamilyResult]
    lines_gone: list[str]
    unlikely: list[str]
    as_found: list[AsFoundResult]
    sticks: list[MarkingStick]
    inner: InnerResult
    places: dict[str, PlaceResult]
    fence: FenceResult | None
    obstacles: list[ObstacleResult]
    forms: FormsResult | None
    strip: StripResult | None
    pour: PourResult | None
    digging: DiggingResult | None
    stake_points: dict[str, Place]
    offset_lines: list[OffsetLineResult]
    laths: list[LathResult]
    hub_checks: list[HubCheckResult]
    marking: list[MarkingResult]
    plates: PlatesResult | None
    boards: list[BoardResult]
    stakes: int
    stakes_at: list[StakeResult]
    strings: list[StringResult]
    string_told: str | None
    heights: HeightsResult | None
    materials: MaterialsResult
    methods: MethodsResult | None
    setting_out: SettingOutResult | None
    site: SiteResult | None
    square: SquareResult | None
    tape: TapeResult | None
    rounds: list[RoundResult]
    recheck: RecheckResult | None
    lost: list[LostResult]
    marks_register: RegisterResult | None = None
    dangers: DangersResult | None = None


class Results(Result):
    """What `solve` prints."""

    format: Literal["anvilhead-results"] = "anvilhead-results"
    version: Literal[1] = 1
    structures: dict[str, StructureResult]
    levels: LevelsResult = LevelsResult()
    days: DaysResult | None = None
    problems: list[Problem] = Field(default_factory=list)
