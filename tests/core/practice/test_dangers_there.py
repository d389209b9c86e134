"""Dangers of a practice yard: seen by who looks, avoidable, and the end of a run for who does not mind them."""

import math
from itertools import pairwise

import pytest

from anvilhead.core.practice.conditions import Conditions
from anvilhead.core.practice.dangers_there import KEEP_MM, ZONE_MM
from anvilhead.core.practice.debrief import Lesson, Outcome, debrief
from anvilhead.core.practice.level_debrief import level_debrief
from anvilhead.core.practice.level_tasks import BENCHMARK, LEVEL_TASKS, Tool
from anvilhead.core.practice.level_yard import LevelStep, LevelYard
from anvilhead.core.practice.practice_yard import PracticeYard, Step
from anvilhead.core.practice.tasks import TASKS, TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.units import Units

WITH_DANGERS = Conditions(has_dangers=True)
SEEDS = range(300)


def yards(key: TaskKey) -> list[LevelYard]:
    return [LevelYard(key, f"{seed}", WITH_DANGERS) for seed in SEEDS]


@pytest.mark.parametrize("key", list(LEVEL_TASKS))
def test_no_line_hangs_where_a_rod_must_stand(key: TaskKey) -> None:
    """What can only be read on a rod is spared; a line is there in two of three yards, and over a top where it is."""
    task, hung = LEVEL_TASKS[key], 0
    for yard in yards(key):
        assert yard.there is not None
        over = yard.there.overhead
        hung += over is not None
        must = [BENCHMARK] if task.targets else list(task.places)
        assert not any(yard.there.is_under(task.places[name]) for name in must)
        if over and task.targets:
            assert any(yard.there.is_under(task.places[top]) for top in task.tops)
    assert 2 / 3 * 300 - 40 < hung < 2 / 3 * 300 + 40


def test_how_far_a_place_is_from_a_line_is_measured_squarely() -> None:
    """Against a walk along the line in steps of an inch."""
    there = next(yard.there for yard in yards(TaskKey.FENCE) if yard.there and yard.there.overhead)
    course = there.overhead
    assert course is not None
    steps = 40_000
    for post in LEVEL_TASKS[TaskKey.FENCE].places.values():
        walked = [
            math.dist(
                (course.start.x + (course.end.x - course.start.x) * n / steps,
                 course.start.y + (course.end.y - course.start.y) * n / steps), (post.x, post.y),
            )
            for n in range(steps + 1)
        ]  # fmt: skip
        assert course.away_mm(post) == pytest.approx(min(walked), abs=0.2)
        assert there.is_under(post) == (min(walked) < KEEP_MM)


class TestRods:
    def endangered(self) -> tuple[str, str]:
        """A seed of a yard of boards, and a top under its line."""
        for seed in SEEDS:
            yard = LevelYard(TaskKey.LEVEL_BOARDS, f"{seed}", WITH_DANGERS)
            under = [top for top in yard.task.tops if yard.there and yard.there.is_under(yard.task.places[top])]
            if under:
                return f"{seed}", under[0]
        raise AssertionError("no yard has a line over a top")

    @pytest.mark.parametrize(
        ("tool", "outcome"), [(Tool.LASER, Outcome.UNSAFE), (Tool.HOSE, Outcome.WRONG), (Tool.LINE, Outcome.WRONG)]
    )
    def test_only_what_needs_a_rod_is_a_risk_there(self, tool: Tool, outcome: Outcome) -> None:
        seed, top = self.endangered()
        yard = LevelYard(TaskKey.LEVEL_BOARDS, seed, WITH_DANGERS)
        shots = [LevelStep("look"), LevelStep("setup", tool=tool), LevelStep("shoot", at=top), LevelStep("accept")]
        found = level_debrief(yard.take(shots))
        assert found.outcome is outcome  # nothing was set: wrong, or worse
        assert (Lesson.RAISED_UNDER in found.lessons) == (tool is Tool.LASER)
        assert Lesson.NOT_LOOKED not in found.lessons

    def test_without_dangers_nobody_has_to_look(self) -> None:
        yard = LevelYard(TaskKey.LEVEL_BOARDS, "1")
        with pytest.raises(InputError, match="nothing to look for"):
            yard.take([LevelStep("look")])
        found = level_debrief(yard.take([LevelStep("accept")]))
        assert Lesson.NOT_LOOKED not in found.lessons


class TestStakes:
    def test_driving_beside_paint_is_a_risk_unless_opened_by_hand(self) -> None:
        beside = 0
        for seed in SEEDS:
            one, other = (PracticeYard(TaskKey.ACCEPT_OR_RESTAKE, f"{seed}", conditions=WITH_DANGERS) for _ in range(2))
            assert one.there is not None
            near = one.there.paint is not None and any(
                one.there.paint.away_mm(nail) < ZONE_MM for name, nail in one.nails.items() if name.endswith("@C")
            )
            beside += near
            one.take([Step("look"), Step("restake")])
            other.take([Step("look"), Step("restake", by_hand=True)])
            assert (debrief(one, Units.FT_IN).outcome is Outcome.UNSAFE) == near
            assert debrief(other, Units.FT_IN).outcome is not Outcome.UNSAFE
            assert other.seconds - one.seconds == 1800
        assert beside > 60  # often enough to look for it

    def test_work_before_a_look_is_told(self) -> None:
        pull = Step("pull", "A", "B")
        late = PracticeYard(TaskKey.SQUARE_SLAB, "1", conditions=WITH_DANGERS).take([pull, Step("look")])
        first = PracticeYard(TaskKey.SQUARE_SLAB, "1", conditions=WITH_DANGERS).take([Step("look"), pull])
        told = [Lesson.NOT_LOOKED in debrief(one.take([Step("accept")]), Units.FT_IN).lessons for one in (late, first)]
        assert told == [True, False]
        assert late.seconds == first.seconds == 45 + 120


def test_dangers_leave_strings_and_readings_as_they_are() -> None:
    """A run from before there were any comes out the same."""
    for key in TASKS:
        one, other = PracticeYard(key, "7"), PracticeYard(key, "7", conditions=WITH_DANGERS)
        steps = [Step("pull", *pair) for pair in pairwise("ABCDA")]
        assert one.take(steps).pulled == other.take(steps).pulled
