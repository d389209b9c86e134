"""What in sections, strings, runs and footings names points that have no place, or goes nowhere."""

from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import COINCIDENT_MM
from anvilhead.jobfile.levels.decided import RunPlan
from anvilhead.jobfile.levels.documents import LevelPlan
from anvilhead.jobfile.levels.level_points import level_points
from anvilhead.jobfile.levels.strings import StringPlan
from anvilhead.jobfile.problems import Problem, unknown
from anvilhead.jobfile.working.placed import Site


def line_problems(plan: LevelPlan, site: Site, pointer: str) -> list[Problem]:
    """Points between which a section is cut, or a run falls, that have no place beside their structure."""
    found = []
    for i, section in enumerate(plan.sections):
        structure = section.structure or plan.on or next(iter(site.planned), "")
        if section.between and structure in site.planned:
            places = level_points(plan, site, structure).places
            for n, name in enumerate(section.between):
                if name not in places:
                    found.append(unknown(pointer, ("sections", i, "between", n), "point", name, list(places)))
    named: list[tuple[str | None, tuple[str | int, ...], str]] = [
        (footing.structure, ("footings", i, "grades", n, "at"), one.at)
        for i, footing in enumerate(plan.footings)
        for n, one in enumerate(footing.grades)
    ]
    named += [(slab.structure, ("slabs", i, "pegs", n), name) for i, slab in enumerate(plan.slabs)
              for n, name in enumerate(slab.pegs)]  # fmt: skip
    for said, path, name in named:
        structure = said or plan.on or next(iter(site.planned), "")
        places = level_points(plan, site, structure).places if structure in site.planned else {name: Point(0, 0)}
        if name not in places:
            found.append(unknown(pointer, path, "point", name, list(places)))
    every: list[tuple[str, Sequence[StringPlan | RunPlan]]] = [("strings", plan.strings), ("runs", plan.runs)]
    for key, lines in every:
        for i, line in enumerate(lines):
            if line.structure is not None and line.structure not in site.planned:
                path = (key, i, "structure")
                found.append(unknown(pointer, path, "structure", line.structure, list(site.planned)))
                continue
            places = level_points(plan, site, line.structure).places
            lost = [(path, name) for path, name in _passed(line) if name not in places]
            found += [unknown(pointer, (key, i, *path), "point", name, list(places)) for path, name in lost]
            if not lost and isinstance(line, StringPlan):
                found += _twice_in_a_row(line, places, f"{pointer}/strings/{i}")
            elif not lost and isinstance(line, RunPlan):
                found += _endless_run(line, places[line.start].distance_to(places[line.end]), f"{pointer}/runs/{i}")
    return found


def _passed(line: StringPlan | RunPlan) -> list[tuple[tuple[str | int, ...], str]]:
    """Every point that a string or a run names, and where it names it."""
    if isinstance(line, RunPlan):
        return [(("from",), line.start), (("to",), line.end)]
    named: list[tuple[tuple[str | int, ...], str]] = [(("through", n), name) for n, name in enumerate(line.through)]
    return named + [(("heights", n, "at"), one.at) for n, one in enumerate(line.heights) if one.at]


def _twice_in_a_row(line: StringPlan, places: Mapping[str, Point], pointer: str) -> Iterator[Problem]:
    """Points of a string that lie where the one before lies."""
    for n, (one, other) in enumerate(pairwise(line.through), 1):
        if places[one].distance_to(places[other]) < COINCIDENT_MM:
            message = f"The string passes {other} twice in a row. Name it once."
            yield Problem(pointer=f"{pointer}/through/{n}", code="same-place", message=message)


MOST_STATIONS = 500
"""Stations of a run; nobody marks more, and a slip of the keys asks for them."""
USUAL_EVERY_MM = 3000.0
"""About from station to station where nobody said, whatever the units."""


def _endless_run(run: RunPlan, length_mm: float, pointer: str) -> list[Problem]:
    """A run that goes nowhere, or has more stations than anybody marks."""
    if length_mm < COINCIDENT_MM:
        message = f"{run.start} and {run.end} lie at one place: the run goes nowhere. Name two points apart."
        return [Problem(pointer=f"{pointer}/to", code="same-place", message=message)]
    every_mm = run.every.mm if run.every else USUAL_EVERY_MM
    if length_mm / every_mm > MOST_STATIONS:
        count = f"{length_mm / every_mm:,.0f}"
        message = f"This run has {count} stations; nobody marks over {MOST_STATIONS}. Take them farther apart."
        return [Problem(pointer=f"{pointer}/every", code="too-many-stations", message=message)]
    return []
