"""Files out and in: site sheet, drawings, points.

The libraries for DXF and PDF take seconds to load, so they are loaded by the first file that needs them.
"""

from dataclasses import dataclass
from datetime import date, datetime

from anvilhead.core.dangers.holds import HoldState
from anvilhead.core.levels.rod import marks_for
from anvilhead.core.messages.made.trench_words import to_depth_text
from anvilhead.core.units.units import Units
from anvilhead.formats.drawing import draw_found, plan_drawing
from anvilhead.formats.level_csv import write_level_csv
from anvilhead.formats.points_csv import read_points, write_points
from anvilhead.formats.svg import write_svg
from anvilhead.jobfile.levels.level_results import LevelsResult
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.results.danger_results import DangersResult
from anvilhead.service.as_built import as_built_view
from anvilhead.service.asked.documents import LabelsAsked
from anvilhead.service.heights.level_showing import levels_view
from anvilhead.service.holds import dangers_of
from anvilhead.service.marking import register_of
from anvilhead.service.record import zone_of
from anvilhead.service.shown.job_plans import plan_of, plans_of
from anvilhead.service.shown.showing import structure_view, whole_structure
from anvilhead.service.views.structure_views import StructureView
from anvilhead.service.views.worked_views import OutlineRead, OutlinesRead
from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.errors import Conflict
from anvilhead.store.notes import media_by_id
from anvilhead.store.tables import JobRow

LARGEST_OUTLINES = 60
"""Outlines of a drawing that are offered; the largest come first."""


@dataclass(frozen=True, slots=True)
class FileOut:
    """A file to hand out: its name without folder, its media type, its content."""

    name: str
    media_type: str
    content: bytes


def site_sheet(database: Database, structure_id: str, paper: str, now: datetime) -> FileOut:
    """The site sheet of a structure as PDF, for `a4` or `letter`."""
    from anvilhead.formats.site_sheet import SheetOf, write_site_sheet  # noqa: PLC0415

    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        view = structure_view(row)
        sheet = SheetOf(
            job=row.job.name,
            name=view.plan.name or view.name_in_file,
            size=view.plan.size,
            units=Units(row.job.units),
            result=view.result,
            calls=view.calls,
            printed=now.astimezone(zone_of(session, row.job_id)).date(),
            names=_names(row.job),
            squared_on=view.squared_on,
            holds=_holds_told(dangers_of(session, row, now)),
        )
    return FileOut(f"{view.name_in_file}-{paper}.pdf", "application/pdf", write_site_sheet(sheet, paper))


def _holds_told(dangers: DangersResult) -> list[str]:
    """Hold points that were gone past, with whose word, and those that stop the first stake."""
    past = [
        f"GONE PAST without it: {one.title}. {one.who}: {one.note}"
        for one in dangers.holds
        if one.state is HoldState.PAST
    ]
    stops = (HoldState.OPEN, HoldState.LAPSED)
    return past + [
        f"STOP: {one.title}. Nobody has looked."
        for one in dangers.holds
        if one.state in stops and "stakes" in one.stops
    ]


def operator_page(database: Database, structure_id: str, paper: str) -> FileOut:
    """The page for whoever digs, as PDF, for `a4` or `letter`.

    Raises:
        Conflict: when the plan says nothing of digging.
    """
    from anvilhead.formats.operator_page import OperatorPageOf, write_operator_page  # noqa: PLC0415

    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        plans = plans_of(row.job)
        view = whole_structure(row, plans)
        digging = view.document.digging
        if digging is None:
            raise Conflict("This plan says nothing of digging yet. Type the bucket under Marks, Digging, first.")
        page = OperatorPageOf(
            job=row.job.name,
            name=view.plan.name or view.name_in_file,
            units=Units(row.job.units),
            result=view.result,
            depths=_depths(digging.to, levels_view(row, plans).result) if digging.to else (),
        )
    return FileOut(f"{view.name_in_file}-digging-{paper}.pdf", "application/pdf", write_operator_page(page, paper))


def _depths(to: str, levels: LevelsResult) -> list[str]:
    """How deep, by the reading at the rod; alike readings once."""
    found = [one for one in levels.targets if one.name == to]
    told = [to_depth_text(to, one.target_reading_text, one.text) for one in found]
    return list(dict.fromkeys(told)) or [f"{to}: not among the heights yet. Add it under Levels, Height."]


def stake_labels(database: Database, structure_id: str, asked: LabelsAsked) -> FileOut:
    """Labels for the stakes of a structure, as PDF, in the size that was typed.

    Raises:
        DocumentRefused: when a label of that size cannot be read, or does not fit on the paper.
    """
    from anvilhead.formats.labels import LEAST_HIGH_MM, LEAST_WIDE_MM, LabelsOf, fits, write_labels  # noqa: PLC0415

    if not fits(asked.wide.mm, asked.high.mm, asked.paper):
        least = f"{LEAST_WIDE_MM:.0f} × {LEAST_HIGH_MM:.0f} mm"
        message = f"A label is at least {least}, and no larger than the sheet inside its white edge."
        refuse([Problem(pointer="/wide", code="label-size", message=message)])
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        plans = plans_of(row.job)
        view = whole_structure(row, plans)
        register = register_of(row, plans, view.result)
        rows = [one for one in register.rows if one.legend and (not asked.only or one.kind in asked.only)]
        sheet = LabelsOf(row.job.name, view.plan.name or view.name_in_file, rows, asked.wide.mm, asked.high.mm)
    name = f"{view.name_in_file}-labels-{asked.paper}.pdf"
    return FileOut(name, "application/pdf", write_labels(sheet, asked.paper))


def as_built_sheet(database: Database, structure_id: str, paper: str, now: datetime) -> FileOut:
    """The as-built record of a structure as PDF, for `a4` or `letter`."""
    from anvilhead.formats.as_built_sheet import AsBuiltSheetOf, write_as_built_sheet  # noqa: PLC0415

    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        view = as_built_view(session, row, now)
        photos = [
            (f"{f'{one.point}: ' if one.point else ''}{one.text or one.who}", small)
            for one in view.record.notes
            if one.media and (small := media_by_id(session, one.media, with_content=True).thumbnail)
        ]
        result = whole_structure(row, plans_of(row.job)).result
        of = AsBuiltSheetOf(view, result, Units(row.job.units), photos)
    name = f"{row.name_in_file}-as-built-{paper}.pdf"
    return FileOut(name, "application/pdf", write_as_built_sheet(of, paper))


def plan_dxf(database: Database, structure_id: str, now: datetime) -> FileOut:
    """The plan of a structure as DXF, a layer to each family, and one for what was found."""
    from anvilhead.formats.dxf import write_dxf  # noqa: PLC0415

    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        view, units = structure_view(row), Units(row.job.units)
        record = as_built_view(session, row, now).record
    name = view.plan.name or view.name_in_file
    drawing = plan_drawing(view.result)
    draw_found(drawing, record, closed=view.result.closed)
    text = write_dxf(drawing, name, units)
    return FileOut(f"{view.name_in_file}.dxf", "image/vnd.dxf", text.encode())


def plan_svg(database: Database, structure_id: str) -> FileOut:
    """The plan of a structure as SVG, to scale."""
    view, units = _structure(database, structure_id)
    name = view.plan.name or view.name_in_file
    text = write_svg(plan_drawing(view.result), name, units)
    return FileOut(f"{view.name_in_file}.svg", "image/svg+xml", text.encode())


def points_csv(database: Database, job_id: str, now: datetime) -> FileOut:
    """Every point of a job as CSV, millimetres."""
    with database.session() as session:
        job = store.job_by_id(session, job_id)
        store.fetch_whole(session, [row.id for row in job.structures])
        plans = plans_of(job)
        found = {plan_of(row).name or row.name_in_file: whole_structure(row, plans).result for row in job.structures}
        built = {
            plan_of(row).name or row.name_in_file: as_built_view(session, row, now).record
            for row in job.structures
            if row.accepted
        }
    text = write_points(found, built)
    return FileOut("points.csv", "text/csv", text.encode("utf-8-sig"))


def level_book(database: Database, structure_id: str) -> FileOut:
    """The level book of a structure's job as CSV."""
    with database.session() as session:
        row = store.structure_in_short(session, structure_id)
        plans = plans_of(row.job)
        text = write_level_csv(plans.record.levels, levels_view(row, plans).result, marks_for(Units(row.job.units)))
    return FileOut("level-book.csv", "text/csv", text.encode("utf-8-sig"))


def level_sheet(database: Database, structure_id: str, paper: str, today: date) -> FileOut:
    """The level sheet of a structure as PDF, for `a4` or `letter`."""
    from anvilhead.formats.level_sheet import LevelSheetOf, write_level_sheet  # noqa: PLC0415

    with database.session() as session:
        row = store.structure_in_short(session, structure_id)
        job = row.job
        view = levels_view(row, plans_of(job))
        plan = plan_of(row)
        labels = {point.name: point.label for point in view.points}
        name = plan.name or row.name_in_file
        sheet = LevelSheetOf(job.name, name, view.result, today, names=_names(job), labels=labels)
    return FileOut(f"{row.name_in_file}-levels-{paper}.pdf", "application/pdf", write_level_sheet(sheet, paper))


def outlines_in_dxf(raw: bytes) -> OutlinesRead:
    """The outlines of a DXF drawing to choose a footprint from.

    Raises:
        DocumentRefused: when it cannot be read as one.
    """
    from anvilhead.formats.dxf import DxfRefused, read_dxf  # noqa: PLC0415

    try:
        found = read_dxf(raw)
    except DxfRefused as error:
        raise DocumentRefused([Problem(pointer="", code="not-dxf", message=str(error))]) from error
    outlines = [
        OutlineRead(layer=outline.layer, closed=outline.closed, points=[[x, y] for x, y in outline.points])
        for outline in found.outlines[:LARGEST_OUTLINES]
    ]
    more = len(found.outlines) - len(outlines)
    skipped = [*found.skipped, *([f"{more} smaller outlines"] if more > 0 else [])]
    return OutlinesRead(unit=found.unit, outlines=outlines, skipped=skipped)


def outline_in_points(text: str, units: Units) -> OutlinesRead:
    """The points of a CSV file as one closed outline, in their order; millimetres.

    Raises:
        DocumentRefused: when there are no three points in it.
    """
    found = read_points(text, units)
    if len(found.points) < 3:
        first = f" {found.skipped[0]}" if found.skipped else ""
        message = f"Three points are needed; {len(found.points)} could be read. A line is name, x, y.{first}"
        raise DocumentRefused([Problem(pointer="", code="too-few-points", message=message)])
    points = [[point.x_mm, point.y_mm] for point in found.points]
    outline = OutlineRead(layer="points", closed=True, points=points)
    return OutlinesRead(unit="mm", outlines=[outline], skipped=list(found.skipped))


def _names(job: JobRow) -> dict[str, str]:
    """What the crew calls the structures of a job, by their names in the job file."""
    return {row.name_in_file: plan_of(row).name or row.name_in_file for row in job.structures}


def _structure(database: Database, structure_id: str) -> tuple[StructureView, Units]:
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        return structure_view(row), Units(row.job.units)
