"""From a reading of a document to the core's pull."""

from anvilhead.core.measure.nail_side import touch_mm
from anvilhead.core.measure.tape import Pull
from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.jobfile.documents.models import Reading


def pull_of(entry: Reading) -> Pull:
    """The core's pull of an entry.

    Raises:
        PullError: when it contradicts itself.
    """
    return Pull(
        start=entry.start,
        end=entry.end,
        reading_mm=entry.reading.mm,
        burn_mm=entry.burn.mm,
        fall_mm=entry.height_difference.mm,
        typed=entry.reading.written if isinstance(entry.reading.written, str) else "",
        round=entry.round,
        kind=entry.kind,
        line=entry.line or "",
        legs_mm=(entry.legs[0].mm, entry.legs[1].mm) if entry.legs else (0.0, 0.0),
        station_mm=entry.station.mm,
        offset_mm=entry.offset.mm,
        touch_mm=touch_mm(entry.touched.width.mm, entry.touched.start, entry.touched.end) if entry.touched else None,
        instrument=entry.instrument,
        family="" if entry.family in (None, WALL_FACE) else entry.family,
        simulated=entry.simulated,
    )
