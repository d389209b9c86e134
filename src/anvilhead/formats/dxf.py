"""DXF in and out, by ezdxf.

Written: layers per family, boards, strings, nails; texts sized to be right on paper at the stated scale.
Read: closed polylines, and lines that join into closed outlines; whatever else is there is listed.
"""

import io
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import islice

from ezdxf.document import Drawing as DxfDocument
from ezdxf.entities.dxfgfx import DXFGraphic
from ezdxf.entities.line import Line
from ezdxf.entities.lwpolyline import LWPolyline
from ezdxf.entities.polyline import Polyline
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new, read
from ezdxf.lldxf.const import DXFError

from anvilhead.core.units.units import FOOT_MM, INCH_MM, Units
from anvilhead.formats.drawing import looks_of, scale_for
from anvilhead.formats.joining import TooTangled, comes_back, join_lines
from anvilhead.formats.strokes import XY, Drawing

MM_PER_UNIT = {1: INCH_MM, 2: FOOT_MM, 4: 1.0, 5: 10.0, 6: 1000.0}
"""Millimetres of a drawing unit by its DXF number ($INSUNITS): inch, foot, millimetre, centimetre, metre."""

UNIT_NAMES = {1: "in", 2: "ft", 4: "mm", 5: "cm", 6: "m"}
PAPER_MM = 250.0
"""Texts are sized for a drawing that fills about this much of a sheet."""

MOST_CORNERS = 200
MOST_ENTITIES = 50_000
"""Things of a drawing that are read: some seconds and some hundred megabytes at the most."""


class DxfRefused(Exception):
    """A file that is no DXF, or cannot be read as one; the message says what to do."""


@dataclass(frozen=True, slots=True)
class Outline:
    """An outline of a drawing, in drawing units; open when its ends do not meet."""

    layer: str
    points: tuple[XY, ...]
    closed: bool


@dataclass(frozen=True, slots=True)
class DxfRead:
    """What a drawing holds that a footprint can be made from.

    Attributes:
        unit: unit the drawing says it is in; None when it says none.
        outlines: closed ones first, the largest first.
        skipped: what could not be read, in words.
    """

    unit: str | None
    outlines: tuple[Outline, ...]
    skipped: tuple[str, ...]


def write_dxf(drawing: Drawing, title: str, units: Units) -> str:
    """Write a drawing: inches for a job in feet, millimetres otherwise."""
    unit = 1 if units is Units.FT_IN else 4
    per_mm = 1 / MM_PER_UNIT[unit]
    scale = scale_for(drawing, PAPER_MM, PAPER_MM, units)
    document = new("R2010", units=unit, setup=["linetypes"])
    space = document.modelspace()
    names = {stroke.layer for stroke in drawing.strokes} | {dot.layer for dot in drawing.dots} | {"TEXT"}
    for name, look in looks_of(sorted(names)).items():
        line_type = "DASHED" if look.dash_mm else "CONTINUOUS"
        document.layers.add(name, linetype=line_type, lineweight=_line_weight(look.weight_mm))
    document.header["$LTSCALE"] = scale * per_mm
    for stroke in drawing.strokes:
        points = [(x * per_mm, y * per_mm) for x, y in stroke.points]
        space.add_lwpolyline(points, close=stroke.closed, dxfattribs={"layer": stroke.layer})
    for dot in drawing.dots:
        at = (dot.at[0] * per_mm, dot.at[1] * per_mm)
        space.add_circle(at, 0.8 * scale * per_mm, dxfattribs={"layer": dot.layer})
    for note in drawing.notes:
        x, y = ((p + shift * scale) * per_mm for p, shift in zip(note.at, note.shift_mm, strict=True))
        text = space.add_text(
            note.text,
            height=note.height_mm * scale * per_mm,
            rotation=note.turn_deg,
            dxfattribs={"layer": "TEXT"},
        )
        text.set_placement((x, y), align=TextEntityAlignment.MIDDLE_CENTER)
    left, bottom, _, _ = drawing.box
    legend = space.add_text(f"{title} 1:{scale}", height=4 * scale * per_mm, dxfattribs={"layer": "TEXT"})
    legend.set_placement((left * per_mm, (bottom - 20 * scale) * per_mm))
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def read_dxf(raw: bytes) -> DxfRead:
    """Read the outlines of a drawing.

    Raises:
        DxfRefused: when it is no DXF, or too much of it.
    """
    document = _opened(raw)
    skipped: Counter[str] = Counter()
    outlines: list[Outline] = []
    lines: dict[str, list[tuple[XY, XY]]] = {}
    for entity in document.modelspace():
        kind = entity.dxftype()
        if isinstance(entity, LWPolyline | Polyline):
            found = _polyline(entity)
            if isinstance(found, str):
                skipped[f"on layer {entity.dxf.layer}: {found}"] += 1
            else:
                outlines.append(found)
        elif isinstance(entity, Line):
            start, end = entity.dxf.start, entity.dxf.end
            lines.setdefault(entity.dxf.layer, []).append(((start.x, start.y), (end.x, end.y)))
        elif isinstance(entity, DXFGraphic):
            skipped[f"on layer {entity.dxf.layer}: {kind.lower()}, which is no outline"] += 1
    for layer, pieces in lines.items():
        outlines += _joined(layer, pieces, skipped)
    kept = [outline for outline in outlines if len(outline.points) <= MOST_CORNERS]
    if len(kept) < len(outlines):
        skipped[f"outline of more than {MOST_CORNERS} corners"] += len(outlines) - len(kept)
    kept.sort(key=lambda outline: (outline.closed, _size(outline)), reverse=True)
    said = tuple(f"{count} × {what}" for what, count in skipped.most_common())
    return DxfRead(UNIT_NAMES.get(_unit(document)), tuple(kept), said)


def _joined(layer: str, pieces: list[tuple[XY, XY]], skipped: Counter[str]) -> list[Outline]:
    """Outlines that the loose lines of a layer make; what they do not make is counted as skipped."""
    try:
        joined, loose = join_lines(pieces)
    except TooTangled:
        skipped[f"on layer {layer}: line, too many of them close together to be joined"] += len(pieces)
        return []
    if loose:
        skipped[f"on layer {layer}: line that joins nothing"] += loose
    return [Outline(layer, points, closed) for points, closed in joined]


def _opened(raw: bytes) -> DxfDocument:
    """A drawing as its library has it.

    Raises:
        DxfRefused: when it is no DXF, or too much of it.
    """
    if raw[:4] in (b"AC10", b"AC1."):
        raise DxfRefused("This is a DWG drawing. Save it as DXF from the program that made it, then open that.")
    text = _decoded(raw)
    if _entities_in(text) > MOST_ENTITIES:
        raise DxfRefused(
            f"This drawing holds more than {MOST_ENTITIES:,} things, more than is read. "
            "Save the outline alone, or with the layers it is on, as DXF, then open that."
        )
    try:
        return read(io.StringIO(text))
    except (DXFError, ValueError, KeyError, IndexError, TypeError, AttributeError) as error:
        raise DxfRefused(
            "This file cannot be read as a DXF drawing. Save it once more as DXF, R2000 or newer."
        ) from error


def _decoded(raw: bytes) -> str:
    try:
        return raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        return raw.decode("cp1252", errors="replace")


def _entities_in(text: str) -> int:
    """How many things a drawing says it holds: every second line is a group code, and 0 begins one."""
    return sum(code.strip() == "0" for code in islice(io.StringIO(text), 0, None, 2))


def _unit(document: DxfDocument) -> int:
    try:
        return int(document.header.get("$INSUNITS", 0))
    except (TypeError, ValueError):
        return 0


def _polyline(entity: LWPolyline | Polyline) -> Outline | str:
    """A polyline's corners, or why they cannot be a footprint."""
    if isinstance(entity, LWPolyline):
        points = [(x, y) for x, y, *_ in entity.get_points("xy")]
        bulged = any(bulge for (bulge,) in entity.get_points("b"))
        closed = bool(entity.closed)
    else:
        if not entity.is_2d_polyline and not entity.is_3d_polyline:
            return "mesh, which is no outline"
        points = [(vertex.dxf.location.x, vertex.dxf.location.y) for vertex in entity.vertices]
        bulged = any(vertex.dxf.get("bulge", 0) for vertex in entity.vertices)
        closed = bool(entity.is_closed)
    if bulged:
        return "outline with an arc in it; walls here are straight"
    points = _without_repeats(points)
    if comes_back(points):
        points, closed = points[:-1], True
    if len(points) < (3 if closed else 2):
        return "outline of too few corners"
    return Outline(entity.dxf.layer, tuple(points), closed)


def _without_repeats(points: list[XY]) -> list[XY]:
    return [point for i, point in enumerate(points) if i == 0 or point != points[i - 1]]


def _extent(points: Iterable[XY]) -> float:
    xs, ys = zip(*points, strict=True)
    return max(max(xs) - min(xs), max(ys) - min(ys)) or 1.0


def _size(outline: Outline) -> float:
    return _extent(outline.points) if outline.points else 0.0


def _line_weight(weight_mm: float) -> int:
    """Nearest of DXF's own line weights, hundredths of a millimetre."""
    return min((13, 18, 25, 30, 35, 50, 60, 70, 100, 140), key=lambda known: abs(known - weight_mm * 100))
