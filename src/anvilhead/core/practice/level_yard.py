"""Heights worked on step by step: set up, shot, written down, tops set, until they are accepted or an answer is given.

Everything follows from the task, the seed and the steps, as in the yard of strings.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from random import Random
from statistics import fmean
from typing import Literal

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.levels.level_instrument import CLASSES, LevelClass
from anvilhead.core.practice.conditions import Conditions
from anvilhead.core.practice.dangers_there import DangersThere, dangers_there
from anvilhead.core.practice.helper import CALLED_SHARE, as_called
from anvilhead.core.practice.level_tasks import (
    BENCHMARK,
    HOSE_MM,
    KINDS,
    LEG_MM,
    LEVEL_TASKS,
    OVER_MM,
    RAISED,
    SUN_C,
    SUN_IN,
    SWIMS_IN,
    SWIMS_MM,
    LevelTask,
    Stand,
    Tool,
    level_site,
)
from anvilhead.core.practice.tasks import TaskKey
from anvilhead.core.practice.yard import Risk, Yard
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import FOOT_MM, INCH_MM
from anvilhead.core.world.coached_crew import WALK_MM_S
from anvilhead.core.world.level_stand_ins import Hose, LevelStandIn

SETUP_S = {Tool.LASER: 240.0, Tool.HOSE: 120.0, Tool.LINE: 60.0, Tool.OPTICAL: 300.0}
SHOT_S = {Tool.LASER: 30.0, Tool.HOSE: 15.0, Tool.LINE: 75.0, Tool.OPTICAL: 30.0}
SET_S, BLEED_S, FOCUS_S = 90.0, 240.0, 30.0
LONGEST_WAIT_S = 600.0
AGREE_MM = INCH_MM / 4
"""Readings of one thing that differ by more: one of them was read, heard or written wrong."""
SWINGS_MM = 180.0
"""How far off its level a hose's end is set down, one standard deviation."""
LINE_MM = (1200.0, 1600.0)
"""How high above the benchmark a level line lies; a string and a hose's water much lower."""
LOW_LINE_MM = (300.0, 700.0)


@dataclass(frozen=True, slots=True)
class LevelStep:
    """What was done.

    Attributes:
        do: `look` round and up, `setup` a tool at a stand, `shoot` a point, `write` what was read, `set` a top,
            `bleed` the hose, `focus` an eyepiece, ask for a `hint`, `say` an instrument's error, `accept`.
        tool, stand: of a setup.
        at: which point; wait_s: how long a hose was left to settle; turned: a line level turned end for end, or the
            walking end of the hose held where the other one is; called: a helper reads it and calls.
        pull: number of the shot that is written, from 0; reading_mm: as written.
        by_mm: a top goes up by so much, or an instrument reads so much too much.
    """

    do: Literal["look", "setup", "shoot", "write", "set", "bleed", "focus", "hint", "say", "accept"]
    tool: str = ""
    stand: str = Stand.MIDDLE
    at: str = ""
    wait_s: float = 0.0
    turned: bool = False
    called: bool = False
    pull: int = 0
    reading_mm: float = 0.0
    by_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Shot:
    """A reading of a run.

    Attributes:
        setup: which one, from 0; tool: of it.
        shows_mm: what is to be read, as it was called out; true_mm: what it would be without any error.
        moving_mm: how far the water still swings about it, or the hair swims.
        called: a helper read it; slip: by which it was called wrong.
        sets: how often the top had been set before; written_mm: as written down, None before.
    """

    at: str
    setup: int
    tool: Tool
    stand: Stand
    turned: bool
    shows_mm: float
    true_mm: float
    moving_mm: float
    sets: int
    called: bool = False
    slip: Slip | None = None
    written_mm: float | None = None


class LevelYard(Yard[LevelStep]):
    """One run of a task with levels.

    Attributes:
        shots: every reading, in order; setups: tool and stand of each; sets: how often each top was set.
        own: instruments of the shelf that are used, by what they are for.
        said_mm: what was said of an instrument.
    """

    def __init__(self, key: TaskKey, seed: str, conditions: Conditions | None = None) -> None:
        self.task: LevelTask = LEVEL_TASKS[key]
        conditions = conditions or Conditions()
        super().__init__(_dangers(self.task, seed) if conditions.has_dangers else None)
        self.own = {tool: one for tool, one in conditions.levels.items() if tool in self.task.tools}
        self._units = conditions.units
        self._noise = Random(f"{key} {seed}")
        self._site = level_site(self.task, self._noise)
        self._bring_own(seed)
        if conditions.has_dangers:
            self._as_found(seed)
        self._lines: list[float] = []
        self.shots: list[Shot] = []
        self.setups: list[tuple[Tool, Stand]] = []
        self.sets = dict.fromkeys(self.task.tops, 0)
        self.said_mm: float | None = None
        self.bled = 0

    def _bring_own(self, seed: str) -> None:
        """Instruments of the shelf take the place of the yard's."""
        for tool, own in self.own.items():
            brought = LevelStandIn(KINDS[tool], own.grade, Random(f"{own.name} {seed}"))
            if not self.task.targets:  # one that is to be tested may have been knocked since its last test
                brought.along = self._site.instruments[tool].along
            elif own.per_mm is not None:
                brought.along = own.per_mm
            self._site.instruments[tool] = brought

    def _as_found(self, seed: str) -> None:
        """An eyepiece out of focus, a hose in the sun: each in some yards."""
        eyepiece, sun = Random(f"eyepiece {seed}"), Random(f"sun {seed}")
        if Tool.OPTICAL in self.task.tools and eyepiece.random() < SWIMS_IN:
            # two standard deviations are as far as it swims
            self._site.instruments[Tool.OPTICAL].parallax = eyepiece.uniform(*SWIMS_MM) / OVER_MM / 2
        if sun.random() < SUN_IN:
            self._site.hose = replace(self._site.hose, warmer_c=sun.uniform(*SUN_C), leg_mm=LEG_MM)

    def grade(self, tool: Tool) -> LevelClass:
        """How good a tool claims to be."""
        return self.own[tool].grade if tool in self.own else CLASSES[KINDS[tool]]

    @property
    def heights(self) -> Mapping[str, float]:
        """Where everything really is."""
        return self._site.heights

    @property
    def hose_mm(self) -> float:
        """What air in the hose, or the sun on it, makes its walking end read too much."""
        return self._site.hose.rest_mm

    def error_mm(self, tool: Tool, over_mm: float) -> float:
        """What an instrument really reads too much over a distance; of a laser toward its mark."""
        return self._site.instruments[tool].error() * over_mm

    @property
    def worst_mm(self) -> float:
        """Farthest that a top really is from its height."""
        return max((abs(self.heights[name] - target) for name, target in self.task.targets.items()), default=0.0)

    def believed(self) -> dict[str, float]:
        """Heights of tops by what was written since each was set, from the latest setup that shot the benchmark too.

        Of what was read more than once the mean is taken, but for what the last reading shows to have been wrong.
        """
        found: dict[str, float] = {}
        for setup in range(len(self.setups)):
            own = [one for one in self.shots if one.setup == setup and one.written_mm is not None]
            read: dict[tuple[str, int, bool], list[float]] = {}
            for one in own:
                read.setdefault((one.at, one.sets, one.turned), []).append(one.written_mm or 0.0)
            settled = {way: _settled(readings) for way, readings in read.items()}
            back = settled.get((BENCHMARK, 0, False))
            if back is None:
                continue
            for name in self.task.tops:
                ways = ((name, self.sets[name], turned) for turned in (False, True))
                both = [settled[way] for way in ways if way in settled]
                if both:
                    found[name] = back - fmean(both)
        return found

    def _do(self, step: LevelStep) -> None:
        if step.do == "setup":
            self._setup(step)
        elif step.do == "shoot":
            self._shoot(step)
        elif step.do == "write":
            if not 0 <= step.pull < len(self.shots):
                raise InputError("no-shot", f"There is no reading number {step.pull + 1} to write down.")
            self.shots[step.pull] = replace(self.shots[step.pull], written_mm=step.reading_mm)
        elif step.do == "set":
            self._set(step)
        elif step.do == "bleed":
            self._bleed()
        elif step.do == "focus":
            self._focus()
        elif step.do == "say":
            self.said_mm = step.by_mm
            self.accepted = True
        else:
            self.accepted = True

    def _set(self, step: LevelStep) -> None:
        if step.at not in self.sets:
            raise InputError("no-top", f"There is nothing to set at {step.at}.")
        if abs(step.by_mm) < SMALLEST_MOVE_MM:
            raise InputError("no-move", "That is less than a hand can set. Say how far the top goes up or down.")
        self._site.heights[step.at] += step.by_mm
        self.sets[step.at] += 1
        self.seconds += SET_S

    def _bleed(self) -> None:
        if Tool.HOSE not in self.task.tools:
            raise InputError("no-hose", "There is no hose here.")
        self._site.hose = Hose(HOSE_MM)
        self.bled += 1
        self.seconds += BLEED_S

    def _focus(self) -> None:
        if not self.setups or self.setups[-1][0] is not Tool.OPTICAL:
            raise InputError("no-eyepiece", "There is no eyepiece to focus. Set an optical level up first.")
        self._site.instruments[Tool.OPTICAL].parallax = 0.0
        self.seconds += FOCUS_S

    def _setup(self, step: LevelStep) -> None:
        if step.tool not in self.task.tools or step.stand not in self.task.stands:
            raise InputError("no-tool", "That does not stand here. Take one of the instruments at hand.")
        tool = Tool(step.tool)
        self.setups.append((tool, Stand(step.stand)))
        low, high = LINE_MM if tool in (Tool.LASER, Tool.OPTICAL) else LOW_LINE_MM
        # the line lies where the ground and the legs put it, and always above every point
        top = max(self.heights.values())
        self._lines.append(max(0.0, top) + self._noise.uniform(low, high))
        self.seconds += SETUP_S[tool]

    def _shoot(self, step: LevelStep) -> None:
        if not self.setups:
            raise InputError("no-setup", "Nothing stands yet. Set an instrument up first.")
        if step.at not in self.task.places:
            raise InputError("no-point", f"There is no point {step.at} here.")
        if not 0 <= step.wait_s <= LONGEST_WAIT_S:
            raise InputError("no-wait", "Nobody waits that long. Wait up to ten minutes.")
        tool, stand = self.setups[-1]
        true = self._lines[-1] - self.heights[step.at]
        sight = self.task.places[step.at].distance_to(self.task.stand_mm(stand))
        moving = 0.0
        if tool is Tool.HOSE:
            shows, moving = self._hose_mm(step, true)
        elif tool is Tool.LINE:
            shows = self._line_mm(step, true)
        else:
            to = self.task.places[step.at] - self.task.stand_mm(stand)
            shows = self._site.instruments[tool].read(true, sight, math.atan2(to.y, to.x))
            moving = 2 * self._site.instruments[tool].parallax * sight
        if tool in RAISED and self.there is not None and self.there.is_under(self.task.places[step.at]):
            self.risked.add(Risk.RAISED_UNDER)
        took = SHOT_S[tool] + sight / WALK_MM_S
        self.seconds += took * (CALLED_SHARE if step.called else 1.0) + step.wait_s
        shows, slip = as_called(shows, self._noise, self._units) if step.called else (shows, None)
        of = (step.at, len(self.setups) - 1, tool, stand, step.turned, shows, true, moving, self.sets.get(step.at, 0))
        self.shots.append(Shot(*of, step.called, slip))

    def _hose_mm(self, step: LevelStep, true_mm: float) -> tuple[float, float]:
        """What the water stands at after the wait, and how far it still swings about that."""
        hose, begun = self._site.hose, self._noise.gauss(0, SWINGS_MM)
        walks = step.at != BENCHMARK or step.turned
        moving = abs(begun) if not step.wait_s else hose.swings_mm(begun, step.wait_s)
        rest = true_mm + (hose.rest_mm if walks else 0.0)
        read = self._site.instruments[Tool.HOSE].read(rest, 0.0)
        return read, moving

    def _line_mm(self, step: LevelStep, true_mm: float) -> float:
        level = self._site.instruments[Tool.LINE]
        span = max(self.task.places[step.at].distance_to(self.task.places[BENCHMARK]), FOOT_MM)
        if step.at == BENCHMARK:
            return level.read(true_mm, 0.0)  # the end that the string is tied at
        return (level.turned() if step.turned else level).read(true_mm, span)


def _settled(readings: Sequence[float]) -> float:
    """The mean of readings of one thing that agree with the last of them."""
    return fmean(one for one in readings if abs(one - readings[-1]) <= AGREE_MM)


def _dangers(task: LevelTask, seed: str) -> DangersThere:
    """What is dangerous there; a hose reaches what no rod may, and where there is none no line hangs over a rod."""
    needs_rods = all(tool in RAISED for tool in task.tools)
    spared = list(task.places) if needs_rods else [BENCHMARK]
    return dangers_there(task.places, f"{task.key} {seed}", spared=spared, raised=() if needs_rods else task.tops)


def level_steps(documents: Sequence[Mapping[str, object]]) -> list[LevelStep]:
    """Steps as they were kept."""
    return [LevelStep(**document) for document in documents]  # type: ignore[arg-type]
