"""Drawings out and in: what is written is read back to the same footprint; what cannot be read is told."""

import io
from math import cos, sin, tau
from random import Random

import ezdxf
import pytest
from hypothesis import given

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import laid_out, legs_of
from anvilhead.core.units.units import Units
from anvilhead.formats.dxf import MM_PER_UNIT, UNIT_NAMES, DxfRefused, read_dxf, write_dxf
from anvilhead.formats.strokes import Drawing, Stroke
from tests.strategies import star_footprints

UNIT_MM = {name: MM_PER_UNIT[number] for number, name in UNIT_NAMES.items()}


def drawn(footprint: Footprint, units: Units) -> bytes:
    points = tuple((point.x, point.y) for point in footprint.points)
    return write_dxf(Drawing(strokes=[Stroke("WALL FACE", points, footprint.closed)]), "x", units).encode()


def made(*draw: object) -> bytes:
    """A drawing by the library's own means: entities as other programs write them."""
    document = ezdxf.new("R2010", units=6)  # type: ignore[attr-defined]
    for entity in draw:
        entity(document.modelspace())  # type: ignore[operator]
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


@pytest.mark.trials
@given(star_footprints(most_corners=20))
def test_what_is_written_is_read_back_to_the_same_footprint(footprint: Footprint) -> None:
    for units in (Units.FT_IN, Units.M):
        read = read_dxf(drawn(footprint, units))
        outline = read.outlines[0]
        scale = UNIT_MM[read.unit or ""]
        again = laid_out([Point(x * scale, y * scale) for x, y in outline.points])

        assert outline.layer == "WALL FACE"
        for leg, same in zip(legs_of(laid_out(footprint.points)), legs_of(again), strict=True):
            assert same.go_mm == pytest.approx(leg.go_mm, abs=1e-6)
            assert same.turn_deg == pytest.approx(leg.turn_deg, abs=1e-6)


def test_an_open_line_stays_open() -> None:
    fence = Footprint((Point(0, 0), Point(9000, 0), Point(9000, 4000)), closed=False)
    assert read_dxf(drawn(fence, Units.M)).outlines[0].closed is False


def test_loose_lines_that_join_are_an_outline() -> None:
    corners = [(0, 0), (9, 0), (9, 6), (0, 6)]
    sides = list(zip(corners, [*corners[1:], corners[0]], strict=True))
    shuffled = [sides[2], sides[0][::-1], sides[3], sides[1]]
    read = read_dxf(made(*[lambda space, s=s: space.add_line(*s, dxfattribs={"layer": "A-WALL"}) for s in shuffled]))

    (outline,) = read.outlines
    assert (outline.layer, outline.closed, read.unit) == ("A-WALL", True, "m")
    assert sorted(outline.points) == sorted(corners)


def test_a_polyline_that_ends_where_it_began_is_closed_without_its_double_corner() -> None:
    points = [(0, 0), (9, 0), (9, 6), (0, 6), (0, 0)]
    (outline,) = read_dxf(made(lambda space: space.add_lwpolyline(points))).outlines
    assert (outline.closed, len(outline.points)) == (True, 4)


def test_what_could_not_be_read_is_listed() -> None:
    read = read_dxf(
        made(
            lambda space: space.add_circle((0, 0), 3),
            lambda space: space.add_text("PLOT 7"),
            lambda space: space.add_lwpolyline([(0, 0, 0.5), (9, 0, 0), (9, 6, 0)], format="xyb", close=True),
            lambda space: space.add_line((50, 50), (60, 60)),
        )
    )
    assert read.outlines == ()
    assert len(read.skipped) == 4
    assert any("arc" in one for one in read.skipped)


@pytest.mark.parametrize("raw", [b"", b"not a drawing", b"AC1032\x00\x00", b"0\nSECTION\n2\nENTITIES\n0\nLINE\n"])
def test_what_is_no_drawing_is_refused_with_what_to_do(raw: bytes) -> None:
    with pytest.raises(DxfRefused, match="DXF"):
        read_dxf(raw)


def drawing_of(things: str) -> bytes:
    """The barest drawing there is: what a file of a size comes to, without a library that writes it."""
    return f"0\nSECTION\n2\nENTITIES\n{things}0\nENDSEC\n0\nEOF\n".encode()


def line_between(start: tuple[float, float], end: tuple[float, float]) -> str:
    return f"0\nLINE\n8\nA\n10\n{start[0]}\n20\n{start[1]}\n11\n{end[0]}\n21\n{end[1]}\n"


class TestOfAnySize:
    """Large drawings are read where that is work of seconds, and refused in words where it is not."""

    def test_a_thousand_outlines_in_loose_lines_are_all_joined(self) -> None:
        """Rings of 3 to 6 sides and of 0.5 to 50 units, on a raster, their lines in any order and either way round."""
        random = Random(5)
        lines, sides = [], 0
        for number in range(1000):
            n, size = random.randint(3, 6), random.choice([0.5, 5, 50])
            at = (number % 40 * 200, number // 40 * 200)
            corners = [(at[0] + size * cos(tau * i / n), at[1] + size * sin(tau * i / n)) for i in range(n)]
            sides += n
            for pair in zip(corners, [*corners[1:], corners[0]], strict=True):
                lines.append(line_between(*random.sample(pair, 2)))
        random.shuffle(lines)

        read = read_dxf(drawing_of("".join(lines)))

        assert read.skipped == ()
        assert all(outline.closed for outline in read.outlines)
        assert (len(read.outlines), sum(len(outline.points) for outline in read.outlines)) == (1000, sides)

    def test_ends_join_within_a_ten_thousandth_of_the_longer_line_and_a_hundredth_of_the_shorter(self) -> None:
        def outlines(gap: float, short: float) -> int:
            ring = [
                ((0, 0), (1000, 0)),
                ((1000, gap), (1000, short)),
                ((1000, short), (0, short)),
                ((0, short), (0, 0)),
            ]
            return sum(one.closed for one in read_dxf(drawing_of("".join(line_between(*one) for one in ring))).outlines)

        assert [outlines(gap, 500) for gap in (0.05, 0.099, 0.11)] == [1, 1, 0]
        assert [outlines(gap, 5) for gap in (0.02, 0.045, 0.06)] == [1, 1, 0]

    @pytest.mark.trials
    def test_lines_too_tangled_to_be_joined_are_told_as_such(self) -> None:
        fan = "".join(line_between((i * 0.05, i // 60 * 0.05), (900 + i * 20, 900 + i // 60)) for i in range(3000))
        read = read_dxf(drawing_of(fan))
        assert (read.outlines, read.skipped) == (
            (), ("3000 × on layer A: line, too many of them close together to be joined",))  # fmt: skip

    def test_a_drawing_of_too_many_things_is_refused_before_it_is_opened(self) -> None:
        with pytest.raises(DxfRefused, match="more than 50,000 things"):
            read_dxf(drawing_of("0\nPOINT\n8\n0\n10\n1\n20\n2\n" * 50_000))

    def test_lines_without_an_end_are_no_outline(self) -> None:
        endless = drawing_of(line_between((0, 0), (float("inf"), 0)) + line_between((0, 0), (5, 0)))
        assert read_dxf(endless).outlines == ()
