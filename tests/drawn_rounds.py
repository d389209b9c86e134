"""Rounds drawn at random: any shape, any pulls that hold it, careful readings, and none, one or two of them spoilt.

Strings stand from three millimetres to a decimetre from their plan.  A corner may stand on the wrong side of a line.
What the coach says of such a round is held against what was done to it.
"""

import math
import random
from collections import Counter
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from itertools import combinations

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import check_square
from anvilhead.core.check.traps import TrapKind
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull
from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import FOOT_MM, Units

ROUGH_MM = (3, 6, 12, 25, 50, 100)
Outline = list[tuple[float, float]]


@dataclass(frozen=True)
class Drawn:
    """A round, and the truth about it: where corners stand, which readings are spoilt, which corner was mirrored."""

    shape: Footprint
    units: Units
    pulls: list[Pull]
    spoilt: frozenset[int]
    mirrored: str = ""


def drawn(seed: int, slips: int, *, mirrored: bool = False) -> Drawn | None:
    """A round of a seed; None where this one cannot be spoilt as asked."""
    noise = random.Random(f"{seed} {slips} {mirrored}")
    shape = _shape(noise)
    units = noise.choice([Units.FT_IN, Units.FT_IN, Units.MM])
    rough = noise.choice(ROUGH_MM)
    truth = {n: Point(p.x + noise.gauss(0, rough), p.y + noise.gauss(0, rough)) for n, p in shape.corners.items()}
    corner = ""
    if mirrored:
        corner = noise.choice(shape.names[2:])
        one, other = (truth[name] for name in noise.sample([n for n in shape.names if n != corner], 2))
        across = (other - one).unit().left()
        off = across.dot(truth[corner] - one)
        if abs(off) < 700:
            return None
        truth[corner] = truth[corner] - across * (2 * off)
    burn = FOOT_MM if units is Units.FT_IN else 100.0
    pulls = [_careful(noise, truth, pair, burn, units) for pair in _pairs(noise, shape)]
    spoilt: set[int] = set()
    for i in noise.sample(range(len(pulls)), slips):
        slipped = _spoilt(noise, pulls[i], truth, units)
        if slipped is None:
            return None
        pulls[i] = slipped
        spoilt.add(i)
    return Drawn(shape, units, pulls, frozenset(spoilt), corner)


def careful_round(seed: int, rough_mm: float) -> tuple[Footprint, dict[str, Point], list[Pull], Units]:
    """A round without slips, its strings so rough: the shape, where its corners stand, the readings, their units."""
    noise = random.Random(f"{seed} {rough_mm}")
    shape = _shape(noise)
    truth = {n: Point(p.x + noise.gauss(0, rough_mm), p.y + noise.gauss(0, rough_mm)) for n, p in shape.corners.items()}
    pulls = [_careful(noise, truth, pair, FOOT_MM, Units.FT_IN) for pair in _pairs(noise, shape)]
    return shape, truth, pulls, Units.FT_IN


def _shape(noise: random.Random) -> Footprint:
    a, b, cut = noise.uniform(5000, 14000), noise.uniform(4000, 10000), noise.uniform(900, 2000)
    s, t = noise.uniform(0.4, 0.7), noise.uniform(0.4, 0.6)
    left, right = a * 0.3, a * 0.7
    outlines: list[Callable[[], Outline]] = [
        lambda: [(0, 0), (a, 0), (a, b), (0, b)],
        lambda: [(0, 0), (a, 0), (a, b * t), (a * s, b * t), (a * s, b), (0, b)],
        lambda: [(0, 0), (a, 0), (a, b * t), (right, b * t), (right, b), (left, b), (left, b * t), (0, b * t)],
        lambda: [(0, 0), (a, 0), (a, b), (right, b), (right, b / 2), (left, b / 2), (left, b), (0, b)],
        lambda: [(0, 0), (a, 0), (a, b - cut), (a - cut, b), (0, b)],
        lambda: _any_polygon(noise, a / 1.6, b / 1.3),
    ]
    return Footprint(tuple(Point(x, y) for x, y in noise.choice(outlines)()))


def _any_polygon(noise: random.Random, half_a: float, half_b: float) -> Outline:
    """Four to seven corners round an ellipse, none too near the next, the first side along x."""
    count = noise.randint(4, 7)
    while True:
        at = sorted(noise.uniform(0, 2 * math.pi) for _ in range(count))
        if min((at[(i + 1) % count] - at[i]) % (2 * math.pi) for i in range(count)) > 0.4:
            break
    points = [Point(half_a * math.cos(angle), half_b * math.sin(angle)) for angle in at]
    along = (points[1] - points[0]).unit()
    return [((p - points[0]).dot(along), (p - points[0]).dot(along.left())) for p in points]


def _pairs(noise: random.Random, shape: Footprint) -> list[tuple[str, str]]:
    """Every pair, every pair twice, most of them, or the sides and a few diagonals to spare."""
    pairs = list(combinations(shape.names, 2))
    sides = [side.corners for side in shape.sides]
    want = noise.choice(["all", "all", "most", "few", "twice"])
    if want == "twice" and len(shape.names) <= 5:
        return pairs * 2
    if want in ("all", "twice"):
        return pairs
    known = {frozenset(pair) for pair in sides}
    rest = [pair for pair in pairs if frozenset(pair) not in known]
    needed = len(shape.names) - 3
    more = noise.randint(2, 4) if want == "few" else max(2, int(0.75 * (len(rest) - needed)))
    return sides + noise.sample(rest, min(len(rest), needed + more))


def _careful(
    noise: random.Random, truth: Mapping[str, Point], pair: tuple[str, str], burn: float, units: Units
) -> Pull:
    length = truth[pair[0]].distance_to(truth[pair[1]])
    off = noise.gauss(0, STEEL_TAPE.limit_mm(length) / 2)
    return _read(Pull(*pair, burn + length, burn), burn + length + off, units)


def _read(pull: Pull, mm: float, units: Units) -> Pull:
    text = print_length(mm, units).text
    return replace(pull, reading_mm=float(read_length(text, units).mm), typed=text)


def _spoilt(noise: random.Random, pull: Pull, truth: Mapping[str, Point], units: Units) -> Pull | None:
    """The reading after a slip that shows; None where none came up."""
    for _ in range(50):
        spoil = noise.choice([_burn, _foot, _inch, _six_nine, _swapped, _wrong_corner, _any, _any, _bump])
        slipped = spoil(noise, pull, truth, units)
        if slipped and slipped.length_mm > 300 and abs(slipped.length_mm - pull.length_mm) > 8:
            return slipped
    return None


def _burn(_: random.Random, pull: Pull, __: Mapping[str, Point], ___: Units) -> Pull:
    return replace(pull, burn_mm=0.0)


def _foot(noise: random.Random, pull: Pull, _: Mapping[str, Point], units: Units) -> Pull | None:
    return _read(pull, pull.reading_mm + noise.choice((-1, 1)) * FOOT_MM, units) if units is Units.FT_IN else None


def _inch(noise: random.Random, pull: Pull, _: Mapping[str, Point], units: Units) -> Pull | None:
    return _read(pull, pull.reading_mm + noise.choice((-1, 1)) * 25.4, units) if units is Units.FT_IN else None


def _any(noise: random.Random, pull: Pull, _: Mapping[str, Point], units: Units) -> Pull:
    size = math.exp(noise.uniform(math.log(15), math.log(1500)))
    return _read(pull, pull.reading_mm + noise.choice((-1, 1)) * size, units)


def _bump(noise: random.Random, pull: Pull, _: Mapping[str, Point], units: Units) -> Pull:
    return _read(pull, pull.reading_mm + noise.uniform(12, 80), units)


def _wrong_corner(noise: random.Random, pull: Pull, truth: Mapping[str, Point], units: Units) -> Pull:
    other = noise.choice([name for name in truth if name not in pull.pair])
    return _read(pull, pull.burn_mm + truth[pull.start].distance_to(truth[other]), units)


def _six_nine(noise: random.Random, pull: Pull, _: Mapping[str, Point], units: Units) -> Pull | None:
    return _typed(noise, pull, units, lambda a, _: a in "69", lambda a, b: ("9" if a == "6" else "6") + b)


def _swapped(noise: random.Random, pull: Pull, _: Mapping[str, Point], units: Units) -> Pull | None:
    return _typed(noise, pull, units, lambda a, b: b.isdigit() and a != b, lambda a, b: b + a)


def _typed(
    noise: random.Random,
    pull: Pull,
    units: Units,
    may: Callable[[str, str], bool],
    change: Callable[[str, str], str],
) -> Pull | None:
    """The reading with two neighbouring signs of its whole part changed."""
    text = pull.typed.split("/", maxsplit=1)[0][:-2]
    at = [i for i in range(len(text) - 1) if text[i].isdigit() and may(text[i], text[i + 1])]
    if not at:
        return None
    i = noise.choice(at)
    wrong = pull.typed[:i] + change(text[i], text[i + 1]) + pull.typed[i + 2 :]
    try:
        return replace(pull, reading_mm=float(read_length(wrong, units).mm), typed=wrong)
    except LengthError:
        return None


def judged(rounds: Iterable[Drawn | None]) -> Counter[str]:
    """What came of rounds: right, wrong, undecided, not seen; mirrored corners named rightly or falsely."""
    found: Counter[str] = Counter()
    for one in rounds:
        if one is not None:
            found["rounds"] += 1
            found.update(_said(one))
    return found


def _said(one: Drawn) -> Iterable[str]:
    check = check_square(SetOut(one.shape, BoardLayout(1200)), one.pulls, one.units)
    certain = {i for i, pull in enumerate(one.pulls) for s in check.suspects if s.certain and s.pull is pull}
    named = [trap.points for trap in check.traps if trap.kind is TrapKind.MIRRORED]
    if named:
        yield "mirrored rightly" if one.mirrored in (named[0][0], *named[0][2:]) else "mirrored falsely"
    if certain:
        yield "right" if certain <= one.spoilt else "wrong"
    elif check.suspects:
        yield "undecided"
    elif not named:
        yield "not seen"
    if one.mirrored and check.fit.redundancy >= 2:
        yield "mirrored where pulls allow"
