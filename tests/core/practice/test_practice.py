"""The practice yard: the same for the same seed, true to its lessons, silent about the truth until it is over."""

import pytest

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import Verdict
from anvilhead.core.practice.debrief import Lesson, Outcome, debrief
from anvilhead.core.practice.practice_yard import PracticeYard, Step
from anvilhead.core.practice.tasks import TASKS, TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.units import FOOT_MM, INCH_MM, SIXTEENTH_MM, Units

ROUND = [("A", "B"), ("B", "C"), ("C", "D"), ("D", "A"), ("A", "C"), ("B", "D")]
ACCEPT = Step("accept")


def pull_round(yard: PracticeYard, pairs: list[tuple[str, str]] = ROUND) -> None:
    """Pull and write down what is called."""
    for start, end in pairs:
        yard.take([Step("pull", start, end)])
        number = len(yard.pulled) - 1
        yard.take([Step("write", pull=number, reading_mm=yard.pulled[number].shows_mm)])


def by_the_coach(yard: PracticeYard) -> None:
    """Rounds and moves until the verdict, readings that the coach singles out pulled again."""
    for _ in range(8):
        pull_round(yard)
        check = yard.believed(Units.FT_IN)
        assert check is not None
        if check.verdict is Verdict.CHECK_READINGS:
            doubtful = check.suspects[0].pull
            pull_round(yard, [(doubtful.start, doubtful.end)])
            check = yard.believed(Units.FT_IN)
            assert check is not None
        if check.verdict is Verdict.SQUARE:
            return
        for move in check.order.moves if check.order else ():
            yard.take([Step("move", board=move.board.name, inward_mm=move.inward_mm)])


@pytest.mark.parametrize("key", list(TASKS))
def test_the_same_seed_and_steps_come_to_the_same(key: TaskKey) -> None:
    steps = [Step("pull", *pair) for pair in ROUND] + [
        Step("move", board="CD@C", inward_mm=30.0),
        Step("pull", "A", "C"),
    ]
    one, same, other = (PracticeYard(key, seed).take(steps) for seed in ("7", "7", "8"))
    assert one.pulled == same.pulled
    assert one.corners == same.corners
    assert one.pulled != other.pulled


@pytest.mark.parametrize("key", list(TASKS))
def test_who_does_as_the_coach_says_proves_it(key: TaskKey) -> None:
    good = 0
    for seed in range(20):
        yard = PracticeYard(key, f"coach {seed}")
        by_the_coach(yard)
        good += debrief(yard.take([ACCEPT]), Units.FT_IN).outcome is Outcome.RIGHT
    assert good >= 18  # tapes know these corners to about half of what is allowed


def test_equal_diagonals_fool_who_pulls_nothing_else() -> None:
    for seed in range(20):
        yard = PracticeYard(TaskKey.EQUAL_DIAGONALS, f"{seed}")
        pull_round(yard, [("A", "C"), ("B", "D")])
        one, other = (pull.shows_mm for pull in yard.pulled)
        assert abs(one - other) < 4 * SIXTEENTH_MM  # they look equal, as far as a tape tells
        found = debrief(yard.take([ACCEPT]), Units.FT_IN)
        assert found.outcome is Outcome.WRONG
        assert found.lessons == (Lesson.DIAGONALS_ALONE,)
        assert 1.4 * INCH_MM < found.worst_mm < 2.6 * INCH_MM


class TestSlip:
    def test_one_of_the_first_six_is_called_wrong(self) -> None:
        for seed in range(30):
            yard = PracticeYard(TaskKey.FIND_SLIP, f"{seed}")
            pull_round(yard)
            wrong = [one for one in yard.pulled if one.slip]
            assert len(wrong) == 1
            size = {Slip.FOOT: FOOT_MM, Slip.INCH: INCH_MM}[wrong[0].slip or Slip.UNKNOWN]
            assert abs(wrong[0].shows_mm - wrong[0].true_mm) == pytest.approx(size, abs=5)

    def test_pulled_again_it_is_caught_and_else_it_is_left(self) -> None:
        for seed in range(10):
            left, caught = (PracticeYard(TaskKey.FIND_SLIP, f"{seed}") for _ in range(2))
            pull_round(left)
            spoilt = next(one for one in left.pulled if one.slip)
            pull_round(caught)
            pull_round(caught, [(spoilt.start, spoilt.end)])
            assert Lesson.SLIP_CAUGHT in debrief(caught.take([ACCEPT]), Units.FT_IN).lessons
            lessons = debrief(left.take([ACCEPT]), Units.FT_IN).lessons
            assert (Lesson.SLIP_LEFT in lessons) != (Lesson.SLIP_CAUGHT in lessons)


def test_what_else_there_is_to_learn() -> None:
    yard = PracticeYard(TaskKey.SQUARE_SLAB, "1")
    yard.take(
        [Step("pull", "A", "B"), Step("write", pull=0, reading_mm=1.0), Step("move", board="BC@B", inward_mm=3.0)]
    )
    yard.take([Step("pull", "A", "C")] * 0 + [ACCEPT])
    assert set(debrief(yard, Units.FT_IN).lessons) == {Lesson.MISREAD, Lesson.NOT_LOOKED_AGAIN}
    dear = PracticeYard(TaskKey.SQUARE_SLAB, "1").take(
        [Step("pull", "A", "C")] * (TASKS[TaskKey.SQUARE_SLAB].pulls + 1)
    )
    assert Lesson.OVER_PURSE in debrief(dear.take([ACCEPT]), Units.FT_IN).lessons


def test_time_passes_by_what_is_done() -> None:
    yard = PracticeYard(TaskKey.SQUARE_SLAB, "2").take([Step("pull", "A", "B")])
    assert yard.seconds == 45
    yard.take([Step("pull", "A", "B")])
    assert yard.seconds == 90  # nobody walks
    yard.take([Step("pull", "C", "D")])
    assert yard.seconds == pytest.approx(90 + 45 + 2 * 22 * FOOT_MM / 1000, abs=2)  # both walk a side
    yard.take([Step("move", board="CD@C", inward_mm=3.0)])
    assert yard.seconds == pytest.approx(90 + 45 + 2 * 22 * FOOT_MM / 1000 + 90, abs=2)


@pytest.mark.parametrize(
    ("steps", "code"),
    [
        ([Step("pull", "A", "A")], "no-corner"),
        ([Step("pull", "A", "Q")], "no-corner"),
        ([Step("write", pull=0, reading_mm=5.0)], "no-pull"),
        ([Step("move", board="XY@X", inward_mm=5.0)], "no-board"),
        ([Step("move", board="CD@C", inward_mm=0.0)], "no-move"),
        ([ACCEPT, Step("pull", "A", "B")], "over"),
    ],
)
def test_what_cannot_be_done_is_told(steps: list[Step], code: str) -> None:
    with pytest.raises(InputError) as refused:
        PracticeYard(TaskKey.SQUARE_SLAB, "3").take(steps)
    assert refused.value.code == code
