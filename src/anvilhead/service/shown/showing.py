"""From rows to what clients get: a job with its structures in short, and one structure with everything computed."""

from anvilhead.core.adjust.network import planned_mm
from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.plan_words import as_plan_text
from anvilhead.core.messages.words import pull_name
from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.standards import STANDARDS
from anvilhead.core.units.tolerances import COINCIDENT_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.solving import solve_structure
from anvilhead.jobfile.usual import usual_in
from anvilhead.jobfile.working.found_on_site import dimension_of, measures_plan
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.written.call_rows import call_sheet, key_of, sheet_naming
from anvilhead.jobfile.written.writing import text_of
from anvilhead.service.preview import difference_text
from anvilhead.service.revisions import to_redo, to_restore
from anvilhead.service.shelf.of_plans import answering
from anvilhead.service.shown.describing import drawing_told
from anvilhead.service.shown.job_plans import JobPlans, burn_of, control_of, plans_of, reading_of, rounds_in
from anvilhead.service.shown.progress import next_thing
from anvilhead.service.shown.summaries import stages_in, structure_summaries
from anvilhead.service.views.job_views import JobView, site_view
from anvilhead.service.views.round_views import acceptance_of, begun_of, in_hand_of, lost_of, names_of
from anvilhead.service.views.structure_views import (
    PullView,
    ShotGround,
    StrikeView,
    StructureView,
    plan_view,
    shown,
    shown_small,
)
from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.tables import JobRow, PullRow, StructureRow


def job_view(job: JobRow) -> JobView:
    """A job, its structures in short."""
    units, burn, plans = Units(job.units), burn_of(job), plans_of(job)
    return JobView(
        id=job.id,
        name=job.name,
        units=units,
        burn=shown_small(burn, units),
        burns=_burns_from(burn, units),
        usual=usual_in(units),
        control=control_of(job),
        can_undo_control=bool(job.control_before),
        site=site_view(control_of(job)),
        revision=job.revision,
        sample=job.sample,
        changed_at=job.changed_at,
        structures=structure_summaries(job, plans),
    )


def get_structure(database: Database, structure_id: str) -> StructureView:
    """One structure with everything computed.

    What changed something answers with this after its own transaction, which holds the job's lock, has ended.
    """
    with database.session() as session:
        return structure_view(store.structure_by_id(session, structure_id))


def structure_view(row: StructureRow) -> StructureView:
    """A structure with everything computed from its plan and the readings that count."""
    return whole_structure(row, plans_of(row.job))


def whole_structure(row: StructureRow, plans: JobPlans) -> StructureView:
    """The same in a job whose plans are worked out already."""
    job = row.job
    units, found = Units(job.units), plans.found[row.name_in_file]
    burn, rounds = burn_of(job), rounds_in(row, plans)
    result = solve_structure(found, rounds, site=(plans.site, row.name_in_file), burn_mm=burn.mm, every_pair=False)
    stages = stages_in(row, result.square, plans)
    sheet = sheet_naming(found, rounds)
    gone = [one.point for one in row.lost if one.is_gone]
    return StructureView(
        id=row.id,
        job_id=row.job_id,
        name_in_file=row.name_in_file,
        revision=row.revision,
        can_undo=to_restore(row.revisions) is not None,
        can_redo=to_redo(row.revisions) is not None,
        plan=plan_view(rounds.naming, found, units),
        document=found.plan,
        not_placed=plans.why_not_placed(row.name_in_file),
        result=result,
        told=drawing_told(result, units),
        squared_on=sheet.family.family.name if sheet.family else WALL_FACE,
        calls=call_sheet(found, rounds, burn.mm),
        pulls=[_pull_view(pull, found, rounds, units) for pull in row.pulls],
        begun=begun_of(row),
        accepted=[acceptance_of(one, units) for one in row.accepted],
        lost=[lost_of(one, gone, rounds, found.starts_mm(burn.mm)) for one in row.lost],
        names=names_of(sheet),
        answering=answering(store.session_of(job), row),
        in_hand=in_hand_of(row),
        stages=stages,
        next=next_thing(result.square, stages),
        shot_ground={
            name: ShotGround(mm=round(mm, 6), text=text_of(mm, units))
            for name, mm in found.heights_mm.items()
            if plans.book and name not in found.plan.boards.ground
        },
    )


def _as_plan(entry: Reading, pull: Pull, found: Planned, naming: Naming, units: Units) -> str | None:
    """What the plan would say if a reading were taken as the plan; None where it is none of its lengths, or agrees."""
    dimension = dimension_of(found, naming, entry.start, entry.end, units) if measures_plan(entry) else None
    if dimension is None or abs(dimension.mm - pull.length_mm) < COINCIDENT_MM:
        return None
    return as_plan_text(pull.length_mm, dimension.mm, units)


def _pull_view(row: PullRow, found: Planned, rounds: Rounds, units: Units) -> PullView:
    entry, naming = reading_of(row), rounds.naming
    known = naming.knows(entry)
    counts = known and row.strike is None and row.round == rounds.latest
    naming = naming.in_family(entry.family or "") if known else naming
    pull = naming.own(pull_of(entry))
    difference = pull.length_mm - planned_mm(pull, naming.points, naming.lines) if known else None
    return PullView(
        id=row.id,
        start=row.start,
        end=row.end,
        key=key_of(pull, naming) if known else "|".join(pull.key),
        name=pull_name(pull),
        kind=pull.kind,
        line=entry.line,
        legs=list(entry.legs or ()),
        station=entry.station,
        offset=entry.offset,
        instrument=entry.instrument,
        simulated=entry.simulated,
        round=row.round,
        reading=shown(entry.reading, units),
        burn=shown_small(entry.burn, units),
        height_difference=shown(entry.height_difference, units),
        difference_mm=None if difference is None else round(difference, 6),
        difference_text=None if difference is None else difference_text(difference, units),
        as_plan=_as_plan(entry, pull, found, naming, units) if counts else None,
        who=row.who,
        at=row.at,
        struck=row.strike and StrikeView(who=row.strike.who, at=row.strike.at, replaced_by=row.strike.replaced_by),
    )


def _burns_from(current: Length, units: Units) -> list[str]:
    """The usual burns, turned so that the current one comes first; as they are when it is none of them."""
    usual = list(STANDARDS[units].burns)
    lengths = [float(read_length(burn, units).mm) for burn in usual]
    at = next((i for i, mm in enumerate(lengths) if abs(mm - current.mm) < COINCIDENT_MM), None)
    return [current.text, *usual] if at is None else usual[at:] + usual[:at]
