"""Heights worked on step by step: set up, shot, written down, tops set, until they are accepted or an answer is given.

Everything follows from the task, the seed and the steps, as in the yard of strings.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from random import Random
from statistics import fmean
from typing import Literal

from anvilhead.core.practice.level_tasks import BENCHMARK, HOSE_MM, LEVEL_TASKS, LevelTask, Stand, Tool, level_site
from anvilhead.core.practice.practice_yard import HINT_S
from anvilhead.core.practice.tasks import TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import FOOT_MM
from anvilhead.core.world.coached_crew import WALK_MM_S
from anvilhead.core.world.level_stand_ins import Hose

SETUP_S = {Tool.LASER: 240.0, Tool.HOSE: 120.0, Tool.LINE: 60.0, Tool.OPTICAL: 300.0}
SHOT_S = {Tool.LASER: 30.0, Tool.HOSE: 15.0, Tool.LINE: 75.0, Tool.OPTICAL: 30.0}
SET_S, BLEED_S = 90.0, 240.0
LONGEST_WAIT_S = 600.0
SWINGS_MM = 180.0
"""How far off its level a hose's end is set down, one standard deviation."""
LINE_MM = (1200.0, 1600.0)
"""How high above the benchmark a level line lies; a string and a hose's water much lower."""
LOW_LINE_MM = (300.0, 700.0)


@dataclass(frozen=True, slots=True)
class LevelStep:
    """What was done.

    Attributes:
        do: `setup` a tool at a stand, `shoot` a point, `write` what was read, `set` a top, `bleed` the hose, ask for a
            `hint`, `say` an instrument's error, `accept`.
        tool, stand: of a setup.
        at: which point; wait_s: how long a hose was left to settle; turned: a line level turned end for end, or the
            walking end of the hose held where the other one is.
        pull: number of the shot that is written, from 0; reading_mm: as written.
        by_mm: a top goes up by so much, or an instrument reads so much too much.
    """

    do: Literal["setup", "shoot", "write", "set", "bleed", "hint", "say", "accept"]
    tool: str = ""
    stand: str = Stand.MIDDLE
    at: str = ""
    wait_s: float = 0.0
    turned: bool = False
    pull: int = 0
    reading_mm: float = 0.0
    by_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Shot:
    """A reading of a run.

    Attributes:
        setup: which one, from 0; tool: of it.
        shows_mm: what is to be read; true_mm: what it would be without any error.
        moving_mm: how far the water still swings about it.
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
    written_mm: float | None = None


class LevelYard:
    """One run of a task with levels.

    Attributes:
        shots: every reading, in order; setups: tool and stand of each; sets: how often each top was set.
        said_mm: what was said of an instrument; seconds: that have passed; accepted: whether it is over.
    """

    def __init__(self, key: TaskKey, seed: str) -> None:
        self.task: LevelTask = LEVEL_TASKS[key]
        self._noise = Random(f"{key} {seed}")
        self._site = level_site(self.task, self._noise)
        self._lines: list[float] = []
        self.shots: list[Shot] = []
        self.setups: list[tuple[Tool, Stand]] = []
        self.sets = dict.fromkeys(self.task.tops, 0)
        self.said_mm: float | None = None
        self.bled = 0
        self.seconds = 0.0
        self.accepted = False

    def take(self, steps: Iterable[LevelStep]) -> "LevelYard":
        """Do steps one after the other.

        Raises:
            InputError: when a step cannot be done.
        """
        for step in steps:
            self._do(step)
        return self

    @property
    def heights(self) -> Mapping[str, float]:
        """Where everything really is."""
        return self._site.heights

    @property
    def air_mm(self) -> float:
        """What air in the hose makes its walking end read too much."""
        return self._site.hose.bubble_mm

    def error_mm(self, tool: Tool, over_mm: float) -> float:
        """What an instrument really reads too much over a distance; of a laser toward its mark."""
        return self._site.instruments[tool].error() * over_mm

    @property
    def worst_mm(self) -> float:
        """Farthest that a top really is from its height."""
        return max((abs(self.heights[name] - target) for name, target in self.task.targets.items()), default=0.0)

    def believed(self) -> dict[str, float]:
        """Heights of tops by what was written since each was set, from the latest setup that shot the benchmark too."""
        found: dict[str, float] = {}
        for setup in range(len(self.setups)):
            own = [one for one in self.shots if one.setup == setup and one.written_mm is not None]
            backs = [one.written_mm or 0.0 for one in own if one.at == BENCHMARK and not self._is_together(one)]
            if not backs:
                continue
            for name in self.task.tops:
                reads = [one.written_mm or 0.0 for one in own if one.at == name and one.sets == self.sets[name]]
                if reads:
                    found[name] = fmean(backs) - fmean(reads)
        return found

    def _is_together(self, shot: Shot) -> bool:
        """Whether it is the walking end of a hose, held where the other one is."""
        return shot.tool is Tool.HOSE and shot.turned

    def _do(self, step: LevelStep) -> None:
        if self.accepted:
            raise InputError("over", "This run is over. Begin another.")
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
        elif step.do == "hint":
            self.seconds += HINT_S
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
        self.seconds += SHOT_S[tool] + sight / WALK_MM_S + step.wait_s
        sets = self.sets.get(step.at, 0)
        self.shots.append(Shot(step.at, len(self.setups) - 1, tool, stand, step.turned, shows, true, moving, sets))

    def _hose_mm(self, step: LevelStep, true_mm: float) -> tuple[float, float]:
        """What the water stands at after the wait, and how far it still swings about that."""
        hose, begun = self._site.hose, self._noise.gauss(0, SWINGS_MM)
        walks = step.at != BENCHMARK or step.turned
        moving = abs(begun) if not step.wait_s else hose.swings_mm(begun, step.wait_s)
        rest = true_mm + (hose.bubble_mm if walks else 0.0)
        read = self._site.instruments[Tool.HOSE].read(rest, 0.0)
        return read, moving

    def _line_mm(self, step: LevelStep, true_mm: float) -> float:
        level = self._site.instruments[Tool.LINE]
        span = max(self.task.places[step.at].distance_to(self.task.places[BENCHMARK]), FOOT_MM)
        if step.at == BENCHMARK:
            return level.read(true_mm, 0.0)  # the end that the string is tied at
        return (level.turned() if step.turned else level).read(true_mm, span)


def level_steps(documents: Sequence[Mapping[str, object]]) -> list[LevelStep]:
    """Steps as they were kept."""
    return [LevelStep(**document) for document in documents]  # type: ignore[arg-type]
