"""The calls of every method: they hold the shape they are for, in an order that can be walked."""

from itertools import pairwise

import pytest

from anvilhead.core.adjust.network import Named
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import Verdict, check_square
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.measure.walking import in_walking_order, step_mm, walking_mm
from anvilhead.core.messages.coach_words import pull_how
from anvilhead.core.messages.words import pull_name
from anvilhead.core.methods.all_methods import WAYS, asked_by
from anvilhead.core.methods.calling import in_hand_order
from anvilhead.core.methods.method import Asked, Method
from anvilhead.core.units.units import Units
from tests.baselines import baseline
from tests.slip_trials import CLIPPED, ELL, STORE

LAYOUT = BoardLayout(1219.2)
FOOT = 304.8


def nails(shape: Footprint) -> Named:
    return baseline(shape, LAYOUT.setback_mm).named


def calls(method: Method, shape: Footprint) -> list[Asked]:
    return asked_by(WAYS[method], baseline(shape, LAYOUT.setback_mm))


ANY_SHAPE = (
    Method.COMPUTED_DIAGONAL,
    Method.SHORTEST_DISTANCE,
    Method.SQUARE_LASER,
    Method.STATION_OFFSET,
    Method.TIES,
)
SQUARE_ONES = (Method.THREE_FOUR_FIVE, Method.FRAMING_SQUARE)


@pytest.mark.parametrize(
    ("method", "shape"),
    [
        *((method, shape) for method in ANY_SHAPE for shape in (STORE, ELL, CLIPPED)),
        *((method, shape) for method in SQUARE_ONES for shape in (STORE, ELL)),
        (Method.EQUAL_DIAGONALS, STORE),
    ],
)
def test_pulled_as_the_method_says_every_corner_is_found_square(method: Method, shape: Footprint) -> None:
    pulls = [one.pull for one in calls(method, shape)]
    check = check_square(SetOut(shape, LAYOUT, named=nails(shape)), pulls)

    assert not check.loose
    assert check.verdict is Verdict.SQUARE
    assert check.worst is not None
    assert check.worst[1] < 0.01


def test_a_method_that_cannot_do_the_shape_asks_for_nothing() -> None:
    assert calls(Method.EQUAL_DIAGONALS, ELL) == []
    assert calls(Method.THREE_FOUR_FIVE, CLIPPED) == []


@pytest.mark.parametrize("method", Method)
def test_a_single_line_is_no_trouble_to_any_method(method: Method) -> None:
    line = Footprint((Point(0, 0), Point(18_000, 0)), closed=False)
    assert all({one.start, one.end} <= {"A", "B", "AB@A", "AB@B"} for one in calls(method, line))


def test_numbers_by_hand() -> None:
    by_name = {pull_name(one.pull): one for one in calls(Method.SQUARE_LASER, STORE)}
    assert by_name["laser square at B, C"].length_mm == pytest.approx(0)
    assert by_name["laser square at A, C"].length_mm == pytest.approx(44 * FOOT)
    assert by_name["C to line AB"].length_mm == pytest.approx(27.5 * FOOT)

    triangle = next(one for one in calls(Method.THREE_FOUR_FIVE, STORE) if one.kind is PullKind.TRIANGLE)
    # 27' 6" holds 9 times 3, 44' holds 11 times 4: 9 times 3-4-5
    assert sorted(mm / FOOT for mm in (*triangle.legs_mm, triangle.length_mm)) == pytest.approx([27, 36, 45])


def test_a_station_is_where_the_right_angle_is_thrown() -> None:
    asked = [one for one in calls(Method.STATION_OFFSET, ELL) if one.kind is PullKind.SQUARE]
    assert [one.station_mm for one in asked] == pytest.approx([9144, 6096, 6096, 0])
    assert all(one.length_mm == pytest.approx(0) for one in asked)


def test_what_was_pulled_is_not_asked_again_and_the_rest_starts_where_the_tape_is() -> None:
    asked = calls(Method.EQUAL_DIAGONALS, STORE)
    last = Pull("C", "D", 1.0)
    left = in_hand_order(asked, STORE, nails(STORE), [Pull("B", "A", 1.0), last])

    assert {pull_name(one.pull) for one in left} == {"B–C", "D–A", "A–C", "B–D"}
    places = STORE.corners
    first = step_mm((places["C"], places["D"]), (places[left[0].start], places[left[0].end]))[0]
    assert all(first <= step_mm((places["C"], places["D"]), (places[o.start], places[o.end]))[0] for o in left)


def test_walking_order_is_shorter_than_letter_order() -> None:
    places = ELL.corners
    pairs = [(a, b) for a in "ABCDEF" for b in "ABCDEF" if a < b]
    ends = {pair: (places[pair[0]], places[pair[1]]) for pair in pairs}
    ordered = in_walking_order(pairs, ends.__getitem__)

    assert sorted(ordered) == sorted(pairs)
    assert walking_mm([ends[p] for p in ordered], 2) < 0.7 * walking_mm([ends[p] for p in pairs], 2)
    assert all(one != other for one, other in pairwise(ordered))


def test_one_alone_starts_each_pull_where_the_last_was_read() -> None:
    asked = calls(Method.EQUAL_DIAGONALS, STORE)
    left = in_hand_order(asked, STORE, nails(STORE), [Pull("A", "B", 1.0)], crew=1)
    # read at B: B–C is hooked there, C–D at C, and so round; each next pull starts at no distance
    standing = STORE.corners["B"]
    for one in left[:4]:
        ends = [STORE.corners[one.start], STORE.corners[one.end]]
        assert standing in ends
        standing = ends[0] if ends[1] == standing else ends[1]


def test_two_people_swap_ends_where_that_is_nearer() -> None:
    standing = (Point(0, 0), Point(10, 0))
    assert step_mm(standing, (Point(10, 1), Point(0, 1))) == (2, (Point(0, 1), Point(10, 1)))


TRIANGLE = Pull("B", "BC", 1, kind=PullKind.TRIANGLE, line="AB", legs_mm=(3 * FOOT, 4 * FOOT))


@pytest.mark.parametrize(
    ("pull", "name", "how"),
    [
        (Pull("D", "AB", 1, kind=PullKind.TO_LINE), "D to line AB", "swing it across AB: the least reading counts"),
        (Pull("A", "P1", 1, kind=PullKind.ALONG, line="AB"), "along AB, A–P1", "From A along the string AB to P1"),
        (Pull("A", "D", 1, kind=PullKind.SQUARE, line="AB"), "laser square at A, D", "less its own offset"),
        (TRIANGLE, "triangle at B", "Mark 3' 0\" along AB"),
        (Pull("A", "C", 1), "A–C", ""),
    ],
    ids=lambda one: one.kind.value if isinstance(one, Pull) else None,
)  # fmt: skip
def test_a_pull_is_named_and_told_as_crews_say_it(pull: Pull, name: str, how: str) -> None:
    assert pull_name(pull) == name
    assert how in pull_how(pull, Units.FT_IN)
