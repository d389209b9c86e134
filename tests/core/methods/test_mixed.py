"""Methods mixed corner by corner, and a laser reversed."""

import math

import pytest

from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.measure.reversal import Reversal
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.messages.method_words import StepWords, reversal_text, way_words
from anvilhead.core.methods.all_methods import WAYS, asked_by, steps_for
from anvilhead.core.methods.comparison import MethodReport, NotFor, compare_methods
from anvilhead.core.methods.method import Method
from anvilhead.core.methods.mixed import Mixed
from anvilhead.core.units.units import Units
from tests.baselines import baseline
from tests.shapes import ring

FOOT = 304.8
OFF_THE_BASELINE = [Method.COMPUTED_DIAGONAL, Method.TIES, Method.STATION_OFFSET, Method.SQUARE_LASER]
STORE = rectangle(44 * FOOT, 27.5 * FOOT)


def report(mixed: Mixed, shape: object = STORE) -> MethodReport | NotFor | None:
    return compare_methods(baseline(shape), 3.175, mixed=mixed).mixed  # type: ignore[arg-type]


class TestMixed:
    def test_each_corner_has_the_pulls_of_its_own_method(self) -> None:
        base = baseline(STORE)
        asked = asked_by(Mixed(Method.COMPUTED_DIAGONAL, {"D": Method.STATION_OFFSET}), base)
        at = {
            name: {
                one.kind
                for one in asked
                if name in (one.start, one.end) and {"A", "B"} & {one.start, one.end, *one.line}
            }
            for name in "CD"
        }
        assert PullKind.SQUARE in at["D"]
        assert at["C"] == {PullKind.POINTS}
        assert len({one.pull.key for one in asked}) == len(asked)

    def test_a_corner_is_known_as_its_own_method_knows_it(self) -> None:
        """Station and offset at D alone: D's own two readings leave it as in a set-out all by that method."""
        mixed = report(Mixed(Method.TIES, {"D": Method.STATION_OFFSET}))
        whole = compare_methods(baseline(STORE), 3.175).report(Method.STATION_OFFSET)
        assert isinstance(mixed, MethodReport)
        assert whole is not None
        assert mixed.ellipses["D"].major_mm == pytest.approx(whole.ellipses["D"].major_mm, rel=0.05)

    @pytest.mark.parametrize("rest", OFF_THE_BASELINE)
    @pytest.mark.parametrize("own", OFF_THE_BASELINE)
    def test_any_two_that_set_corners_off_the_baseline_hold_every_shape(self, rest: Method, own: Method) -> None:
        for shape in (STORE, ring(7)):
            found = report(Mixed(rest, {"D": own}), shape)
            assert isinstance(found, MethodReport), found
            assert set(found.ellipses) == set(shape.names)

    def test_what_leaves_a_corner_loose_is_told(self) -> None:
        """Equal diagonals do not do a ring, and a swing at one corner alone does not say how far along it stands."""
        found = report(Mixed(Method.EQUAL_DIAGONALS, {"C": Method.TIES}), ring(7))
        assert isinstance(found, NotFor)
        assert "rectangle" in found.why

    def test_every_corner_gets_its_steps_and_the_sheet_says_which(self) -> None:
        way = Mixed(Method.COMPUTED_DIAGONAL, {"D": Method.TIES})
        steps = steps_for(way, baseline(STORE))
        told = [(step.corner, step.method) for step in steps[1:]]
        assert told[-2:] == [("C", Method.COMPUTED_DIAGONAL), ("D", Method.TIES)]
        assert {corner for corner, _ in told[:-2]} == set(baseline(STORE).nails)  # set before anything is tied to them
        say = StepWords(0.0, Units.FT_IN, None, 2)
        assert all(say.text(step, number) for number, step in enumerate(steps, 1))
        assert way_words(way)["good_for"] == "D by ties, the others by computed diagonal"
        assert way_words(WAYS[Method.TIES])["name"] == "Ties"


class TestReversal:
    """1/8 inch in 50 ft is what a laser may throw off; two marks lie apart by twice what it does."""

    def test_half_of_what_the_marks_are_apart_is_the_error(self) -> None:
        bad = Reversal(50 * FOOT, 12.7)
        assert (bad.error_mm, round(bad.allowed_mm, 6), bad.is_true) == (6.35, 3.175, False)
        assert reversal_text(bad, Units.FT_IN).startswith('Not true: it throws 1/4" off in 50\' 0"')
        assert Reversal(50 * FOOT, -3.175).is_true

    def test_near_marks_cannot_tell(self) -> None:
        near = Reversal(5 * FOOT, 0.0)
        assert not near.can_tell
        # 1/16 over the root of two is what the marks are good to; 1/8 in 50 ft reaches that at 50 / 2 / √2 ft
        assert f"Mark {math.floor(25 / math.sqrt(2))}'" in reversal_text(near, Units.FT_IN)
