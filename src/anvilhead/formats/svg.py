"""The plan as SVG: true millimetres on paper at a stated scale, black on white, nothing but lines and texts."""

from xml.sax.saxutils import escape

from anvilhead.core.units.units import Units
from anvilhead.formats.drawing import looks_of, scale_for
from anvilhead.formats.strokes import XY, Drawing

MARGIN_MM = 14.0
LONGEST_MM = 280.0
"""A drawing fits a page of A4 lying down."""


def write_svg(drawing: Drawing, title: str, units: Units) -> str:
    """Write a drawing; its size is that on paper."""
    scale = scale_for(drawing, LONGEST_MM, LONGEST_MM, units, MARGIN_MM)
    left, bottom, right, top = drawing.box
    width, height = (right - left) / scale + 2 * MARGIN_MM, (top - bottom) / scale + 2 * MARGIN_MM

    def at(point: XY) -> XY:
        return (point[0] - left) / scale + MARGIN_MM, (top - point[1]) / scale + MARGIN_MM

    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.2f}mm" height="{height + 8:.2f}mm" '
        f'viewBox="0 0 {width:.2f} {height + 8:.2f}">',
        f"<title>{escape(title)}</title>",
        '<rect width="100%" height="100%" fill="#fff"/>',
    ]
    looks = looks_of(stroke.layer for stroke in drawing.strokes)
    for stroke in drawing.strokes:
        look = looks[stroke.layer]
        dash = f' stroke-dasharray="{" ".join(f"{d:g}" for d in look.dash_mm)}"' if look.dash_mm else ""
        points = " ".join(f"{x:.3f},{y:.3f}" for x, y in map(at, stroke.points))
        shape = "polygon" if stroke.closed else "polyline"
        parts.append(
            f'<{shape} data-layer="{escape(stroke.layer)}" points="{points}" fill="none" stroke="#000" '
            f'stroke-width="{look.weight_mm:g}"{dash}/>'
        )
    for dot in drawing.dots:
        x, y = at(dot.at)
        parts.append(f'<circle cx="{x:.3f}" cy="{y:.3f}" r="0.8"/>')
    for note in drawing.notes:
        x, y = at(note.at)
        x, y = x + note.shift_mm[0], y - note.shift_mm[1]
        parts.append(
            f'<text x="{x:.3f}" y="{y:.3f}" font-family="Sofia Sans Condensed, Arial Narrow, sans-serif" '
            f'font-size="{note.height_mm * 1.35:g}" text-anchor="middle" dominant-baseline="central" '
            f'transform="rotate({-note.turn_deg:.2f} {x:.3f} {y:.3f})">{escape(note.text)}</text>'
        )
    parts.append(
        f'<text x="{MARGIN_MM}" y="{height + 3:.2f}" font-family="sans-serif" font-size="4">'
        f"{escape(title)} · 1:{scale}</text></svg>"
    )
    return "\n".join(parts)
