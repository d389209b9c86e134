"""A joined frame is racked in by one push for each way it can rack."""

import math

import pytest

from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.moves.frame_pushes import frame_pushes, hinges_of

SLAB = rectangle(12_000, 8000)
FIVE = Footprint(tuple(Point(x, y) for x, y in ((0, 0), (9000, 0), (9000, 5600), (8100, 6500), (0, 6500))))


def racked(angle_rad: float) -> dict[str, Point]:
    """The slab's frame leaning over, C and D toward +x."""
    lean = Point(8000 * math.sin(angle_rad), 8000 * math.cos(angle_rad))
    a, b = SLAB.points[:2]
    return {"A": a, "B": b, "C": b + lean, "D": a + lean}


def swung(about: Point, point: Point, angle_rad: float) -> Point:
    away = point - about
    sine, cosine = math.sin(angle_rad), math.cos(angle_rad)
    return about + Point(away.x * cosine - away.y * sine, away.x * sine + away.y * cosine)


def test_a_rectangle_takes_one_push_from_outside() -> None:
    # leaning to the right by 8000 sin(0.005) = 40 mm: C is pushed toward D
    (push,) = frame_pushes(SLAB, racked(0.005), ("A", "B"))
    assert (push.corner, push.line) == ("C", "BC")
    assert push.inward_mm == pytest.approx(40.0, abs=0.01)
    # leaning to the left: D is pushed, toward C
    (push,) = frame_pushes(SLAB, racked(-0.005), ("A", "B"))
    assert (push.corner, push.line) == ("D", "DA")
    assert push.inward_mm == pytest.approx(40.0, abs=0.01)


def test_the_tapes_to_watch_then_read_the_diagonal() -> None:
    (push,) = frame_pushes(SLAB, racked(0.005), ("A", "B"))
    assert [(one.start, one.end) for one in push.until] == [("A", "C"), ("B", "D")]
    assert all(one.length_mm == pytest.approx(math.hypot(12_000, 8000)) for one in push.until)


def test_the_side_that_lies_still_may_be_any() -> None:
    (push,) = frame_pushes(SLAB, racked(0.005), ("C", "D"))
    # laid on CD, the frame's A and B have gone to the left: A is pushed toward B
    assert (push.corner, push.line, push.inward_mm) == ("A", "DA", pytest.approx(40.0, abs=0.01))


def test_a_hair_is_not_pushed() -> None:
    assert frame_pushes(SLAB, racked(0.00005), ("A", "B")) == ()


def test_three_sides_cannot_rack() -> None:
    three = Footprint((Point(0, 0), Point(4000, 0), Point(0, 3000)))
    assert frame_pushes(three, three.corners, ("A", "B")) == ()


class TestFiveSides:
    """A clipped corner: two ways to rack, so at most two pushes; the corner with the longest way follows."""

    def leaning(self) -> dict[str, Point]:
        at = FIVE.corners
        e = swung(at["A"], at["E"], -0.004)  # 26 mm to the right
        c = swung(at["B"], at["C"], -0.003)  # 17 mm to the right
        # D where the lengths CD and DE meet again
        cd, de = at["C"].distance_to(at["D"]), at["D"].distance_to(at["E"])
        between = e - c
        along = (cd**2 - de**2 + between.length() ** 2) / (2 * between.length())
        across = math.sqrt(cd**2 - along**2)
        return {**at, "E": e, "C": c, "D": c + between.unit() * along - between.unit().left() * across}

    def test_every_piece_kept_its_length(self) -> None:
        leaning = self.leaning()
        for side in FIVE.sides:
            assert leaning[side.start].distance_to(leaning[side.end]) == pytest.approx(side.length_mm, abs=1e-6)

    def test_two_pushes_each_about_a_corner_that_is_pinned(self) -> None:
        leaning = self.leaning()
        pushes = frame_pushes(FIVE, leaning, ("A", "B"))
        assert len(pushes) == 2
        pinned = {"A", "B"}
        for push in pushes:
            assert push.toward in pinned
            (reads,) = push.until
            assert reads.start in pinned
            assert reads.end == push.corner
            assert reads.length_mm == pytest.approx(FIVE.corners[reads.start].distance_to(FIVE.corners[push.corner]))
            pinned.add(push.corner)
        ways = {name: leaning[name].distance_to(point) for name, point in FIVE.corners.items()}
        follows = max(ways, key=ways.__getitem__)
        assert follows not in pinned

    def test_the_first_push_is_how_far_its_corner_is_off(self) -> None:
        first = frame_pushes(FIVE, self.leaning(), ("A", "B"))[0]
        # C has leant out by 5600 sin 0.003
        assert (first.corner, first.line, first.inward_mm) == ("C", "BC", pytest.approx(16.8, abs=0.01))


def test_a_splice_on_a_straight_side_is_no_hinge() -> None:
    spliced = Footprint((Point(0, 0), Point(5000, 0), Point(9000, 0), Point(9000, 6000), Point(0, 6000)))
    assert hinges_of(spliced) == ("A", "C", "D", "E")
    lean = Point(6000 * math.sin(0.004), 6000 * math.cos(0.004))
    at = spliced.corners
    leaning = {**at, "D": at["C"] + lean, "E": at["A"] + lean}
    (push,) = frame_pushes(spliced, leaning, ("B", "C"))
    assert (push.corner, push.inward_mm) == ("D", pytest.approx(24.0, abs=0.01))
