"""What clients get of jobs and their site: cards, the whole job, its record."""

from datetime import datetime

from anvilhead.core.check.squaring import Verdict
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.control import Control, ControlKind
from anvilhead.jobfile.results.result_parts import Place, Result
from anvilhead.jobfile.usual import Usual
from anvilhead.service.views.structure_views import NextThing, ShownLength, StageName, StageView


class SitePoint(Place):
    """A point held as true."""

    name: str


class SiteLine(Result):
    """A boundary, a wall or a line held as true."""

    name: str
    kind: ControlKind
    closed: bool
    points: list[Place]


class SiteView(Result):
    """What is held as true, in millimetres, to be drawn."""

    points: list[SitePoint]
    lines: list[SiteLine]


class StructureSummary(Result):
    """A structure in short: a small true drawing and where it stands.

    `sides` are its lines; `on_site` are its corners on the site, null when it is not placed.
    """

    id: str
    name_in_file: str
    name: str
    kind: str
    size: str
    closed: bool
    corners: dict[str, Place]
    sides: list[str]
    on_site: dict[str, Place] | None
    verdict: Verdict | None
    stages: list[StageView]
    next: NextThing


class JobView(Result):
    """A job, its structures in short; `burns` are the usual marks to start its tape at, the one in use first.

    `usual` is what fields start from, or mean when they are left empty.
    """

    id: str
    name: str
    units: Units
    burn: ShownLength
    burns: list[str]
    usual: Usual
    control: Control
    can_undo_control: bool
    site: SiteView
    revision: int
    sample: bool
    changed_at: datetime
    structures: list[StructureSummary]


class JobSummary(Result):
    """A job as the yard shows it; `archived` when it was put away."""

    id: str
    name: str
    units: Units
    sample: bool
    archived: bool
    changed_at: datetime
    structures: list[StructureSummary]


class ThrownView(Result):
    """A job or a structure of one that was thrown away; `until`: there is a way back."""

    job_id: str
    structure_id: str | None
    name: str
    job: str
    at: datetime
    until: datetime


class LogEntryView(Result):
    """One thing that happened; a later one has a higher number.

    Attributes:
        at: by the server's clock; on_device: by the device's, where it was recorded earlier and sent later.
        stage: where it is looked at; null for what belongs to the job as a whole.
        points: of the plan that it speaks of; facts: what belongs to it, each with its name.
        from_file: it came with a job file.
    """

    number: int
    at: datetime
    on_device: datetime | None
    who: str
    action: str
    stage: StageName | None
    structure_id: str | None
    text: str
    points: list[str]
    facts: dict[str, str]
    from_file: bool


class RecordPeople(Result):
    """Whose names are in a record, and in which time zone its days are counted."""

    people: list[str]
    zone: str


def site_view(control: Control) -> SiteView:
    """Control in millimetres."""
    return SiteView(
        points=[SitePoint(name=point.name, x_mm=point.x.mm, y_mm=point.y.mm) for point in control.points],
        lines=[
            SiteLine(
                name=line.name,
                kind=line.kind,
                closed=line.closed,
                points=[Place(x_mm=x.mm, y_mm=y.mm) for x, y in line.points],
            )
            for line in control.lines
        ],
    )
