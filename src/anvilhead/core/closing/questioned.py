"""Readings that cannot be, questioned as soon as they are in the book."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.closing.closed_book import LevelBook
from anvilhead.core.closing.disagree import agreements
from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_book import GROUND, Place, Spot
from anvilhead.core.measure.misreading import Misreading, misreadings
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units

STANDS_OUT_MM = 150.0
"""Ground that stands out from its neighbours by less is ground."""
STANDS_OUT_TIMES = 4.0
"""... and by less than this many times what they stand out from each other."""
NEIGHBOURS = 6
LONGEST_ROD_MM = 10_000.0
"""No rod, and no drop from a string on a site, is longer: 33 ft."""
MENDED_SHARE = 0.35
"""A slip explains a shot that stands out when it leaves no more than this share of it."""


class QuestionKind(StrEnum):
    """Why a reading is questioned."""

    OFF_ROD = "off-rod"
    """Longer than the rod."""
    NO_ROD = "no-rod"
    """Longer than any rod."""
    UPSIDE_DOWN = "upside-down"
    """Below zero on the ground: the level line would run under it."""
    BELOW_GROUND = "below-ground"
    """The top of a thing lies under the ground beside it."""
    STANDS_OUT = "stands-out"
    """Far out against its neighbours."""
    NOT_AGAIN = "not-again"
    """The same spot read before, and otherwise."""
    DISAGREES = "disagrees"
    """The same thing read from another setup although nothing was moved, and otherwise: both are in question."""


@dataclass(frozen=True, slots=True)
class Questioned:
    """A reading in question.

    Attributes:
        off_mm: by how much: over the rod, under the ground, above its neighbours (minus: below), above the first time.
        slip: a slip that would explain it; should_read_mm: the reading then.
    """

    place: Place
    kind: QuestionKind
    off_mm: float
    slip: Misreading | None = None
    should_read_mm: float | None = None


@dataclass(frozen=True, slots=True)
class Around:
    """What readings are held against.

    Attributes:
        rod_mm: length of each setup's rod, None when it was not said; units: of the rods.
        places: where points are on the plan.
        tops: things that cannot lie under the ground.
    """

    rod_mm: Sequence[float | None]
    units: Sequence[Units]
    places: Mapping[str, Point]
    tops: frozenset[str]


def questioned(book: LevelBook, around: Around) -> list[Questioned]:
    """Every reading in question, in the order of the book."""
    found = [*_each(book, around), *_under(book, around), *_not_again(book, around),
             *_standing_out(book, around), *_disagreeing(book)]  # fmt: skip
    return sorted(found, key=lambda one: one.place)


def off_rod(reading_mm: float, rod_mm: float | None) -> QuestionKind | None:
    """Whether a reading is more than the rod shows, or than any rod does where its length was not said."""
    if rod_mm is not None and abs(reading_mm) > rod_mm + NOTHING_MM:
        return QuestionKind.OFF_ROD
    return QuestionKind.NO_ROD if abs(reading_mm) > LONGEST_ROD_MM else None


def _each(book: LevelBook, around: Around) -> list[Questioned]:
    """Readings that no rod shows."""
    out = []
    for s, setup in enumerate(book.read.setups):
        rod = around.rod_mm[s]
        for n, shot in enumerate(setup.shots):
            kind = off_rod(shot.used_mm, rod)
            if kind:
                longest = rod if rod is not None and kind is QuestionKind.OFF_ROD else LONGEST_ROD_MM
                out.append(Questioned((s, n), kind, abs(shot.used_mm) - longest))
            elif shot.used_mm < 0 and not shot.spot.thing and shot.spot not in book.benchmarks:
                out.append(Questioned((s, n), QuestionKind.UPSIDE_DOWN, -shot.used_mm))
    return out


def _under(book: LevelBook, around: Around) -> list[Questioned]:
    """Tops that lie under the ground at their own point."""
    out = []
    for spot, found in book.found.items():
        ground = book.height_of(Spot(spot.at)) if spot.thing in around.tops else None
        if ground is not None and found.height_mm < ground:
            out.append(Questioned((found.setup, found.shot), QuestionKind.BELOW_GROUND, ground - found.height_mm))
    return out


def _not_again(book: LevelBook, around: Around) -> list[Questioned]:
    """Ground read twice and otherwise, by more than two careful readings differ; things set to height are moved."""
    out = []
    for again in book.again:
        if again.spot.thing != GROUND:
            continue
        if abs(again.higher_mm) > max(again.allowed_mm, STANDS_OUT_MM / 10):
            s, n = again.second
            shot = book.read.shot((s, n))
            slip, by = _slip(shot.used_mm, shot.typed, around.units[s], again.higher_mm, again.allowed_mm)
            out.append(Questioned(again.second, QuestionKind.NOT_AGAIN, again.higher_mm, slip, by))
    return out


def _disagreeing(book: LevelBook) -> list[Questioned]:
    """Both readings of what was read again and otherwise, by more than two honest ways differ."""
    return [
        Questioned(place, QuestionKind.DISAGREES, sign * one.differs_mm)
        for one in agreements(book)
        if not one.agrees
        for place, sign in ((one.one.first, -1), (one.one.second, 1))
    ]


def _standing_out(book: LevelBook, around: Around) -> list[Questioned]:
    """Ground far out against its neighbours, told when a slip would put it among them, or it is very far out."""
    ground = {spot.at: found for spot, found in book.found.items() if spot.thing == GROUND and spot.at in around.places}
    names = list(ground)
    cells = _Cells([around.places[name] for name in names])
    out = []
    for i, name in enumerate(names):
        near = cells.nearest(i)
        if len(near) < 3:
            continue
        heights = [ground[names[k]].height_mm for k in near]
        mean = sum(heights) / len(heights)
        off = ground[name].height_mm - mean
        spread = (sum((h - mean) ** 2 for h in heights) / len(heights)) ** 0.5
        if abs(off) <= max(STANDS_OUT_MM, STANDS_OUT_TIMES * spread):
            continue
        setup, number = ground[name].setup, ground[name].shot
        shot = book.read.shot((setup, number))
        slip, should = _slip(shot.used_mm, shot.typed, around.units[setup], off, MENDED_SHARE * abs(off))
        out.append(Questioned((setup, number), QuestionKind.STANDS_OUT, off, slip, should))
    return out


def _slip(
    reading_mm: float, typed: str, units: Units, high_mm: float, within_mm: float
) -> tuple[Misreading | None, float | None]:
    """The slip that would lower a shot best by what it is too high: a larger reading is lower."""
    ways = [(slip, by) for slip, by in misreadings(reading_mm, typed, units) if abs(by - high_mm) <= within_mm]
    if not ways:
        return None, None
    order = list(Misreading)
    slip, by = min(ways, key=lambda way: (order.index(way[0]), abs(way[1] - high_mm)))
    return slip, reading_mm + by


class _Cells:
    """Places sorted into squares, so that the nearest are found without asking all."""

    def __init__(self, places: Sequence[Point]) -> None:
        self._places = [(place.x, place.y) for place in places]
        xs, ys = [p.x for p in places] or [0.0], [p.y for p in places] or [0.0]
        area = max(max(xs) - min(xs), 1.0) * max(max(ys) - min(ys), 1.0)
        self._size = max((area / max(len(places), 1) * 3) ** 0.5, 1.0)
        self._in: dict[tuple[int, int], list[int]] = {}
        for i in range(len(places)):
            self._in.setdefault(self._cell(i), []).append(i)

    def nearest(self, index: int) -> list[int]:
        """Up to six nearest places among the squares around."""
        (x, y), (column, row) = self._places[index], self._cell(index)
        near = [
            ((one[0] - x) ** 2 + (one[1] - y) ** 2, k)
            for dx in (-1, 0, 1)
            for dy in (-1, 0, 1)
            for k in self._in.get((column + dx, row + dy), ())
            if k != index
            for one in [self._places[k]]
        ]
        return [k for _, k in sorted(near)[:NEIGHBOURS]]

    def _cell(self, index: int) -> tuple[int, int]:
        x, y = self._places[index]
        return int(x // self._size), int(y // self._size)
