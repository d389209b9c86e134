"""From a job to its results: runs the core and writes down what it found in the open format."""

import math
from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from anvilhead.core.dangers.holds import Hold, HoldDoing, HoldEntry
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.walk import Leg, Walked
from anvilhead.core.messages.plan_words import clearance_words, found_text, string_text
from anvilhead.core.messages.unlikely import unlikely
from anvilhead.core.plan.site import Clearance
from anvilhead.core.units.length_printing import print_area, print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.footprints import CLOSES, Step, Walk
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.levels.level_results import LevelsResult
from anvilhead.jobfile.results import plan_results as p
from anvilhead.jobfile.results import results as r
from anvilhead.jobfile.results.danger_results import DangersResult
from anvilhead.jobfile.results.days_results import DaysResult
from anvilhead.jobfile.results.method_results import MethodsResult, SettingOutResult
from anvilhead.jobfile.results.result_parts import Place
from anvilhead.jobfile.times import in_utc
from anvilhead.jobfile.working.days_worked import recorded_days
from anvilhead.jobfile.working.found_on_site import standing
from anvilhead.jobfile.working.judging import Rounds, judge
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.working.strings import nail_beyond_of
from anvilhead.jobfile.working.worked import WorkedJob, worked
from anvilhead.jobfile.written.board_solving import Boards
from anvilhead.jobfile.written.danger_solving import facts_of, solve_dangers
from anvilhead.jobfile.written.digging_solving import solve_digging
from anvilhead.jobfile.written.fence_solving import solve_fence, solve_places
from anvilhead.jobfile.written.form_solving import solve_forms
from anvilhead.jobfile.written.line_solving import (
    solve_families,
    solve_inner,
    solve_overall,
    solve_sticks,
    working_diagonals,
)
from anvilhead.jobfile.written.method_solving import compare, solve_methods, solve_setting_out
from anvilhead.jobfile.written.obstacle_solving import solve_obstacles
from anvilhead.jobfile.written.plates_solving import solve_plates
from anvilhead.jobfile.written.point_solving import solve_lost, solve_recheck
from anvilhead.jobfile.written.pour_solving import solve_pour, solve_strip
from anvilhead.jobfile.written.register_solving import solve_register
from anvilhead.jobfile.written.square_solving import solve_rounds, solve_square
from anvilhead.jobfile.written.stake_solving import solve_laths, solve_marking, solve_offset_lines
from anvilhead.jobfile.written.tape_solving import solve_tape
from anvilhead.jobfile.written.work_counts import amounts_of
from anvilhead.jobfile.written.writing import distance, place, side_of, text_of, tidy

if TYPE_CHECKING:
    from anvilhead.jobfile.levels.written.book_solving import Book


def solve_job(job: JobFile, work: WorkedJob | None = None) -> r.Results:
    """Solve every structure of a job; units not given are printed as millimetres.

    Args:
        job: as it was read.
        work: the same worked out, where reading it did that.
    """
    work = work or worked(job)
    units, site = work.units, work.site
    burns = {pull.structure: pull.burn.mm for pull in job.pulls}
    solved = {}
    for name, one in work.found.items():
        burn_mm = burns.get(name, job.burn.mm if job.burn else 0.0)
        starts_mm = one.starts_mm(burn_mm)
        gone = [lost.point for lost in job.lost if lost.structure == name]
        rounds = rounds_of(job, name, work.namings[name], units)
        solved[name] = solve_structure(one, rounds, site=(site, name), burn_mm=burn_mm).model_copy(
            update={
                "recheck": solve_recheck(rounds, starts_mm, units) if rounds.accepted else None,
                "lost": [
                    solve_lost(rounds.naming, lost.point, lost.left, rounds, starts_mm, units, gone=gone)
                    for lost in job.lost
                    if lost.structure == name
                ],
            }
        )
    levels = _levels_of(work)
    for name, one in work.found.items():
        done = [entry for entry in job.done if entry.structure == name]
        register = solve_register(one, solved[name], done, units, grades_of(name, work.book, levels))
        dangers = _dangers_of(job, work, name, solved[name])
        solved[name] = solved[name].model_copy(update={"marks_register": register, "dangers": dangers})
    return r.Results(structures=solved, levels=levels, days=_days_of(job, work, solved))


def _dangers_of(job: JobFile, work: WorkedJob, name: str, result: r.StructureResult) -> DangersResult:
    facts = facts_of(work.found[name], result, work.site, name, by_heights=work.book is not None)
    notes = [note for note in job.holds if note.structure in (None, name)]
    accepted = {}
    squared = [one for one in job.accepted if one.structure == name]
    if squared:
        accepted[Hold.SQUARE] = _by_accepting(Hold.SQUARE, squared[-1].who, squared[-1].at, squared[-1].note)
    heights = [one for one in job.levels.accepted if one.structure == name] if job.levels else []
    if heights and not heights[-1].back:
        accepted[Hold.HEIGHTS] = _by_accepting(Hold.HEIGHTS, heights[-1].who, heights[-1].taken, heights[-1].note)
    return solve_dangers(facts, notes, accepted, work.units)


def _by_accepting(hold: Hold, who: str | None, at: datetime | None, note: str) -> HoldEntry:
    """A hold point that was answered by an acceptance."""
    return HoldEntry(hold, HoldDoing.SEEN, who or "", in_utc(at), note)


def _days_of(job: JobFile, work: WorkedJob, solved: Mapping[str, r.StructureResult]) -> DaysResult | None:
    if work.days is None:
        return None
    # a job without days starts faster without them
    from anvilhead.jobfile.written.days_solving import DaysOf, solve_days  # noqa: PLC0415

    amounts = {name: amounts_of(one, solved[name]) for name, one in work.found.items()}
    names = {name: one.plan.name or name for name, one in work.found.items()}
    pulled = [(pull.structure, pull.at) for pull in job.pulls if pull.at and not pull.struck]
    accepted = [(one.structure, one.at) for one in job.accepted if one.at]
    recorded = recorded_days(pulled, accepted, work.days.zone)
    marked = {name: result.obstacles for name, result in solved.items()}
    return solve_days(DaysOf(work.days, amounts, names, work.units, recorded, marked=marked))


def grades_of(structure: str, book: "Book | None", levels: LevelsResult) -> dict[str, list[str]]:
    """What stakes of a structure say of heights: cut or fill to every surface that was shot at them."""
    found: dict[str, list[str]] = {}
    for one in levels.targets if book else ():
        own = book.points.own_name(structure, one.at) if book else None
        if own is not None and one.stake is not None:
            found.setdefault(own, []).append(f"{one.stake} to {one.name}")
    return found


def _levels_of(work: WorkedJob) -> LevelsResult:
    if work.book is None:
        return LevelsResult()
    from anvilhead.jobfile.levels.written.level_solving import solve_levels  # noqa: PLC0415 - see `work_job`

    return solve_levels(work.book, work.site)


def rounds_of(job: JobFile, structure: str, naming: Naming, units: Units) -> Rounds:
    """The rounds of one structure of a job file, judged."""
    return judge(
        naming,
        [pull_of(pull) for pull in job.pulls if pull.structure == structure and not pull.struck],
        units,
        {one.round: one.occasion for one in job.rounds if one.structure == structure},
        [one.round for one in job.accepted if one.structure == structure],
    )


def solve_structure(
    found: Planned,
    rounds: Rounds,
    *,
    site: tuple[Site, str] | None = None,
    burn_mm: float = 0.0,
    every_pair: bool = True,
    methods: bool = True,
) -> r.StructureResult:
    """Everything planned for a structure, and what the latest of its rounds of pulls says.

    Args:
        found: the plan worked out.
        rounds: its rounds judged; their units are what results are printed in.
        site: the job's site, and the structure's id on it.
        burn_mm: where the tape is started, for the numbers of the setting-out sheet.
        every_pair: list every diagonal; else only those worth pulling, which grow with the corners, not their square.
        methods: compare the ways of squaring, and write the sheet of the one chosen: half the work of a plan alone.
    """
    units, starts_mm = rounds.units, found.starts_mm(burn_mm)
    obstacles = _obstacles(*site) if site else {}

    def of_methods() -> tuple[MethodsResult, SettingOutResult | None]:
        comparison = compare(found, units)
        return solve_methods(found, comparison, units), solve_setting_out(found, comparison, starts_mm, units)

    compared, setting_out = found.once("methods", (units, burn_mm), of_methods) if methods else (None, None)
    laid_out = found.once(
        "laid out",
        (units, every_pair, tuple(obstacles.items())),
        lambda: _laid_out(found, units, obstacles, every_pair),
    )
    latest = rounds.pulls.get(rounds.latest or 0, [])
    return r.StructureResult(
        **laid_out,
        unlikely=list(unlikely(found.set_out.tolerance_mm, found.families, latest, units)),
        as_found=_as_found(found, rounds.naming, units),
        methods=compared,
        setting_out=setting_out,
        site=solve_site(*site, units) if site else None,
        square=solve_square(found, rounds, starts_mm),
        tape=solve_tape(rounds),
        rounds=solve_rounds(rounds),
        recheck=None,
        lost=[],
    )


def _as_found(found: Planned, naming: Naming, units: Units) -> list[p.AsFoundResult]:
    return [
        p.AsFoundResult(
            start=one.start,
            end=one.end,
            found_mm=tidy(one.found.mm),
            planned_mm=tidy(one.planned.mm),
            text=found_text(one.start, one.end, one.found.mm, one.planned.mm, units),
        )
        for one in standing(found, naming, units)
    ]


def _laid_out(found: Planned, units: Units, obstacles: Mapping[str, Footprint], every_pair: bool) -> dict[str, object]:
    """What follows from the plan and what stands around it, whatever was pulled: results by their keys."""
    footprint = found.footprint
    boards = Boards(found, units, obstacles)
    laths, hub_checks = solve_laths(found, units)
    return {
        "kind": found.plan.kind,
        "shape": found.plan.footprint.shape,
        "closed": footprint.closed,
        "corners": {name: place(point) for name, point in footprint.corners.items()},
        "angles": {name: _inside_deg(turn) for name, turn in footprint.turns_rad.items()},
        "sides": [side_of(side, units) for side in footprint.sides],
        "diagonals": [
            distance(diagonal, units)
            for diagonal in (footprint.diagonals if every_pair else working_diagonals(footprint))
        ],
        "closing": walk_result(found.walked, found.plan.footprint.steps, units)
        if found.walked and isinstance(found.plan.footprint, Walk)
        else None,
        "area_mm2": tidy(footprint.area_mm2),
        "area_text": print_area(footprint.area_mm2, units),
        "perimeter_mm": tidy(footprint.perimeter_mm),
        "perimeter_text": text_of(footprint.perimeter_mm, units),
        "overall": solve_overall(found.outlines[0], footprint.sides[0].direction, units),
        "lines": solve_families(found, units),
        "lines_gone": list(found.gone),
        "sticks": solve_sticks(found, units),
        "inner": solve_inner(found, units),
        "places": solve_places(found, units),
        "fence": solve_fence(found, units),
        "obstacles": solve_obstacles(found, boards, units),
        "forms": solve_forms(found, units),
        "strip": solve_strip(found, units),
        "pour": solve_pour(found, units),
        "digging": solve_digging(found, units),
        "stake_points": {
            stake.name: Place(x_mm=tidy(stake.at[0].mm), y_mm=tidy(stake.at[1].mm)) for stake in found.plan.stakes
        },
        "offset_lines": solve_offset_lines(found, units),
        "laths": laths,
        "hub_checks": hub_checks,
        "marking": solve_marking(found),
        "plates": solve_plates(found, units),
        "boards": boards.results(),
        "stakes": len(boards.standing.stakes),
        "stakes_at": boards.stakes(),
        "strings": boards.strings,
        "string_told": string_text(found.plan.string.runs, nail_beyond_of(found.plan.string), units)
        if found.plan.string
        else None,
        "heights": boards.height_results(),
        "materials": boards.materials(),
    }


def _inside_deg(turn_rad: float) -> float:
    return round(180 - math.degrees(turn_rad), 6) + 0.0


def walk_result(walked: Walked, steps: Sequence[Step], units: Units) -> p.ClosingResult:
    """How a walk closes, whether or not it does, and what was worked out for what it leaves open."""
    open_legs = [CLOSES in (step.go, step.turn) for step in steps]
    return p.ClosingResult(
        error_mm=tidy(walked.error_mm),
        text=print_length(walked.error_mm, units).text,
        legs=[_leg(leg, left_open, units) for leg, left_open in zip(walked.legs, open_legs, strict=True)],
    )


def _leg(leg: Leg, worked_out: bool, units: Units) -> p.LegResult:
    go_mm = leg.go_mm or 0.0
    return p.LegResult(
        go_mm=tidy(go_mm), go_text=text_of(go_mm, units), turn_deg=tidy(leg.turn_deg or 0.0), worked_out=worked_out
    )


def _obstacles(site: Site, structure: str) -> Mapping[str, Footprint]:
    """What boards could run into, in the structure's own plan frame."""
    pose = site.poses.get(structure)
    if pose is None:
        return {}
    return {
        neighbour.name: Footprint(tuple(pose.to_plan(point) for point in neighbour.outline.points),
                                  neighbour.outline.closed and not neighbour.holds)
        for neighbour in site.neighbours(structure)
        if not neighbour.allowed
    }  # fmt: skip


def solve_site(site: Site, structure: str, units: Units) -> p.SiteResult | None:
    """Where a structure stands on the site, and the room around it; None when it is not placed."""
    pose = site.poses.get(structure)
    if pose is None:
        return None
    footprint = site.planned[structure].footprint
    first = footprint.sides[0]
    along = pose.to_site(first.end_point) - pose.to_site(first.start_point)
    return p.SiteResult(
        corners={name: place(pose.to_site(point)) for name, point in footprint.corners.items()},
        bearing_deg=round(math.degrees(math.atan2(along.x, along.y)) % 360, 6),
        clearances=_clearances(site, structure, units),
    )


def _clearances(site: Site, structure: str, units: Units) -> list[p.ClearanceResult]:
    outermost = site.outermost(structure)
    beyond = dict(enumerate(outermost[1])) if outermost else {}
    return [
        p.ClearanceResult(
            to=one.to,
            least_mm=tidy(one.least_mm),
            text=text_of(one.least_mm, units),
            nearest=one.nearest,
            needed_mm=tidy(one.needed_mm),
            short_mm=tidy(one.short_mm),
            overlaps=one.overlaps,
            clear=one.is_clear,
            words=clearance_words(one, units),
            corners={name: tidy(mm) for name, mm in one.corners.items()},
            corner_texts={name: text_of(mm, units) for name, mm in one.corners.items()},
            lines={name: tidy(mm) for name, mm in one.lines.items()},
            outermost=_outermost(outermost[0], beyond[i], units) if outermost else None,
            across=[place(point) for point in one.across],
        )
        for i, one in enumerate(site.clearances(structure))
    ]


def _outermost(family: str, room: Clearance, units: Units) -> p.OutermostResult:
    text = text_of(room.least_mm, units)
    clear = room.allowed or not room.overlaps
    words = f"its {family} comes to {text}" if clear else f"its {family} runs into it"
    return p.OutermostResult(family=family, least_mm=tidy(room.least_mm), text=text, clear=clear, words=words)
