"""Points and directions on the plan, millimetres."""

import math
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Point:
    """A place on the plan, or the vector to it. x along the baseline, y to the left of it, millimetres."""

    x: float
    y: float

    def __add__(self, other: "Point") -> "Point":
        return Point(self.x + other.x, self.y + other.y)

    def __sub__(self, other: "Point") -> "Point":
        return Point(self.x - other.x, self.y - other.y)

    def __mul__(self, factor: float) -> "Point":
        return Point(self.x * factor, self.y * factor)

    def dot(self, other: "Point") -> float:
        """Scalar product."""
        return self.x * other.x + self.y * other.y

    def cross(self, other: "Point") -> float:
        """Signed area spanned with the other vector; positive when it lies to the left."""
        return self.x * other.y - self.y * other.x

    def length(self) -> float:
        """Distance from the origin, millimetres."""
        return math.hypot(self.x, self.y)

    def distance_to(self, other: "Point") -> float:
        """Distance to another point, millimetres."""
        return math.hypot(other.x - self.x, other.y - self.y)

    def unit(self) -> "Point":
        """The direction as a vector of length one; ZeroDivisionError at the origin."""
        size = self.length()
        return Point(self.x / size, self.y / size)

    def left(self) -> "Point":
        """The vector turned a right angle to the left (anticlockwise)."""
        return Point(-self.y, self.x)
