"""What a reading ties together: observations of the least squares, each with its value and its derivatives.

Three kinds carry every pull a crew can make.  A tape from point to point is a `Distance`.  What is measured along
a line from its first point is a `Station`: a mark on a string, or a target seen from a right angle thrown at that
point.  What is measured square off a line is an `Offset`: the least reading of a swung tape, or a mark lying on a
string.  A triangle of marks at a corner is a `Hypotenuse`.  Derivatives are worked out below each class.
"""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Protocol

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import COINCIDENT_MM

Gradient = Iterator[tuple[str, Point]]
"""How the value grows as each point moves: (point name, derivative by its x and y)."""


class Observation(Protocol):
    """A value that depends on where points are, with its standard deviation, millimetres."""

    @property
    def value_mm(self) -> float:
        """What was observed."""

    @property
    def sigma_mm(self) -> float:
        """Its standard deviation."""

    @property
    def points(self) -> tuple[str, ...]:
        """Names of the points it depends on."""

    def computed_mm(self, at: Mapping[str, Point]) -> float:
        """The value with the points where they are."""

    def gradient(self, at: Mapping[str, Point]) -> Gradient:
        """Derivatives of the value there."""


def _direction(start: Point, end: Point) -> tuple[Point, float]:
    between = end - start
    size = between.length()
    return (between * (1 / size), size) if size > COINCIDENT_MM else (Point(1.0, 0.0), COINCIDENT_MM)


@dataclass(frozen=True, slots=True)
class Distance:
    """Horizontal distance between two points."""

    start: str
    end: str
    value_mm: float
    sigma_mm: float

    @property
    def points(self) -> tuple[str, ...]:
        """Both ends."""
        return self.start, self.end

    def computed_mm(self, at: Mapping[str, Point]) -> float:
        """The distance."""
        return at[self.start].distance_to(at[self.end])

    def gradient(self, at: Mapping[str, Point]) -> Gradient:
        """One along the tape at each end."""
        toward, _ = _direction(at[self.start], at[self.end])
        yield self.end, toward
        yield self.start, toward * -1


@dataclass(frozen=True, slots=True)
class Station:
    """How far along a line from its first point another point lies: (X - P) · u."""

    point: str
    line: tuple[str, str]
    value_mm: float
    sigma_mm: float

    @property
    def points(self) -> tuple[str, ...]:
        """The point and the two that give the line."""
        return self.point, *self.line

    def computed_mm(self, at: Mapping[str, Point]) -> float:
        """The station."""
        along, _ = _direction(at[self.line[0]], at[self.line[1]])
        return (at[self.point] - at[self.line[0]]).dot(along)

    def gradient(self, at: Mapping[str, Point]) -> Gradient:
        """The line turns by n·dQ / L as its far end moves, which shifts the station by the offset times that."""
        first, second = self.line
        along, size = _direction(at[first], at[second])
        across = along.left()
        turn = across * ((at[self.point] - at[first]).dot(across) / size)
        yield self.point, along
        yield second, turn
        yield first, (along + turn) * -1


@dataclass(frozen=True, slots=True)
class Offset:
    """How far square off a line a point lies; positive to the line's left."""

    point: str
    line: tuple[str, str]
    value_mm: float
    sigma_mm: float

    @property
    def points(self) -> tuple[str, ...]:
        """The point and the two that give the line."""
        return self.point, *self.line

    def computed_mm(self, at: Mapping[str, Point]) -> float:
        """The offset."""
        along, _ = _direction(at[self.line[0]], at[self.line[1]])
        return along.cross(at[self.point] - at[self.line[0]])

    def gradient(self, at: Mapping[str, Point]) -> Gradient:
        """The line turns by n·dQ / L as its far end moves, which takes the station times that off the offset."""
        first, second = self.line
        along, size = _direction(at[first], at[second])
        across = along.left()
        share = (at[self.point] - at[first]).dot(along) / size
        yield self.point, across
        yield second, across * -share
        yield first, across * (share - 1)


@dataclass(frozen=True, slots=True)
class Hypotenuse:
    """Distance between two marks, each on a string from one corner: h² = a² + b² - 2 a b cos γ."""

    corner: str
    ends: tuple[str, str]
    legs_mm: tuple[float, float]
    value_mm: float
    sigma_mm: float

    @property
    def points(self) -> tuple[str, ...]:
        """The corner and the far ends of its two strings."""
        return self.corner, *self.ends

    def computed_mm(self, at: Mapping[str, Point]) -> float:
        """The distance between the marks."""
        one, other = self._marks(at)
        return one.distance_to(other)

    def gradient(self, at: Mapping[str, Point]) -> Gradient:
        """Each mark turns about the corner by n·dQ / L as its string's far end moves."""
        apart, _ = _direction(*self._marks(at))
        corner = Point(0.0, 0.0)
        for end, leg, sign in zip(self.ends, self.legs_mm, (-1.0, 1.0), strict=True):
            along, size = _direction(at[self.corner], at[end])
            across = along.left()
            turning = across * (sign * apart.dot(across) * leg / size)
            yield end, turning
            corner = corner - turning
        yield self.corner, corner

    def _marks(self, at: Mapping[str, Point]) -> tuple[Point, Point]:
        one, other = (
            _direction(at[self.corner], at[end])[0] * leg for end, leg in zip(self.ends, self.legs_mm, strict=True)
        )
        return one, other


@dataclass(frozen=True, slots=True)
class Combination:
    """A sum of points' places, each times a vector: what an earlier round knew of several at once."""

    weights: tuple[tuple[str, Point], ...]
    value_mm: float
    sigma_mm: float

    @property
    def points(self) -> tuple[str, ...]:
        """Every point in the sum."""
        return tuple(name for name, _ in self.weights)

    def computed_mm(self, at: Mapping[str, Point]) -> float:
        """The sum."""
        return math.fsum(at[name].dot(vector) for name, vector in self.weights)

    def gradient(self, at: Mapping[str, Point]) -> Gradient:
        """The vectors themselves."""
        yield from self.weights


def observed_minus_computed_mm(observation: Observation, at: Mapping[str, Point]) -> float:
    """Observed less computed, millimetres."""
    return observation.value_mm - observation.computed_mm(at)


def sigma_at_least(mm: float) -> float:
    """A standard deviation that weights can be made of: never nothing."""
    return max(mm, math.sqrt(COINCIDENT_MM))
