"""Setups and their shots written down."""

from anvilhead.core.boards.string_sag import PULL_N, STRING_N_PER_M
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.level_instrument import SPANNED
from anvilhead.core.levels.reach import StringHung, lean, reaches, temperature_rise
from anvilhead.core.levels.rod import print_reading
from anvilhead.core.messages import level_words as words
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.units import INCH_MM
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.documents import Device
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.hanging import hung_line_of
from anvilhead.jobfile.written.writing import text_of, tidy

TAKEN_TOLERANCE_MM = INCH_MM / 8
"""What a sag is held against where no target says a tolerance."""


def setup_result(book: Book, index: int) -> r.SetupResult:
    """A setup with its shots."""
    entry, setup, found = book.levels.setups[index], book.setups[index], book.book.setups[index]
    hi, line = found.hi_mm, found.level_line_mm
    return r.SetupResult(
        instrument=setup.instrument,
        device=entry.device,
        hi_mm=None if hi is None else tidy(hi),
        level_line_mm=None if line is None else tidy(line),
        level_line_text=None if line is None else text_of(line, book.units),
        correction_mm=tidy(found.correction_mm),
        correction_text=print_difference(found.correction_mm, book.units),
        start=setup.shots[found.back[1]].spot.at if found.back else None,
        trust=book.trust[index],
        correction_per_mm=None if (truth := book.correction_of(index)) is None else truth.correction_mm(1.0),
        how=words.READ_HOW[setup.instrument],
        rod=book.rods[index],
        reaches=_reaches(book, index),
        shots=[] if hi is None or line is None else _shots(book, index, hi, line),
    )


def _shots(book: Book, index: int, hi_mm: float, line_mm: float) -> list[r.ShotResult]:
    """Shots of a setup: heights as distributed, checks as they came out."""
    setup, rod, found = book.setups[index], book.rods[index], book.book.setups[index]
    out = []
    for n, shot in enumerate(setup.shots):
        role = "start" if (index, n) == found.back else "check" if shot.spot in book.book.benchmarks else "shot"
        height = (hi_mm if role == "check" else line_mm) - shot.used_mm
        within, half = within_of(book, shot.spot), _half(book, (index, n))
        out.append(
            r.ShotResult(
                number=book.number_of((index, n)),
                at=shot.spot.at,
                thing=shot.spot.thing or None,
                role=role,
                reading_mm=tidy(shot.used_mm),
                reading_text=print_reading(shot.used_mm, rod),
                height_mm=tidy(height),
                height_text=text_of(height, book.units),
                within_mm=within,
                half_mm=None if half is None else tidy(half),
                half_text=None if half is None else print_difference(half, book.units),
                carries=carried_by(book, (index, n)),
            )
        )
    return out


def _half(book: Book, place: tuple[int, int]) -> float | None:
    """Half of what lies between the readings at both lines of a bubble."""
    shot = book.entry_of(place)
    return None if shot.bracket is None else abs(shot.bracket.mm - shot.reading.mm) / 2


def within_of(book: Book, spot: Spot) -> float | None:
    """± of a height; None on a benchmark, which is held as true."""
    found = book.book.found.get(spot)
    return None if found is None else tidy(found.within_mm)


def carried_by(book: Book, shot: tuple[int, int]) -> str | None:
    """What would go with a reading if it were struck; None when nothing hangs on it."""
    setups = book.hanging.get(shot)
    if not setups:
        return None
    spares = [book.book.setups[setup].spare for setup in setups]
    spare = spares[0] if len(spares) == 1 else None
    point = None if spare is None else str(book.setups[spare[0]].shots[spare[1]].spot)
    return words.hanging_words(setups, point)


def _reaches(book: Book, index: int) -> list[r.ReachResult]:
    entry, setup = book.levels.setups[index], book.setups[index]
    kind = book.sights.classes[index]
    device = next((one for one in book.levels.devices if one.name == entry.device), None)
    tolerance = min((mm_of(one.tolerance) or TAKEN_TOLERANCE_MM for one in book.levels.targets),
                    default=TAKEN_TOLERANCE_MM)  # fmt: skip
    far = [mm for (s, _), mm in book.sights.distance_mm.items() if s == index]
    found = reaches(setup.instrument, far, kind, tolerance, _string(device) if setup.instrument in SPANNED else None)
    device_line = hung_line_of(entry, device)
    if device_line is not None and (leaning := lean(device_line)):
        found.append(leaning)
    if entry.warmer and entry.leg and (warm := temperature_rise(entry.leg.mm, entry.warmer, kind)):
        found.append(warm)
    return [r.ReachResult(kind=one.kind, text=words.reach_words(one, book.units)) for one in found]


def _string(device: Device | None) -> StringHung | None:
    if device is None or (device.pull is None and device.weight is None):
        return None
    return StringHung(device.pull or PULL_N, device.weight or STRING_N_PER_M)
