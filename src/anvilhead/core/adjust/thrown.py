"""Right angles thrown along a string: what one reading knows, and the error that all marks of one setup share.

A square-throwing laser errs by its own angle and by how it is aimed: at a mark at the string's far end, so that a short
string aims it badly.  Whatever it errs by, every mark read from that setup lies off by it together, the farther the
more.  Two marks or more are therefore read from a line of their own: through the setup, and through a point far out
that stands square to the string as well as the angle is known.  A triangle or a framing square is laid anew for each.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.instrument import CLASSES, LASER_RAD, SQUARE_RAD, STRING_MM, Instrument
from anvilhead.core.measure.observation import Observation, Offset, Station, sigma_at_least
from anvilhead.core.measure.tape import Pull, PullKind, TapeClass
from anvilhead.core.measure.triangle import largest_triangle
from anvilhead.core.units.units import FOOT_MM

Line = tuple[str, str]

LAID_ANEW = (Instrument.FRAMING_SQUARE, Instrument.THREE_FOUR_FIVE)

OWN = "~"
"""What the name of a point begins with that nobody drives a stake at."""


@dataclass(frozen=True, slots=True)
class Thrown:
    """Marks of setups that two or more were read from.

    Attributes:
        points: of their thrown lines, at their plan; constraints: what holds these.
        observations: of the marks, by the index of their pulls.
    """

    points: dict[str, Point] = field(default_factory=dict)
    constraints: list[Observation] = field(default_factory=list)
    observations: dict[int, Observation] = field(default_factory=dict)


def throws_from(pull: Pull, lines: Mapping[str, Line]) -> Line:
    """The string of a thrown right angle, from the corner it is thrown at or measured from."""
    first, second = lines[pull.line]
    return (first, second) if pull.start == first else (second, first)


def aim_mm(pull: Pull, planned: Mapping[str, Point], line: Line) -> float:
    """How far away the mark stands that a right angle is aimed by: the farther end of its string."""
    length = planned[line[0]].distance_to(planned[line[1]])
    return max(length - pull.station_mm, pull.station_mm)


def off_mm(pull: Pull, planned: Mapping[str, Point], line: Line) -> float:
    """How far square off the string the mark of a thrown right angle lies."""
    return abs((planned[line[1]] - planned[line[0]]).unit().cross(planned[pull.end] - planned[line[0]]))


def thrown_sigma(pull: Pull, planned: Mapping[str, Point], line: Line, tape: TapeClass) -> float:
    """Of what is read from a thrown right angle: the rule, the angle over the offset, the tape to its station."""
    off = off_mm(pull, planned, line)
    return math.hypot(rule_sigma(), turn_sigma(pull, planned, line, off, tape) * off, walked_sigma(pull, tape))


def thrown_together(
    pulls: Sequence[Pull], planned: Mapping[str, Point], lines: Mapping[str, Line], tape: TapeClass
) -> Thrown:
    """The marks of every setup that two or more are read from, on the line that it throws."""
    setups: dict[tuple[object, ...], list[int]] = {}
    for index, pull in enumerate(pulls):
        by_laser = pull.kind is PullKind.SQUARE and pull.instrument not in LAID_ANEW
        if by_laser and off_mm(pull, planned, throws_from(pull, lines)) > FOOT_MM:
            setup = (pull.start, pull.line, round(pull.station_mm, 2), pull.instrument)
            setups.setdefault(setup, []).append(index)
    found = Thrown()
    for indexes in setups.values():
        if len({pulls[index].end for index in indexes}) > 1:
            _share(found, pulls, indexes, planned, lines, tape)
    return found


def _share(
    found: Thrown,
    pulls: Sequence[Pull],
    indexes: Sequence[int],
    planned: Mapping[str, Point],
    lines: Mapping[str, Line],
    tape: TapeClass,
) -> None:
    first = pulls[indexes[0]]
    line = throws_from(first, lines)
    start, end = planned[line[0]], planned[line[1]]
    along = (end - start).unit()
    setup, number = line[0], len(found.points)
    if first.station_mm:
        setup = f"{OWN}{number}"
        found.points[setup] = start + along * first.station_mm
        found.constraints.append(Station(setup, line, first.station_mm, walked_sigma(first, tape)))
        found.constraints.append(Offset(setup, line, 0.0, STRING_MM / 2))
    aimed = (setup, line[1])
    stands = found.points.get(setup, start)
    offs = {index: along.cross(planned[pulls[index].end] - start) for index in indexes}
    far = max(offs.values(), key=abs)
    mark = f"{OWN}{number} thrown"
    found.points[mark] = stands + along.left() * far
    turn = turn_sigma(first, planned, line, abs(far), tape)
    found.constraints.append(Station(mark, aimed, 0.0, sigma_at_least(turn * abs(far))))
    found.constraints.append(Offset(mark, aimed, far, FOOT_MM / 2))  # how far out it is thought does not matter
    thrown = (mark, setup) if far > 0 else (setup, mark)  # so that what lies ahead along the string is positive
    for index in indexes:
        pull = pulls[index]
        found.observations[index] = Offset(pull.end, thrown, pull.length_mm - pull.station_mm, rule_sigma())


def rule_sigma() -> float:
    """Standard deviation of a mark read on a rule held to a thrown line, millimetres."""
    return CLASSES[Instrument.SQUARE_LASER].sigma_mm(0.0)


def walked_sigma(pull: Pull, tape: TapeClass) -> float:
    """Of the tape to where a right angle is thrown along its string, millimetres."""
    return tape.sigma_mm(abs(pull.station_mm)) if pull.station_mm else 0.0


def turn_sigma(pull: Pull, planned: Mapping[str, Point], line: Line, off: float, tape: TapeClass) -> float:
    """Standard deviation of the angle that is thrown, radians; a laser's with the mark that it is aimed by."""
    if pull.instrument == Instrument.FRAMING_SQUARE:
        return SQUARE_RAD / 2
    if pull.instrument == Instrument.THREE_FOUR_FIVE:
        length = planned[line[0]].distance_to(planned[line[1]])
        triangle = largest_triangle(length, off, FOOT_MM)
        return triangle.sigma_rad(tape) if triangle else SQUARE_RAD / 2
    return math.hypot(LASER_RAD / 2, STRING_MM / 2 / max(aim_mm(pull, planned, line), FOOT_MM))
