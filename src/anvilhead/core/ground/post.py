"""Posts and steps in height: what to cut, how deep to drive, how long each stud is."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.units.tolerances import NOTHING_MM


@dataclass(frozen=True, slots=True)
class GroundPost:
    """A post in the ground, its top on a line, millimetres.

    Attributes:
        out_mm: out of the ground; deep_mm: in it.
        short_mm: by how much it stands less deep than it must; 0 when deep enough.
        longer_mm: the shortest post that would be deep enough.
    """

    out_mm: float
    deep_mm: float
    short_mm: float
    longer_mm: float


def ground_post(top_mm: float, ground_mm: float, length_mm: float, least_deep_mm: float) -> GroundPost:
    """A post of one length whose top is on the string: what varies goes into the ground.

    Args:
        top_mm: height of its top above the datum.
        ground_mm: height of the ground.
        length_mm: of the post.
        least_deep_mm: least embedment, by local rule.
    """
    out = top_mm - ground_mm
    deep = length_mm - out
    short = max(0.0, least_deep_mm - deep)
    return GroundPost(out, deep, 0.0 if short < NOTHING_MM else short, out + least_deep_mm)


@dataclass(frozen=True, slots=True)
class TopRange:
    """Where one top for all posts can lie, millimetres.

    Attributes:
        lowest_mm: the highest ground and the clearance over it; lowest_at: the post that asks for it.
        highest_mm: the least ground and what a post leaves out of the ground; highest_at: the post that asks for it.
    """

    lowest_mm: float
    lowest_at: str
    highest_mm: float
    highest_at: str

    @property
    def fits(self) -> bool:
        """Whether any top does for all of them."""
        return self.lowest_mm <= self.highest_mm + NOTHING_MM


def top_range(grounds_mm: Mapping[str, float], length_mm: float, least_deep_mm: float, clear_mm: float) -> TopRange:
    """Where one top can lie: at or over the highest ground + clearance, at or under the least ground + length − depth.

    Args:
        grounds_mm: ground by post, one at least.
        length_mm: of the posts.
        least_deep_mm: least embedment, by local rule.
        clear_mm: least of a post out of the ground.
    """
    high, low = (most(grounds_mm, key=grounds_mm.__getitem__) for most in (max, min))
    return TopRange(grounds_mm[high] + clear_mm, high, grounds_mm[low] + length_mm - least_deep_mm, low)


@dataclass(frozen=True, slots=True)
class BrokenPost:
    """A post that one top does not do for, millimetres.

    Attributes:
        low_mm: how much of its clearance is missing; deep_mm: how much of its embedment is; one of them is 0.
        longer_mm: the shortest post that would be deep enough there.
    """

    name: str
    low_mm: float
    deep_mm: float
    longer_mm: float


def broken_posts(
    top_mm: float, grounds_mm: Mapping[str, float], length_mm: float, least_deep_mm: float, clear_mm: float
) -> list[BrokenPost]:
    """Posts that a top does not do for; the other arguments as for `top_range`."""
    found = []
    for name, ground in grounds_mm.items():
        post = ground_post(top_mm, ground, length_mm, least_deep_mm)
        low = max(0.0, ground + clear_mm - top_mm)
        if post.short_mm or low > NOTHING_MM:
            found.append(BrokenPost(name, low, post.short_mm, post.longer_mm))
    return found


def post_cut_mm(string_mm: float, seat_mm: float) -> float:
    """Length of a post from its seat up to the string, millimetres; cut one end only before it is checked square."""
    return string_mm - seat_mm


@dataclass(frozen=True, slots=True)
class StepStud:
    """One step of a stepped wall: the stud over it, millimetres; below zero there is no room for one."""

    name: str
    step_mm: float
    stud_mm: float


def step_studs(line_mm: float, steps: Sequence[tuple[str, float]], plates_mm: float, trim_mm: float) -> list[StepStud]:
    """Studs of a stepped wall: stud = line − step − plate thicknesses − a small trim.

    Args:
        line_mm: top of the wall, a level line from the highest plate.
        steps: name and height of each step.
        plates_mm: all plates above and below the stud together.
        trim_mm: taken off so that it slides in.
    """
    return [StepStud(name, step, line_mm - step - plates_mm - trim_mm) for name, step in steps]


@dataclass(frozen=True, slots=True)
class Straightness:
    """Old concrete against a string from end to end, millimetres.

    Attributes:
        offs: each place, and how far it stands out beyond the straight line (above zero) or back from it.
        most_out, most_back: the places that stand out and back the most.
    """

    offs: tuple[tuple[str, float], ...]
    most_out: str
    most_back: str

    @property
    def spread_mm(self) -> float:
        """From the farthest back to the farthest out."""
        values = [off for _, off in self.offs]
        return max(values) - min(values)


def straightness(gaps: Sequence[tuple[str, float, float]]) -> Straightness:
    """How straight old concrete is, from gaps between it and a string.

    Args:
        gaps: name, distance along, and gap from string to concrete, at two places at least; the straight line runs
            through the first and the last.
    """
    (_, start, first), (_, end, last) = gaps[0], gaps[-1]
    rate = (last - first) / (end - start) if end != start else 0.0
    offs = tuple((name, first + rate * (along - start) - gap) for name, along, gap in gaps)
    return Straightness(offs, max(offs, key=lambda o: o[1])[0], min(offs, key=lambda o: o[1])[0])
