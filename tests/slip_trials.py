"""Slips of the hand and eye on simulated sites with known truth: how often each kind is found.

A crew pulls every pair of corners, reads to a sixteenth, a foot burned, with the random errors of a steel tape; then
one reading (two, when rows are swapped) is spoilt the way hands and eyes spoil it.
"""

import random
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cache
from itertools import combinations

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import check_square
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import Units
from tests.sites import displaced

FOOT = 304.8


def outline(*points: tuple[float, float]) -> Footprint:
    """A footprint from plain numbers, millimetres."""
    return Footprint(tuple(Point(x, y) for x, y in points))


STORE = rectangle(44 * FOOT, 27.5 * FOOT)
ELL = outline((0, 0), (9144, 0), (9144, 3658), (6096, 3658), (6096, 6096), (0, 6096))
CLIPPED = outline((0, 0), (9600, 0), (9600, 5200), (8400, 6400), (0, 6400))

Spoil = Callable[[random.Random, list[Pull], dict[str, Point]], tuple[list[Pull], set[int]] | None]


@dataclass(frozen=True)
class Trial:
    """What came out: right (the spoilt reading singled out), undecided, wrong (another singled out), or not seen."""

    outcome: str
    named: bool


def read_again(pull: Pull, mm: float) -> Pull:
    """The same pull with another number read, to a sixteenth, as typed."""
    text = print_length(mm, Units.FT_IN).text
    return replace(pull, reading_mm=float(read_length(text, Units.FT_IN).mm), typed=text)


def careful(noise: random.Random, shape: Footprint, truth: dict[str, Point], times: int) -> list[Pull]:
    """Every pair of corners, each so many times, read to a sixteenth with a foot burned."""
    tape = SetOut(shape, BoardLayout(0)).tape
    pulls = []
    for a, b in list(combinations(shape.names, 2)) * times:
        length = truth[a].distance_to(truth[b])
        pulls.append(
            read_again(Pull(a, b, FOOT + length, FOOT), FOOT + length + noise.gauss(0, tape.limit_mm(length) / 2))
        )
    return pulls


def by(mm: float) -> Spoil:
    """A reading off by a fixed amount, either way."""

    def spoil(noise: random.Random, pulls: list[Pull], _: dict[str, Point]) -> tuple[list[Pull], set[int]]:
        i = noise.randrange(len(pulls))
        pulls[i] = read_again(pulls[i], pulls[i].reading_mm + mm * noise.choice((-1, 1)))
        return pulls, {i}

    return spoil


def burn_left_in(noise: random.Random, pulls: list[Pull], _: dict[str, Point]) -> tuple[list[Pull], set[int]]:
    """Noted as pulled from the hook although it was burned as the others were."""
    i = noise.randrange(len(pulls))
    pulls[i] = replace(pulls[i], burn_mm=0.0)
    return pulls, {i}


def in_text(change: Callable[[random.Random, str], str | None]) -> Spoil:
    """A reading whose digits are spoilt."""

    def spoil(noise: random.Random, pulls: list[Pull], _: dict[str, Point]) -> tuple[list[Pull], set[int]] | None:
        for i in noise.sample(range(len(pulls)), len(pulls)):
            text = change(noise, pulls[i].typed)
            if text:
                mm = float(read_length(text, Units.FT_IN).mm)
                if abs(mm - pulls[i].reading_mm) > 15 and mm > 2 * FOOT:
                    pulls[i] = replace(pulls[i], reading_mm=mm, typed=text)
                    return pulls, {i}
        return None

    return spoil


def six_for_nine(noise: random.Random, text: str) -> str | None:
    """One 6 read as a 9 or the reverse."""
    at = [i for i, c in enumerate(text.split("/", maxsplit=1)[0][:-2]) if c in "69"]
    if not at:
        return None
    i = noise.choice(at)
    return text[:i] + ("9" if text[i] == "6" else "6") + text[i + 1 :]


def swapped(_: random.Random, text: str) -> str | None:
    """The two digits of the feet swapped."""
    feet = text.split("'", maxsplit=1)[0]
    if len(feet) == 2 and feet[0] != feet[1] and feet[1] != "0":
        return feet[::-1] + text[2:]
    return None


def hundredths(_: random.Random, text: str) -> str | None:
    """A tape of feet and hundredths: 27.46 on it, written down as 27' 4.6"."""
    feet = float(read_length(text, Units.FT_IN).mm) / FOOT
    whole, over = divmod(round(feet * 100), 100)
    return f"{whole}' {over / 10:.1f}\""


def wrong_corner(noise: random.Random, pulls: list[Pull], truth: dict[str, Point]) -> tuple[list[Pull], set[int]]:
    """One end held at another corner."""
    i = noise.randrange(len(pulls))
    pull = pulls[i]
    other = noise.choice([name for name in truth if name not in pull.pair])
    pulls[i] = read_again(pull, FOOT + truth[pull.start].distance_to(truth[other]))
    return pulls, {i}


def rows_swapped(noise: random.Random, pulls: list[Pull], _: dict[str, Point]) -> tuple[list[Pull], set[int]] | None:
    """Two readings that differ by more than four inches, each in the other's row."""
    pairs = [(i, j) for i, j in combinations(range(len(pulls)), 2) if
             100 < abs(pulls[i].reading_mm - pulls[j].reading_mm) < 5000]  # fmt: skip
    if not pairs:
        return None
    i, j = noise.choice(pairs)
    one, other = pulls[i], pulls[j]
    pulls[i] = replace(one, reading_mm=other.reading_mm, typed=other.typed)
    pulls[j] = replace(other, reading_mm=one.reading_mm, typed=one.typed)
    return pulls, {i, j}


def bump(noise: random.Random, pulls: list[Pull], truth: dict[str, Point]) -> tuple[list[Pull], set[int]]:
    """A tape laid along the ground, which falls by the heights below."""
    steep = [i for i, p in enumerate(pulls) if HEIGHTS[p.start] != HEIGHTS[p.end]]
    i = noise.choice(steep)
    pull = pulls[i]
    fall, length = HEIGHTS[pull.start] - HEIGHTS[pull.end], truth[pull.start].distance_to(truth[pull.end])
    pulls[i] = read_again(pull, FOOT + (length**2 + fall**2) ** 0.5)
    return pulls, {i}


HEIGHTS = {"A": 0.0, "B": 0.0, "C": -900.0, "D": -900.0, "E": -900.0, "F": -900.0}
"""Ground that falls by three feet from the front wall to the back."""

SPOILS: dict[Slip, Spoil] = {
    Slip.BURN: burn_left_in,
    Slip.FOOT: by(FOOT),
    Slip.INCH: by(25.4),
    Slip.SIX_NINE: in_text(six_for_nine),
    Slip.SWAPPED_DIGITS: in_text(swapped),
    Slip.HUNDREDTHS: in_text(hundredths),
    Slip.WRONG_CORNER: wrong_corner,
    Slip.ROWS_SWAPPED: rows_swapped,
    Slip.BUMP: bump,
}

NETWORKS: Sequence[tuple[str, Footprint, int]] = (
    ("rectangle, every pull once", STORE, 1),
    ("rectangle, every pull twice", STORE, 2),
    ("ell, every pair once", ELL, 1),
    ("clipped corner, every pair once", CLIPPED, 1),
)


def trial(slip: Slip, shape: Footprint, times: int, seed: int) -> Trial | None:
    """One site, one slip; None where the readings of this site cannot be spoilt that way."""
    noise = random.Random(f"{slip} {len(shape.points)} {times} {seed}")
    truth = displaced(shape, {name: (noise.gauss(0, 12), noise.gauss(0, 12)) for name in shape.names[1:]})
    spoilt = SPOILS[slip](noise, careful(noise, shape, truth, times), truth)
    if spoilt is None:
        return None
    pulls, where = spoilt
    check = check_square(SetOut(shape, BoardLayout(1200), heights_mm=HEIGHTS), pulls)
    certain = [s for s in check.suspects if s.certain]
    found = {i for s in certain for i, pull in enumerate(pulls) if pull is s.pull}
    if not check.suspects and not check.fit.disagrees:
        return Trial("not seen", named=False)
    if not certain:
        return Trial("undecided", named=False)
    if found <= where:
        return Trial("right", named=any(s.slip is slip for s in certain))
    return Trial("wrong", named=False)


@cache  # several tests look at the same sites
def rates(slip: Slip, shape: Footprint, times: int, sites: int) -> tuple[Counter[str], int]:
    """How often each outcome came out, and how often a right one was also named rightly."""
    trials = [one for seed in range(sites) if (one := trial(slip, shape, times, seed))]
    return Counter(one.outcome for one in trials), sum(one.named for one in trials)
