"""What is marked and made on the lines, as strokes: posts, places, forms, footings, slabs, lines that stay."""

import math
from itertools import pairwise

from anvilhead.core.geometry.point import Point
from anvilhead.core.pour.across import chords_across, extent
from anvilhead.formats.strokes import SMALL_MM, XY, Dot, Drawing, Note, Stroke, xy
from anvilhead.jobfile.results.pour_results import Laid
from anvilhead.jobfile.results.results import StructureResult


def draw_made(drawing: Drawing, result: StructureResult, *, whole: bool = True) -> None:
    """Everything that is marked and made; `whole`: bars and digging too, which crowd a page."""
    _draw_marks(drawing, result)
    _draw_lines_that_stay(drawing, result)
    draw_digging(drawing, result, trenches=whole)
    _draw_slab(drawing, result, bars=whole)


def _draw_marks(drawing: Drawing, result: StructureResult) -> None:
    """Named places, the posts of a fence where their holes go, gates between theirs, what nothing may hit."""
    for name, place in result.places.items():
        drawing.dots.append(Dot("PLACES", xy(place)))
        drawing.notes.append(Note(name, xy(place), SMALL_MM, shift_mm=(4, 3)))
    for obstacle in result.obstacles:
        drawing.strokes.append(Stroke("OBSTACLES", (xy(obstacle.start), xy(obstacle.end))))
        drawing.notes.append(Note(obstacle.name, xy(obstacle.start), SMALL_MM, shift_mm=(4, -4)))
    for side in result.forms.sides if result.forms else ():
        drawing.dots += [Dot("FORM STAKES", xy(stake)) for stake in side.stakes_at]
    if result.forms:
        drawing.strokes.append(Stroke("FORMS", tuple(xy(point) for point in result.forms.outline), closed=True))
    if result.fence is None:
        return
    holes = [xy(post.centre) for post in result.fence.posts]
    for number, hole in enumerate(holes, 1):
        drawing.dots.append(Dot("POSTS", hole))
        drawing.notes.append(Note(str(number), hole, SMALL_MM, shift_mm=(0, 4)))
    for bay, ends in zip(result.fence.bays, pairwise(holes), strict=True):
        drawing.strokes.append(Stroke("GATES" if bay.gate else "FENCE", ends))


def _draw_lines_that_stay(drawing: Drawing, result: StructureResult) -> None:
    for line in result.offset_lines:
        drawing.strokes.append(Stroke("OFFSET LINES", (xy(line.start), xy(line.end))))
        drawing.notes.append(Note(line.name, xy(line.start), SMALL_MM, shift_mm=(4, 3)))
    if result.plates and result.plates.corners:
        corners = tuple(xy(place) for place in result.plates.corners.values())
        drawing.strokes.append(Stroke("PLATES AS LAID", corners, closed=True))
    for post in result.fence.posts if result.fence else ():
        if post.cross:
            on, left, back, right = (xy(end) for end in post.cross)
            drawing.strokes += [Stroke("AIM CROSSES", (on, back)), Stroke("AIM CROSSES", (left, right))]


def draw_digging(drawing: Drawing, result: StructureResult, *, trenches: bool = True) -> None:
    """Both edges of every footing with passes of the bucket, pads with their cross."""
    digging = result.digging
    if digging is None:
        return
    for trench in digging.trenches if trenches else ():
        drawing.strokes += [Stroke("DIG", _ends(trench.outer)), Stroke("DIG", _ends(trench.inner))]
        drawing.strokes += [Stroke("BUCKET", _ends(one)) for one in trench.passes]
    for pad in digging.pads:
        a, b, c, d = (xy(corner) for corner in pad.corners)
        drawing.strokes += [Stroke("PADS", (a, b, c, d), closed=True), Stroke("PADS", (a, c)), Stroke("PADS", (b, d))]
        drawing.notes.append(Note(pad.name, c, SMALL_MM, shift_mm=(4, 3)))


def _draw_slab(drawing: Drawing, result: StructureResult, *, bars: bool) -> None:
    for face in result.strip.faces if result.strip else ():
        drawing.strokes.append(Stroke("STRIP", tuple(xy(point) for point in face.points)))
    pour = result.pour
    if pour is None:
        return
    drawing.strokes += [Stroke("JOINTS", _ends(joint)) for joint in pour.joints]
    if bars:
        drawing.strokes += [Stroke("BARS", _ends(bar)) for way in pour.bars for bar in way.bars]
    drawing.dots += [Dot("DOWELS", xy(at)) for row in pour.dowels for at in row.at]


def _ends(laid: Laid) -> tuple[XY, XY]:
    return xy(laid.start), xy(laid.end)


def hatched(outline: list[XY], apart_mm: float) -> list[Stroke]:
    """Hatching across an outline at 45 degrees, so far apart: what stays."""
    points = [Point(x, y) for x, y in outline]
    ahead = Point(1.0, 1.0).unit()
    low, high = extent(points, ahead.left())
    strokes = []
    for number in range(1, math.ceil((high - low) / apart_mm)):
        through = ahead.left() * (low + apart_mm * number)
        for chord in chords_across(points, through, ahead):
            ends = ((chord.start.x, chord.start.y), (chord.end.x, chord.end.y))
            strokes.append(Stroke("STAYS", ends))
    return strokes
