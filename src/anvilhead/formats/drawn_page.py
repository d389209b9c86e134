"""A drawing on a page of paper."""

from reportlab.lib.units import mm

from anvilhead.formats.drawing import looks_of
from anvilhead.formats.paper import Paper
from anvilhead.formats.strokes import Drawing


def draw_on(page: Paper, drawing: Drawing, scale: float, middle: tuple[float, float]) -> None:
    """Strokes, dots and notes, the middle of the drawing at a place on the page."""
    left, bottom, right, top = drawing.box
    cx, cy = (left + right) / 2, (bottom + top) / 2

    def at(point: tuple[float, float]) -> tuple[float, float]:
        return middle[0] + (point[0] - cx) / scale * mm, middle[1] + (point[1] - cy) / scale * mm

    canvas = page.canvas
    looks = looks_of(stroke.layer for stroke in drawing.strokes)
    for stroke in drawing.strokes:
        look = looks[stroke.layer]
        canvas.setLineWidth(look.weight_mm * mm)
        canvas.setDash([d * mm for d in look.dash_mm])
        path = canvas.beginPath()
        path.moveTo(*at(stroke.points[0]))
        for point in stroke.points[1:]:
            path.lineTo(*at(point))
        if stroke.closed:
            path.close()
        canvas.drawPath(path)
    canvas.setDash()
    for dot in drawing.dots:
        canvas.circle(*at(dot.at), 0.8 * mm, stroke=0, fill=1)
    for note in drawing.notes:
        x, y = at(note.at)
        shift = note.shift_mm
        page.turned(x + shift[0] * mm, y + shift[1] * mm, note.text, note.height_mm * 1.35 * mm, note.turn_deg)
