"""Faults of a plan beyond the shape of its document, gathered with their places."""

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field

from anvilhead.core.units.errors import GeometryError
from anvilhead.jobfile.problems import Problem, pointer_to


@dataclass
class Faults:
    """Faults found so far, each with a pointer."""

    pointer: str
    found: list[Problem] = field(default_factory=list)

    @contextmanager
    def at(self, *path: str | int) -> Iterator[None]:
        """Take what the core refuses as a fault of this place."""
        try:
            yield
        except GeometryError as error:
            self.add(path, error.code, error.message)

    def add(self, path: tuple[str | int, ...], code: str, message: str) -> None:
        """One fault at a place."""
        self.found.append(Problem(pointer=self.pointer + pointer_to(path), code=code, message=message))

    def unknown(self, path: tuple[str | int, ...], what: str, name: str, known: list[str]) -> None:
        """A name that is not known."""
        self.add(path, f"unknown-{what}", f"There is no {what} {name}. Known are {', '.join(known)}.")
