"""What is wrong with the levels of a job beyond the shape of their documents, each fault with its place."""

from collections.abc import Iterator, Sequence

from anvilhead.core.errors import InputError
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.units import Units
from anvilhead.jobfile.levels.book_solving import truths_of, work_book
from anvilhead.jobfile.levels.documents import LevelPlan, Levels
from anvilhead.jobfile.levels.level_points import level_points
from anvilhead.jobfile.levels.parts import PadPlan, SectionPlan, SlabPlan
from anvilhead.jobfile.placed import Site
from anvilhead.jobfile.planned import Planned
from anvilhead.jobfile.problems import Problem, pointer_to


def level_problems(levels: Levels, site: Site, pointer: str = "/levels") -> list[Problem]:
    """Every fault of a job's levels."""
    found = plan_problems(levels, site, pointer)
    devices = {device.name: device for device in levels.devices}
    tested = {check.device for check in levels.checks}
    for i, check in enumerate(levels.checks):
        if check.device not in devices:
            found.append(_unknown(pointer, ("checks", i, "device"), "instrument", check.device, list(devices)))
            continue
        try:
            truths_of(check, devices[check.device])
        except InputError as error:
            found.append(Problem(pointer=f"{pointer}/checks/{i}/distance", code=error.code, message=error.message))
    for i, setup in enumerate(levels.setups):
        if setup.device and setup.device not in devices:
            found.append(_unknown(pointer, ("setups", i, "device"), "instrument", setup.device, list(devices)))
        elif setup.corrected and setup.device not in tested:
            message = "Nothing to correct by: this instrument was not tested. Test it, or leave “corrected” out."
            found.append(Problem(pointer=f"{pointer}/setups/{i}/corrected", code="not-tested", message=message))
    return found or _starts(levels, site, pointer)


def plan_problems(plan: LevelPlan, site: Site, pointer: str = "") -> list[Problem]:
    """Faults of what is planned."""
    found = list(_twice(plan, pointer))
    known = list(site.planned)
    if plan.on is not None and plan.on not in known:
        found.append(_unknown(pointer, ("on",), "structure", plan.on, known))
        return found
    on = plan.on or next(iter(known), "")
    for key in ("points", "grids"):
        for i, one in enumerate(getattr(plan, key)):
            if one.structure is not None and one.structure not in site.planned:
                found.append(_unknown(pointer, (key, i, "structure"), "structure", one.structure, known))
    parts: list[PadPlan | SlabPlan | SectionPlan] = [*plan.pads, *plan.slabs, *plan.sections]
    keys = [(key, i) for key in ("pads", "slabs", "sections") for i in range(len(getattr(plan, key)))]
    for part, (key, i) in zip(parts, keys, strict=True):
        structure = part.structure or on
        if structure in site.planned:
            found += _part_problems(part, site.planned[structure], f"{pointer}/{key}/{i}")
        else:
            found.append(_unknown(pointer, (key, i, "structure"), "structure", structure, known))
    return found


def _part_problems(part: PadPlan | SlabPlan | SectionPlan, planned: Planned, pointer: str) -> list[Problem]:
    """Faults of a pad, a slab or a section against the structure it lies on."""
    lines = list(planned.footprint.sides_by_name)
    if isinstance(part, SectionPlan):
        if part.line and part.line not in lines:
            return [_unknown(pointer, ("line",), "line", part.line, lines)]
        if part.start and part.start == part.end:
            message = "The section begins where it ends. Name two places apart."
            return [Problem(pointer=f"{pointer}/to", code="same-place", message=message)]
        return []
    found = []
    families = [outline.family.name for outline in planned.outlines]
    if part.family and part.family not in families:
        found.append(_unknown(pointer, ("family",), "line family", part.family, families))
    if part.fall and part.fall.away_from and part.fall.away_from not in lines:
        found.append(_unknown(pointer, ("fall", "away_from"), "line", part.fall.away_from, lines))
    own = isinstance(part, PadPlan) and part.outline is not None
    if isinstance(part, PadPlan) and part.fall and part.fall.drain:
        message = "A pad falls one way: say “away_from” a line. Only slabs fall to a drain."
        found.append(Problem(pointer=f"{pointer}/fall/drain", code="not-for-pads", message=message))
    if not planned.footprint.closed and not own:
        message = "It lies on an open line, which encloses nothing. Name a closed structure."
        found.append(Problem(pointer=f"{pointer}/structure", code="open-line", message=message))
    return found


def _twice(plan: LevelPlan, pointer: str) -> Iterator[Problem]:
    """Names given twice where each must be alone."""
    heights = [("benchmark", plan.benchmark)] if plan.benchmark else []
    heights += [(f"benchmarks/{i}", one) for i, one in enumerate(plan.benchmarks)]
    lists = [("benchmark", [(path, one.name) for path, one in heights])]
    for what, key in (("point", "points"), ("instrument", "devices"), ("target", "targets"), ("pad", "pads"),
                      ("slab", "slabs"), ("section", "sections")):  # fmt: skip
        lists.append((what, [(f"{key}/{i}", one.name) for i, one in enumerate(getattr(plan, key))]))
    for what, named in lists:
        names = [name for _, name in named]
        for n, (path, name) in enumerate(named):
            if name in names[:n]:
                message = f"“{name}” is the name of two {what}s. Give each its own."
                yield Problem(pointer=f"{pointer}/{path}/name", code="name-twice", message=message)


def _starts(levels: Levels, site: Site, pointer: str) -> list[Problem]:
    """A setup that begins where nobody knows the height."""
    book = work_book(levels, level_points(levels, site), Units.MM)
    found = []
    for i, (setup, one) in enumerate(zip(book.setups, book.book.setups, strict=True)):
        if setup.shots and one.hi_mm is None:
            path = pointer_to(["setups", i, "shots", book.number_of((i, 0)), "at"])
            message = unknown_start(setup.shots[0].spot, i)
            found.append(Problem(pointer=pointer + path, code="unknown-start", message=message))
    return found


def unknown_start(spot: Spot, setup: int) -> str:
    """That a setup begins where nobody knows the height, and what to do."""
    return (
        f"The height of {spot} is not known when setup {setup + 1} begins there. "
        "Begin on a benchmark or on a point shot before."
    )


def _unknown(pointer: str, path: Sequence[str | int], what: str, name: str, known: Sequence[str]) -> Problem:
    listed = ", ".join(known[:12]) or "none yet"
    message = f"There is no {what} “{name}”. Known: {listed}."
    return Problem(pointer=pointer + pointer_to(path), code=f"unknown-{what.replace(' ', '-')}", message=message)
