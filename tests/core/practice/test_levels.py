"""Heights practised: what crews that do it right, or skip a step, come to on sites that they do not know."""

from collections import Counter

import pytest

from anvilhead.core.practice.debrief import Lesson, Outcome
from anvilhead.core.practice.level_debrief import LevelDebrief, level_debrief
from anvilhead.core.practice.level_tasks import LEVEL_TASKS, NEAR_MM, OVER_MM, PEGS_MM, Tool
from anvilhead.core.practice.level_yard import LevelStep, LevelYard
from anvilhead.core.practice.tasks import TASKS, TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.units import INCH_MM, SIXTEENTH_MM

Do = LevelStep
SITES = range(60)


def shoot(yard: LevelYard, at: str, *, wait_s: float = 0.0, turned: bool = False) -> float:
    """Read a point to the nearest sixteenth, and write it down."""
    yard.take([Do("shoot", at=at, wait_s=wait_s, turned=turned)])
    read = SIXTEENTH_MM * round(yard.shots[-1].shows_mm / SIXTEENTH_MM)
    yard.take([Do("write", pull=len(yard.shots) - 1, reading_mm=read)])
    return read


def set_tops(
    seed: int,
    tool: Tool,
    *,
    key: TaskKey = TaskKey.LEVEL_BOARDS,
    wait_s: float = 60.0,
    turns: bool = True,
    tests: bool = True,
    closes: bool = True,
) -> LevelDebrief:
    """Shoot, set, shoot again."""
    yard = LevelYard(key, f"site {seed}").take([Do("setup", tool=tool)])
    wait_s = wait_s if tool is Tool.HOSE else 0.0
    back = shoot(yard, "BM", wait_s=wait_s)
    if tool is Tool.HOSE and tests and abs(shoot(yard, "BM", wait_s=wait_s, turned=True) - back) > INCH_MM / 8:
        yard.take([Do("bleed")])
    for last in (False, True):
        for top, target in yard.task.targets.items():
            read = shoot(yard, top, wait_s=wait_s)
            if tool is Tool.LINE and turns:
                read = (read + shoot(yard, top, turned=True)) / 2
            up = target - (back - read)
            if not last and abs(up) > SIXTEENTH_MM:
                yard.take([Do("set", at=top, by_mm=up)])
    if closes:
        shoot(yard, "BM", wait_s=wait_s)
    return level_debrief(yard.take([Do("accept")]))


def test_every_task_is_somebodys() -> None:
    assert set(TASKS) | set(LEVEL_TASKS) | {TaskKey.OWN_PLAN} == set(TaskKey)
    assert not set(TASKS) & set(LEVEL_TASKS)


@pytest.mark.parametrize(("tool", "least"), [(Tool.LASER, 58), (Tool.HOSE, 50), (Tool.LINE, 54)])
def test_boards_come_to_height_by_each_tool_used_well(tool: Tool, least: int) -> None:
    ended = [set_tops(seed, tool) for seed in SITES]
    assert Counter(one.outcome for one in ended)[Outcome.RIGHT] >= least
    assert {lesson for one in ended for lesson in one.lessons} <= {Lesson.AIR_FOUND}
    task = LEVEL_TASKS[TaskKey.LEVEL_BOARDS]
    assert max(one.minutes for one in ended) < task.minutes
    assert max(len(one.shots) for one in ended) <= task.shots


@pytest.mark.parametrize(("tool", "least"), [(Tool.LASER, 57), (Tool.HOSE, 48)])
def test_posts_come_to_a_straight_rail_on_falling_ground(tool: Tool, least: int) -> None:
    ended = [set_tops(seed, tool, key=TaskKey.FENCE) for seed in SITES]
    assert Counter(one.outcome for one in ended)[Outcome.RIGHT] >= least
    heights = [one.heights for one in ended if one.outcome is Outcome.RIGHT]
    # each top three inches lower than the one before, give or take two eighths
    for posts in heights:
        falls = [posts[f"P{n}"] - posts[f"P{n + 1}"] for n in range(1, 5)]
        assert all(abs(fall - 3 * INCH_MM) <= INCH_MM / 4 + 0.001 for fall in falls)


def test_a_hose_read_in_haste_or_never_tested_leads_astray() -> None:
    hasty = [set_tops(seed, Tool.HOSE, wait_s=8.0) for seed in SITES]
    assert all(Lesson.UNSETTLED in one.lessons for one in hasty)
    untested = [set_tops(seed, Tool.HOSE, tests=False) for seed in SITES]
    with_air = [one for one in untested if Lesson.AIR_LEFT in one.lessons]
    assert 10 <= len(with_air) <= 30  # a third of the sites
    assert all(one.outcome is Outcome.WRONG for one in with_air)


def test_what_was_left_out_is_told() -> None:
    assert Lesson.NOT_CLOSED in set_tops(1, Tool.LASER, closes=False).lessons
    assert Lesson.NOT_TURNED in set_tops(1, Tool.LINE, turns=False).lessons
    yard = LevelYard(TaskKey.LEVEL_BOARDS, "s").take([Do("setup", tool=Tool.LASER)])
    shoot(yard, "A")
    yard.take([Do("set", at="A", by_mm=5.0), Do("accept")])
    found = level_debrief(yard)
    assert {Lesson.NO_BENCHMARK, Lesson.NOT_SHOT_AGAIN} <= set(found.lessons)
    assert found.believed == {}


def test_heights_are_believed_from_the_latest_setup_since_a_top_was_set() -> None:
    yard = LevelYard(TaskKey.LEVEL_BOARDS, "s").take([Do("setup", tool=Tool.LASER)])
    for at, reading in (("BM", 1400.0), ("A", 1200.0), ("B", 1190.0)):
        yard.take([Do("shoot", at=at), Do("write", pull=len(yard.shots), reading_mm=reading)])
    assert yard.believed() == {"A": 200.0, "B": 210.0}
    yard.take([Do("set", at="B", by_mm=-7.0)])
    assert yard.believed() == {"A": 200.0}
    yard.take([Do("setup", tool=Tool.LASER), Do("shoot", at="A"), Do("write", pull=3, reading_mm=1.0)])
    assert yard.believed() == {"A": 200.0}  # a setup without the benchmark says nothing


def judge(seed: int, *, midway: bool = True) -> LevelDebrief:
    yard = LevelYard(TaskKey.PEG_TEST, f"pegs {seed}")
    true = 0.0
    if midway:
        yard.take([Do("setup", tool=Tool.OPTICAL)])
        true = shoot(yard, "B") - shoot(yard, "A")
    yard.take([Do("setup", tool=Tool.OPTICAL, stand="near-a")])
    slant = shoot(yard, "B") - shoot(yard, "A")
    yard.take([Do("say", by_mm=(slant - true) * OVER_MM / (PEGS_MM - 2 * NEAR_MM))])
    return level_debrief(yard)


def test_two_stands_find_what_a_level_lies_by() -> None:
    ended = [judge(seed) for seed in range(200)]
    assert Counter(one.outcome for one in ended)[Outcome.RIGHT] >= 190
    lies = [abs(one.error_mm or 0.0) > INCH_MM / 8 for one in ended]
    assert 0.6 < sum(lies) / 200 < 0.9  # three in four
    guessed = [judge(seed, midway=False) for seed in range(60)]
    assert all(Lesson.ONE_STAND in one.lessons and one.outcome is not Outcome.RIGHT for one in guessed)


def test_a_seed_is_a_site() -> None:
    one, same, other = (set_tops(seed, Tool.HOSE) for seed in (3, 3, 4))
    assert one == same
    assert one.heights != other.heights


@pytest.mark.parametrize(
    ("step", "code"),
    [
        (Do("shoot", at="A"), "no-setup"),
        (Do("setup", tool=Tool.OPTICAL), "no-tool"),
        (Do("setup", tool=Tool.LASER, stand="near-a"), "no-tool"),
        (Do("write", pull=0, reading_mm=1.0), "no-shot"),
        (Do("set", at="BM", by_mm=9.0), "no-top"),
        (Do("set", at="A", by_mm=0.01), "no-move"),
    ],
)
def test_what_cannot_be_done_is_refused(step: LevelStep, code: str) -> None:
    with pytest.raises(InputError) as error:
        LevelYard(TaskKey.LEVEL_BOARDS, "s").take([step])
    assert error.value.code == code


def test_nothing_is_done_once_it_is_over() -> None:
    yard = LevelYard(TaskKey.LEVEL_BOARDS, "s").take([Do("accept")])
    with pytest.raises(InputError, match="over"):
        yard.take([Do("setup", tool=Tool.LASER)])
