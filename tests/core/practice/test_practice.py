"""The practice yard: the same for the same seed, true to its lessons, silent about the truth until it is over."""

from itertools import combinations

import pytest

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import Verdict
from anvilhead.core.practice.debrief import Lesson, Outcome, debrief
from anvilhead.core.practice.gained import gained
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
    pairs = list(combinations(yard.task.set_out.footprint.names, 2))
    for _ in range(8):
        pull_round(yard, pairs)
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
            if yard.task.at in ("", move.board.corner):
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


@pytest.mark.parametrize("key", [key for key, task in TASKS.items() if not task.swings])
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


class TestOtherTasks:
    def test_a_burn_taken_off_before_it_is_written_is_told(self) -> None:
        yard = PracticeYard(TaskKey.COMPUTED_DIAGONALS, "b")
        yard.take([Step("pull", "A", "B")])
        assert abs(yard.pulled[0].shows_mm - 41 * FOOT_MM) < 8 * INCH_MM  # 40 ft and a burn of one
        yard.take([Step("write", pull=0, reading_mm=yard.pulled[0].shows_mm - FOOT_MM), ACCEPT])
        lessons = debrief(yard, Units.FT_IN).lessons
        assert Lesson.BURN_OFF in lessons
        assert Lesson.MISREAD not in lessons

    def test_a_string_is_parallel_once_it_is_swung_right_from_both_ends(self) -> None:
        proved = 0
        for seed in range(30):
            yard = PracticeYard(TaskKey.PARALLEL_STRING, f"swing {seed}")
            for _ in range(6):  # a nail stands beyond its corner, and moves it by somewhat less
                for corner in "CD":
                    yard.take([Step("pull", corner, "AB", swing=True)])
                    number = len(yard.pulled) - 1
                    yard.take([Step("write", pull=number, reading_mm=yard.pulled[number].shows_mm)])
                # in is toward the other strings: a string too far out goes in
                over = {one.start: one.shows_mm - 22 * FOOT_MM for one in yard.pulled[-2:]}
                if max(map(abs, over.values())) <= 2.5 * SIXTEENTH_MM:
                    break
                for corner, by in over.items():
                    if abs(by) > SIXTEENTH_MM:
                        yard.take([Step("move", board=f"CD@{corner}", inward_mm=by)])
            found = debrief(yard.take([ACCEPT]), Units.FT_IN)
            proved += found.outcome is Outcome.RIGHT
        assert proved >= 27
        unswung = PracticeYard(TaskKey.PARALLEL_STRING, "u")
        pull_round(unswung)
        assert Lesson.NOT_SWUNG in debrief(unswung.take([ACCEPT]), Units.FT_IN).lessons

    @pytest.mark.parametrize(("start", "end"), [("A", "AB"), ("C", "XY"), ("X", "AB"), ("C", "D")])
    def test_a_swing_runs_from_a_corner_to_a_line_off_it(self, start: str, end: str) -> None:
        with pytest.raises(InputError, match="swung from a corner"):
            PracticeYard(TaskKey.PARALLEL_STRING, "s").take([Step("pull", start, end, swing=True)])
        with pytest.raises(InputError, match="swung"):
            PracticeYard(TaskKey.SQUARE_SLAB, "s").take([Step("pull", "C", "AB", swing=True)])

    def test_a_lost_corner_is_set_by_its_own_nails_alone(self) -> None:
        yard = PracticeYard(TaskKey.LOST_CORNER, "lost")
        with pytest.raises(InputError, match="no nail"):
            yard.take([Step("move", board="CD@D", inward_mm=20.0)])

    def test_good_off_or_beyond_its_boards_is_told_apart_by_who_pulls(self) -> None:
        """A third of the sites each; whoever does as a round says is right on nearly all."""
        was: dict[Verdict | None, int] = {}
        right = 0
        for seed in range(60):
            yard = PracticeYard(TaskKey.ACCEPT_OR_RESTAKE, f"found {seed}")
            was[yard.was] = was.get(yard.was, 0) + 1
            for _ in range(4):
                pull_round(yard)
                check = yard.believed(Units.FT_IN)
                if check is None or check.verdict is not Verdict.ADJUST:
                    break
                for move in check.order.moves if check.order else ():
                    yard.take([Step("move", board=move.board.name, inward_mm=move.inward_mm)])
            over = check is not None and check.verdict is Verdict.RESTAKE
            yard.take([Step("restake") if over else ACCEPT])
            right += debrief(yard, Units.FT_IN).outcome is Outcome.RIGHT
        assert all(was[verdict] >= 10 for verdict in (Verdict.SQUARE, Verdict.ADJUST, Verdict.RESTAKE))
        assert right >= 55

    def test_staking_anew_for_nothing_is_wrong(self) -> None:
        seeds = (f"n {seed}" for seed in range(50))
        yard = next(
            yard for seed in seeds if (yard := PracticeYard(TaskKey.ACCEPT_OR_RESTAKE, seed)).was is Verdict.SQUARE
        )
        found = debrief(yard.take([Step("restake")]), Units.FT_IN)
        assert (found.outcome, Lesson.STAKED_FOR_NOTHING in found.lessons) == (Outcome.WRONG, True)
        with pytest.raises(InputError, match="no way out"):
            PracticeYard(TaskKey.SQUARE_SLAB, "s").take([Step("restake")])

    def test_a_hint_costs_five_minutes(self) -> None:
        yard = PracticeYard(TaskKey.SQUARE_SLAB, "h")
        before = yard.seconds
        yard.take([Step("hint")])
        assert (yard.hints, yard.seconds - before) == (1, 300.0)

    def test_the_coach_names_what_it_would_have_pulled(self) -> None:
        yard = PracticeYard(TaskKey.SQUARE_SLAB, "c")
        pull_round(yard, [("A", "B"), ("A", "B"), *ROUND[1:]])
        first, again, *_ = gained(yard, Units.FT_IN)
        assert first
        assert again
        assert first.coach is None
        # one side pulled again says nothing new: a diagonal from its end would have
        told = again.coach
        assert told
        assert set(told.split("–")) != {"A", "B"}
