"""The level book as CSV: a line to a reading.  Written for any spreadsheet; read from whatever it makes of it."""

import csv
import io
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from pydantic import ValidationError

from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.rod import RodMarks
from anvilhead.core.units.units import Units
from anvilhead.formats.cells import plain_cell, rows_of
from anvilhead.jobfile.lengths import Length, in_units
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.levels.level_results import LevelsResult, ShotResult
from anvilhead.jobfile.levels.measured import SetupEntry, ShotEntry
from anvilhead.jobfile.problems import problems_from

COLUMNS = (
    *(
        "setup",
        "instrument",
        "device",
        "rod",
        "rod_length",
        "string_at",
        "string",
        "span",
        "hung_at",
        "corrected",
        "rechecks",
    ),
    *("point", "on", "reading", "turned", "bracket", "distance", "foot", "leans"),
    *("height_mm", "within_mm", "who", "taken", "struck"),
)
MOST_LINES = 20_000
_SHOT_CELLS = ("on", "reading", "turned", "bracket", "distance", "foot", "leans", "who", "taken")
"""Columns that are called as the keys of a reading are."""
_OTHER_HEADINGS = {"at": "point", "station": "point", "thing": "on", "no": "setup", "level": "instrument"}


@dataclass(frozen=True, slots=True)
class LevelCsvRead:
    """Setups of a file, and which of its lines could not be read, in words."""

    setups: tuple[SetupEntry, ...]
    skipped: tuple[str, ...]


def write_level_csv(levels: Levels, result: LevelsResult, usual: RodMarks) -> str:
    """The whole book, struck readings too; heights as adjusted and their ±, millimetres.

    Args:
        levels: the book.
        result: what it says.
        usual: marks of a rod that does not say its own.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for s, setup in enumerate(levels.setups):
        found = {shot.number: shot for shot in result.setups[s].shots}
        for n, shot in enumerate(setup.shots):
            figures = _figures(found.get(n))
            taken = shot.taken or setup.taken
            texts = [shot.at, shot.thing or "", shot.reading.text]
            texts += [length.text if length else "" for length in _lengths(setup, shot)]
            writer.writerow(
                [s + 1, setup.instrument.value, plain_cell(setup.device or ""), setup.rod or usual]
                + [plain_cell(length.text if length else "") for length in (setup.rod_length, setup.height)]
                + [plain_cell(setup.string or "")]
                + [plain_cell(length.text if length else "") for length in (setup.span, setup.hung_at)]
                + ["yes" if said else "" for said in (setup.corrected, setup.rechecks)]
                + [plain_cell(text) for text in texts]
                + [*figures, plain_cell(shot.who or setup.who or ""), taken.isoformat() if taken else ""]
                + ["yes" if shot.struck else ""]
            )
    return out.getvalue()


def _lengths(setup: SetupEntry, shot: ShotEntry) -> tuple[Length | None, ...]:
    """What a reading says beside itself; the foot of the rod that was held, its setup's where it says none."""
    return shot.turned, shot.bracket, shot.distance, shot.foot or setup.foot, shot.leans


def _figures(shot: ShotResult | None) -> list[str]:
    """What a reading found, and the ± of its point; nothing where it does not count or stands on a benchmark."""
    numbers = (None, None) if shot is None else (shot.height_mm, shot.within_mm)
    return ["" if mm is None else f"{mm:.3f}" for mm in numbers]


def read_level_csv(text: str, units: Units) -> LevelCsvRead:
    """Read a level book: headings, then a line to a reading.

    Only `point` and `reading` are needed; a line without a setup belongs to the one before.  Commas, semicolons or
    tabs part the cells.

    Args:
        text: the file.
        units: what a bare number means where no rod is named.
    """
    rows, skipped = rows_of(text, MOST_LINES)
    headings = [_heading(cell) for cell in rows[0]] if rows else []
    if not {"point", "reading"} <= set(headings):
        return LevelCsvRead((), ("The first line must name the columns: setup, instrument, point, reading.",))
    setups: list[dict[str, object]] = []
    number = None
    for line, row in enumerate(rows[1:], 2):
        plain = [cell.strip().removeprefix("'") for cell in row]
        cells = {key: cell for key, cell in zip(headings, plain, strict=False) if cell}
        if not setups or cells.get("setup", number) != number:
            number = cells.get("setup", number)
            setups.append(_setup(cells))
        trouble = _take(setups[-1], cells, units)
        if trouble:
            skipped.append(f"Line {line}: {trouble}")
    with in_units(units):
        read = [SetupEntry.model_validate(setup) for setup in setups if setup["shots"]]
    return LevelCsvRead(tuple(read), tuple(skipped))


def _heading(cell: str) -> str:
    plain = re.sub(r"[^a-z]", "", cell.lower().replace("_mm", ""))
    return _OTHER_HEADINGS.get(plain, plain)


def _setup(cells: Mapping[str, str]) -> dict[str, object]:
    head: dict[str, object] = {"instrument": cells.get("instrument", LevelInstrument.OPTICAL), "shots": []}
    keys = {"device": "device", "rod": "rod", "rodlength": "rod_length", "stringat": "height"} | {
        "string": "string", "span": "span", "hungat": "hung_at"}  # fmt: skip
    head |= {key: cells[heading] for heading, key in keys.items() if heading in cells}
    return head | {key: _is_yes(cells.get(key, "")) for key in ("corrected", "rechecks")}


def _take(setup: dict[str, object], cells: Mapping[str, str], units: Units) -> str | None:
    """Take a line into its setup; what is wrong with it, in words, when it cannot be read."""
    shot: dict[str, object] = {
        key: cells[heading]
        for key, heading in (("at", "point"), *((name, name) for name in _SHOT_CELLS))
        if heading in cells
    }
    shot["struck"] = _is_yes(cells.get("struck", ""))
    shots = setup["shots"]
    try:
        with in_units(units):
            SetupEntry.model_validate({**setup, "shots": [shot]})
    except ValidationError as error:
        return _told(problems_from(error.errors(include_url=False)))
    if isinstance(shots, list):
        shots.append(shot)
    return None


def _is_yes(cell: str) -> bool:
    return cell.lower() in ("yes", "true", "1", "x")


def _told(problems: Sequence[object]) -> str:
    return str(getattr(problems[0], "message", "it cannot be read."))
