"""What is wrong with the levels of a job beyond the shape of their documents, each fault with its place."""

from collections.abc import Iterable, Iterator, Sequence

from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.units import Units
from anvilhead.jobfile.levels.decided import FinishPlan
from anvilhead.jobfile.levels.documents import LevelPlan, Levels
from anvilhead.jobfile.levels.footings import FootingPlan
from anvilhead.jobfile.levels.level_points import grid_points, level_points
from anvilhead.jobfile.levels.line_faults import line_problems
from anvilhead.jobfile.levels.parts import PadPlan, SectionPlan, SlabPlan
from anvilhead.jobfile.levels.written.book_solving import Book, work_book
from anvilhead.jobfile.levels.written.said import benchmarks_of, truths_of
from anvilhead.jobfile.levels.written.surfaces import EDGES
from anvilhead.jobfile.problems import Problem, pointer_to, unknown
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.working.planned import Planned


def all_level_problems(levels: Levels, site: Site, pointer: str = "") -> list[Problem]:
    """Every fault of a job's levels, worked out for nothing else."""
    found = level_problems(levels, site, pointer)
    return found or start_problems(work_book(levels, level_points(levels, site), Units.MM), pointer)


def level_problems(levels: Levels, site: Site, pointer: str = "/levels") -> list[Problem]:
    """What in a job's levels names what is not there, or contradicts itself."""
    found = plan_problems(levels, site, pointer)
    devices = {device.name: device for device in levels.devices}
    tested = {check.device for check in levels.checks}
    strings = [one.name for one in levels.strings]
    for i, check in enumerate(levels.checks):
        if check.device not in devices:
            found.append(unknown(pointer, ("checks", i, "device"), "instrument", check.device, list(devices)))
            continue
        try:
            truths_of(check, devices[check.device])
        except InputError as error:
            found.append(Problem(pointer=f"{pointer}/checks/{i}/distance", code=error.code, message=error.message))
    for i, setup in enumerate(levels.setups):
        if setup.device and setup.device not in devices:
            found.append(unknown(pointer, ("setups", i, "device"), "instrument", setup.device, list(devices)))
        elif setup.string and setup.string not in strings:
            found.append(unknown(pointer, ("setups", i, "string"), "string", setup.string, strings))
        elif setup.string and setup.instrument != LevelInstrument.STRING:
            message = f"A {setup.instrument} hangs from no string. Make it a “string” setup, or leave “string” out."
            found.append(Problem(pointer=f"{pointer}/setups/{i}/string", code="no-string", message=message))
        elif setup.corrected and setup.device not in tested:
            message = "Nothing to correct by: this instrument was not tested. Test it, or leave “corrected” out."
            found.append(Problem(pointer=f"{pointer}/setups/{i}/corrected", code="not-tested", message=message))
    for i, accepted in enumerate(levels.accepted):
        if accepted.structure not in site.planned:
            at = ("accepted", i, "structure")
            found.append(unknown(pointer, at, "structure", accepted.structure, list(site.planned)))
    return found


def plan_problems(plan: LevelPlan, site: Site, pointer: str = "") -> list[Problem]:
    """Faults of what is planned."""
    found = list(_twice(plan, site, pointer))
    known = list(site.planned)
    if plan.on is not None and plan.on not in known:
        found.append(unknown(pointer, ("on",), "structure", plan.on, known))
        return found
    on = plan.on or next(iter(known), "")
    for key in ("points", "grids"):
        for i, one in enumerate(getattr(plan, key)):
            if one.structure is not None and one.structure not in site.planned:
                found.append(unknown(pointer, (key, i, "structure"), "structure", one.structure, known))
    found += _endless_grids(plan, site, pointer)
    parts: list[PadPlan | SlabPlan | SectionPlan | FinishPlan | FootingPlan] = [
        *plan.pads, *plan.slabs, *plan.sections, *plan.finishes, *plan.footings,
    ]  # fmt: skip
    keys = [
        (key, i)
        for key in ("pads", "slabs", "sections", "finishes", "footings")
        for i in range(len(getattr(plan, key)))
    ]
    for part, (key, i) in zip(parts, keys, strict=True):
        structure = part.structure or on
        if structure in site.planned:
            found += _part_problems(part, site.planned[structure], f"{pointer}/{key}/{i}")
        else:
            found.append(unknown(pointer, (key, i, "structure"), "structure", structure, known))
    return found + line_problems(plan, site, pointer)


MOST_POINTS = 500
"""Points of a grid that is laid over a structure; nobody shoots more, and a slip of the keys asks for them."""


def _endless_grids(plan: LevelPlan, site: Site, pointer: str) -> list[Problem]:
    """Grids whose step is so small for their structure that nobody could shoot them."""
    found = []
    for i, grid in enumerate(plan.grids):
        structure = grid.structure or plan.on or next(iter(site.planned), "")
        if grid.start is None and structure in site.planned:
            count = len(grid_points(grid, site.planned[structure].footprint))
            if count > MOST_POINTS:
                message = (
                    f"This grid has {count:,} points or more; nobody shoots over {MOST_POINTS}. Take a larger step."
                )
                found.append(Problem(pointer=f"{pointer}/grids/{i}/step", code="too-many-points", message=message))
    return found


def _part_problems(
    part: PadPlan | SlabPlan | SectionPlan | FinishPlan | FootingPlan, planned: Planned, pointer: str
) -> list[Problem]:
    """Faults of a pad, a slab or a section against the structure it lies on."""
    lines = list(planned.footprint.sides_by_name)
    if isinstance(part, SectionPlan):
        if part.line and part.line not in lines:
            return [unknown(pointer, ("line",), "line", part.line, lines)]
        if (part.start and part.start == part.end) or (part.between and part.between[0] == part.between[1]):
            message = "The section begins where it ends. Name two places apart."
            pointer = f"{pointer}/{'between' if part.between else 'to'}"
            return [Problem(pointer=pointer, code="same-place", message=message)]
        return []
    found = []
    families = [outline.family.name for outline in planned.outlines]
    if part.family and part.family not in families:
        found.append(unknown(pointer, ("family",), "line family", part.family, families))
    fall = None if isinstance(part, FinishPlan | FootingPlan) else part.fall
    if fall and fall.away_from and fall.away_from not in lines:
        found.append(unknown(pointer, ("fall", "away_from"), "line", fall.away_from, lines))
    for i, rail in enumerate(part.rails if isinstance(part, SlabPlan) else ()):
        if rail.beside and rail.beside not in lines:
            found.append(unknown(pointer, ("rails", i, "beside"), "line", rail.beside, lines))
    if isinstance(part, SlabPlan):
        found += _edge_problems(part, planned, lines, pointer)
    own = isinstance(part, PadPlan) and part.outline is not None
    if isinstance(part, PadPlan) and part.fall and part.fall.drain:
        message = "A pad falls one way: say “away_from” a line. Only slabs fall to a drain."
        found.append(Problem(pointer=f"{pointer}/fall/drain", code="not-for-pads", message=message))
    if not planned.footprint.closed and not own and not isinstance(part, FootingPlan):
        message = "It lies on an open line, which encloses nothing. Name a closed structure."
        found.append(Problem(pointer=f"{pointer}/structure", code="open-line", message=message))
    return found


def _edge_problems(slab: SlabPlan, planned: Planned, lines: Sequence[str], pointer: str) -> list[Problem]:
    """Existing sides that are none, or round a slab that is not stretched between four edges."""
    sides = enumerate(slab.existing)
    found = [unknown(pointer, ("existing", i), "line", side, lines) for i, side in sides if side not in lines]
    if slab.existing and len(planned.footprint.corners) != EDGES:
        message = "A top is stretched between existing edges over four corners only. Part the slab, or take them out."
        found.append(Problem(pointer=f"{pointer}/existing", code="not-four", message=message))
    if slab.existing and slab.fall and slab.fall.drain:
        message = "A top between existing edges has no drain of its own: say “away_from” a line, or take the edges out."
        found.append(Problem(pointer=f"{pointer}/fall/drain", code="not-with-edges", message=message))
    return found


_PLURALS = {"finish": "finishes"}


def _twice(plan: LevelPlan, site: Site, pointer: str) -> Iterator[Problem]:
    """Names given twice where each must be alone, and things that belong at two heights at one point."""
    on = plan.on or next(iter(site.planned), "")
    heights = [("benchmark", plan.benchmark)] if plan.benchmark else []
    heights += [(f"benchmarks/{i}", one) for i, one in enumerate(plan.benchmarks)]
    corners = [((name, corner), "") for name, found in site.planned.items() for corner in found.footprint.names]
    points = [((one.structure or on, one.name), f"points/{i}/name") for i, one in enumerate(plan.points)]
    lists: list[tuple[str, list[tuple[tuple[str, str], str]]]] = [
        ("benchmark", [((one.thing or "", one.name), f"{path}/name") for path, one in heights]),
        ("point", corners + points),
        ("grid", [((one.structure or on, one.name), f"grids/{i}/name") for i, one in enumerate(plan.grids)]),
    ]
    for what, key in (
        ("instrument", "devices"),
        ("pad", "pads"),
        ("slab", "slabs"),
        ("section", "sections"),
        ("finish", "finishes"),
        ("run", "runs"),
        ("footing", "footings"),
        ("string", "strings"),
    ):
        lists.append((what, [(("", one.name), f"{key}/{i}/name") for i, one in enumerate(getattr(plan, key))]))
    for what, named in lists:
        for path, (_, name) in _again(named):
            message = f"“{name}” is the name of two {_PLURALS.get(what, what + 's')}. Give each its own."
            yield Problem(pointer=f"{pointer}/{path}", code="name-twice", message=message)
    spots = [
        ((target.name, at), f"targets/{i}/at/{n}")
        for i, target in enumerate(plan.targets)
        for n, at in enumerate(target.at)
    ]
    for path, (name, at) in _again(spots):
        message = f"“{name}” at {at} is to be set to two heights. Keep one."
        yield Problem(pointer=f"{pointer}/{path}", code="height-twice", message=message)


def _again(named: Sequence[tuple[tuple[str, str], str]]) -> Iterator[tuple[str, tuple[str, str]]]:
    """Where a name comes again that was there before."""
    seen = set()
    for name, path in named:
        if name in seen:
            yield path, name
        seen.add(name)


def start_problems(book: Book, pointer: str = "/levels") -> list[Problem]:
    """Setups that begin where nobody knows the height, and readings that cannot be corrected."""
    found, levels = [], book.levels
    for i, (setup, one) in enumerate(zip(book.setups, book.book.setups, strict=True)):
        was_struck = len(book.kept[i]) < len(levels.setups[i].shots)  # what gave its height may have been taken out
        if setup.shots and one.hi_mm is None and not was_struck:
            path = pointer_to(["setups", i, "shots", book.number_of((i, 0)), "at"])
            message = unknown_start(setup.shots[0].spot, i, benchmarks_of(levels))
            found.append(Problem(pointer=pointer + path, code="unknown-start", message=message))
    for i, n in book.off_string:
        path = pointer_to(["setups", i, "shots", book.number_of((i, n)), "distance"])
        found.append(Problem(pointer=pointer + path, code="off-string", message=OFF_STRING))
    for i, n in book.uncorrected:
        path = pointer_to(["setups", i, "shots", book.number_of((i, n)), "distance"])
        found.append(Problem(pointer=pointer + path, code="distance-missing", message=DISTANCE_MISSING))
    return found


OFF_STRING = "This point does not lie under the string: say how far along it the tape hangs."
DISTANCE_MISSING = "This setup is corrected by its instrument's test: say how far the sight is, or where both ends are."


def unknown_start(spot: Spot, setup: int, held: Iterable[Spot]) -> str:
    """That a setup begins where nobody knows the height, and what to do.

    Args:
        spot: where it begins.
        setup: its number, from 0.
        held: what is held as true.
    """
    return (
        f"The height of {spot} is not known when setup {setup + 1} begins there. "
        f"Begin on a benchmark ({'; '.join(map(str, held))}) or on a point shot before."
    )
