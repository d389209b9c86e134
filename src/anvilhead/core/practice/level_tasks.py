"""What is practised with levels: each task its points, its tools, and a site made from a seed."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from random import Random

from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_instrument import CLASSES, LevelInstrument
from anvilhead.core.practice.tasks import TaskKey
from anvilhead.core.units.units import FOOT_MM, INCH_MM
from anvilhead.core.world.level_stand_ins import Hose, LevelStandIn

BENCHMARK = "BM"


LENGTH_MM, WIDTH_MM = 24 * FOOT_MM, 16 * FOOT_MM
PEGS_MM = 200 * FOOT_MM
NEAR_MM = 6 * FOOT_MM
HOSE_MM = 60 * FOOT_MM
BAY_MM, FALL_MM, POSTS = 8 * FOOT_MM, 3 * INCH_MM, range(1, 6)
OVER_MM = 100 * FOOT_MM
"""Over which the error of a lying level is said."""
SET_BY_EYE_MM = 1.2 * INCH_MM
AIR_IN = 1 / 3
"""How often there is air in the hose."""
LIES_MM = (INCH_MM / 4, INCH_MM * 3 / 4)
"""What a level that lies reads off over that."""
SWIMS_IN = 1 / 3
"""How often an eyepiece is found out of focus."""
SWIMS_MM = (INCH_MM / 8, INCH_MM / 4)
"""How far its hair then swims on the rod to either side over that, as the eye moves."""
SUN_IN = 1 / 4
"""How often a hose's walking leg lies in the sun."""
SUN_C, LEG_MM = (8.0, 16.0), 1500.0
"""By how much its water is then warmer, and how much of it stands upright."""
TRUE_LEVELS = 1 / 4
"""How often a level that is said to lie does not."""


class Tool(StrEnum):
    """What a height is read with."""

    LASER = "laser"
    """A rotating laser: its receiver slides on the rod until it sounds level."""
    HOSE = "hose"
    """A water level: one end stays at the benchmark, the other walks."""
    LINE = "line"
    """A line level on a string from the benchmark."""
    OPTICAL = "optical"
    """An optical level, its hair on the rod."""


KINDS = {
    Tool.LASER: LevelInstrument.LASER,
    Tool.HOSE: LevelInstrument.WATER,
    Tool.LINE: LevelInstrument.LINE,
    Tool.OPTICAL: LevelInstrument.OPTICAL,
}


RAISED = (Tool.LASER, Tool.OPTICAL)
"""Tools that need a rod held up."""


class Stand(StrEnum):
    """Where an instrument stands."""

    MIDDLE = "middle"
    """As far from everything that is shot as can be."""
    NEAR_A = "near-a"
    """Two steps from peg A, in line with B."""


@dataclass(frozen=True)
class LevelTask:
    """One task.

    Attributes:
        places: points that are shot, the benchmark among them, in the plan frame.
        targets: heights of tops above the benchmark; none where nothing is set.
        tolerance_mm: how near a top must be, or what is said of an instrument.
        tools: at hand; stands: where one may be set up.
        minutes, shots: the purse.
    """

    key: TaskKey
    places: Mapping[str, Point]
    targets: Mapping[str, float]
    tolerance_mm: float
    tools: tuple[Tool, ...]
    stands: tuple[Stand, ...]
    minutes: int
    shots: int

    @property
    def tops(self) -> list[str]:
        """What is to be set to height."""
        return list(self.targets)

    def stand_mm(self, stand: Stand) -> Point:
        """Where the instrument stands."""
        if stand is Stand.NEAR_A:
            a, b = self.places["A"], self.places["B"]
            return a + (b - a).unit() * NEAR_MM
        points = list(self.places.values())
        return sum(points[1:], points[0]) * (1 / len(points))


@dataclass
class LevelSite:
    """A site as it really is, from a seed.

    Attributes:
        heights: of the benchmark, pegs and tops, millimetres.
        instruments: with their own errors; hose: with the air that is in it.
    """

    heights: dict[str, float]
    instruments: dict[Tool, LevelStandIn] = field(default_factory=dict)
    hose: Hose = field(default_factory=lambda: Hose(HOSE_MM))


_BOARDS = {
    BENCHMARK: Point(-9 * FOOT_MM, 8 * FOOT_MM),
    "A": Point(0.0, 0.0),
    "B": Point(LENGTH_MM, 0.0),
    "C": Point(LENGTH_MM, WIDTH_MM),
    "D": Point(0.0, WIDTH_MM),
}

LEVEL_TASKS: Mapping[TaskKey, LevelTask] = {
    task.key: task
    for task in (
        LevelTask(
            TaskKey.LEVEL_BOARDS,
            _BOARDS,
            targets=dict.fromkeys("ABCD", 8 * INCH_MM),
            tolerance_mm=INCH_MM / 8,
            tools=(Tool.LASER, Tool.HOSE, Tool.LINE),
            stands=(Stand.MIDDLE,),
            minutes=45,
            shots=24,
        ),
        LevelTask(
            TaskKey.PEG_TEST,
            {"A": Point(0.0, 0.0), "B": Point(PEGS_MM, 0.0)},
            targets={},
            tolerance_mm=INCH_MM / 16,
            tools=(Tool.OPTICAL,),
            stands=(Stand.MIDDLE, Stand.NEAR_A),
            minutes=40,
            shots=8,
        ),
        LevelTask(
            TaskKey.FENCE,
            {BENCHMARK: Point(-9 * FOOT_MM, 7 * FOOT_MM), **{f"P{n}": Point((n - 1) * BAY_MM, 0.0) for n in POSTS}},
            targets={f"P{n}": 48 * INCH_MM - (n - 1) * FALL_MM for n in POSTS},
            tolerance_mm=INCH_MM / 8,
            tools=(Tool.LASER, Tool.HOSE),
            stands=(Stand.MIDDLE,),
            minutes=50,
            shots=28,
        ),
    )
}


def level_site(task: LevelTask, noise: Random) -> LevelSite:
    """Put a site up as it really is."""
    tops = dict.fromkeys(task.places, 0.0)
    for name in task.tops:
        tops[name] = task.targets[name] + noise.gauss(0, SET_BY_EYE_MM)
    if task.key is TaskKey.PEG_TEST:
        tops["B"] = noise.uniform(-20, 20) * INCH_MM
    site = LevelSite(tops, {tool: LevelStandIn(KINDS[tool], CLASSES[KINDS[tool]], noise) for tool in task.tools})
    if Tool.OPTICAL in site.instruments and noise.random() > TRUE_LEVELS:
        site.instruments[Tool.OPTICAL].along = noise.choice((-1, 1)) * noise.uniform(*LIES_MM) / OVER_MM
    if Tool.HOSE in site.instruments and noise.random() < AIR_IN:
        site.hose = Hose(HOSE_MM, bubble_mm=noise.uniform(0.25, 0.6) * INCH_MM)
    return site
