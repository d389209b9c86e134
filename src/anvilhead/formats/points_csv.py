"""Points as CSV: name, x, y.  Written for any spreadsheet or instrument; read from whatever they write."""

import csv
import io
import re
from collections.abc import Mapping
from dataclasses import dataclass

from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import Units
from anvilhead.formats.cells import plain_cell, rows_of
from anvilhead.jobfile.results.as_built_results import AsBuiltResult
from anvilhead.jobfile.results.results import StructureResult

MOST_ROWS = 2000


@dataclass(frozen=True, slots=True)
class ReadPoint:
    """A point of a file: its name and its coordinates, millimetres."""

    name: str
    x_mm: float
    y_mm: float


@dataclass(frozen=True, slots=True)
class PointsRead:
    """What a file of points held, and which of its lines could not be read, in words."""

    points: tuple[ReadPoint, ...]
    skipped: tuple[str, ...]


def write_points(structures: dict[str, StructureResult], built: Mapping[str, AsBuiltResult] | None = None) -> str:
    """Every point of every structure, millimetres from A.

    Corners, families, inner crossings, places, posts, stakes, corners of pads, dowels, nails.

    On a placed structure the corners come once more by their place on the site; corners that were accepted once more
    as they were found, from the as-built records in `built`.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(["structure", "point", "what", "x_mm", "y_mm"])
    for name, result in structures.items():
        rows = [(corner, "corner", place) for corner, place in result.corners.items()]
        for family in result.lines[1:]:
            rows += [(f"{corner} {family.family}", family.family, place) for corner, place in family.corners.items()]
        rows += [(point.name, "inner crossing", point) for point in result.inner.points]
        rows += [(place, "place", at) for place, at in result.places.items()]
        rows += [(post.name, f"{post.kind} post", post.centre) for post in (result.fence.posts if result.fence else ())]
        rows += [(stake, "stake", at) for stake, at in result.stake_points.items()]
        for line in result.offset_lines:
            rows += [(f"{line.name} 1", "line stake", line.start), (f"{line.name} 2", "line stake", line.end)]
        for pad in result.digging.pads if result.digging else ():
            rows += [(f"{pad.name} {number}", "pad corner", at) for number, at in enumerate(pad.corners, 1)]
        for row in result.pour.dowels if result.pour else ():
            rows += [(f"dowel {row.line} {number}", "dowel", at) for number, at in enumerate(row.at, 1)]
        rows += [(board.board, "nail", board.nail) for board in result.boards if board.through is None]
        if result.site:
            rows += [(f"{corner} on site", "site", place) for corner, place in result.site.corners.items()]
        if built and name in built:
            rows += [(f"{one.corner} as built", "as built", one.found) for one in built[name].corners]
        for point, what, place in rows:
            writer.writerow([plain_cell(name), plain_cell(point), what, f"{place.x_mm:.3f}", f"{place.y_mm:.3f}"])
    return out.getvalue()


def read_points(text: str, units: Units) -> PointsRead:
    """Read points: an optional heading, then name, x and y, or x and y alone.

    Commas, semicolons or tabs part the cells; with semicolons or tabs a decimal comma is taken.

    Args:
        text: the file.
        units: what a bare number means; a bare number with decimals in a job of feet is decimal feet.
    """
    rows, left = rows_of(text, MOST_ROWS)
    points: list[ReadPoint] = []
    skipped: list[str] = []
    columns = (0, 1, 2)
    for number, row in enumerate(rows, 1):
        cells = [cell.strip() for cell in row]
        if number == 1 and (named := _heading(cells)):
            columns = named
            continue
        try:
            points.append(_point(cells, columns, len(points), units))
        except (LengthError, IndexError) as error:
            why = error.message if isinstance(error, LengthError) else "it has no x and y."
            skipped.append(f"Line {number}: {why}")
    return PointsRead(tuple(points), (*skipped, *left))


def _heading(cells: list[str]) -> tuple[int, int, int] | None:
    """Columns of name, x and y by their headings; None for a first line of numbers."""
    plain = [re.sub(r"[^a-z]", "", cell.lower().replace("_mm", "")) for cell in cells]
    x = next((i for i, cell in enumerate(plain) if cell in ("x", "e", "east", "easting")), None)
    y = next((i for i, cell in enumerate(plain) if cell in ("y", "n", "north", "northing")), None)
    if x is None or y is None:
        return None
    named = ("point", "name", "id", "no", "corner")
    return next((i for i, cell in enumerate(plain) if cell in named), -1), x, y


def _point(cells: list[str], columns: tuple[int, int, int], count: int, units: Units) -> ReadPoint:
    name, x, y = columns
    if len([cell for cell in cells if cell]) == 2 and name == 0:
        name, x, y = -1, 0, 1
    east, north = (float(read_length(cells[i], units, signed=True).mm) for i in (x, y))
    return ReadPoint(cells[name] if name >= 0 else str(count + 1), east, north)
