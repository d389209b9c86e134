"""Looking again and finding again, written down: the pulls of a re-check, and the ways back to a lost point."""

import math
from collections.abc import Collection, Sequence

from anvilhead.core.adjust.hold import Laid
from anvilhead.core.again.lost_point import Recovery, Survivor, Tie, recoveries
from anvilhead.core.again.recheck import recheck_set
from anvilhead.core.measure.instrument import STRING_MM
from anvilhead.core.messages import coach_words
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.length_printing import print_within
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results import square_results as r
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.written.writing import ellipse_of, place, text_of, tidy

MOST_WAYS = 4


def solve_recheck(rounds: Rounds, burn_mm: float, units: Units) -> r.RecheckResult:
    """A short set of pulls that would show movement since the last round that was accepted."""
    naming = rounds.squared
    found = recheck_set(naming.set_out, rounds.checks.get(rounds.last_accepted or 0))
    at = naming.footprint.corners
    return r.RecheckResult(
        pulls=[
            r.RecheckPull(
                start=a,
                end=b,
                call_mm=tidy(at[a].distance_to(at[b]) + burn_mm),
                call_text=text_of(at[a].distance_to(at[b]) + burn_mm, units),
            )
            for a, b in found.pulls
        ],
        shows_mm=None if found.shows_mm is None else tidy(found.shows_mm),
        text=coach_words.recheck_text(found, naming.set_out.tolerance_mm, units),
    )


def solve_lost(
    naming: Naming,
    point: str,
    left: Sequence[str],
    rounds: Rounds | None,
    burn_mm: float,
    units: Units,
    *,
    gone: Collection[str] = (),
) -> r.LostResult:
    """The ways back to a lost point.

    Args:
        naming: the structure's names.
        point: the lost one.
        left: points that are left; all other corners and stakes when none are named.
        rounds: rounds judged, for where the corners stand and how well that is known.
        burn_mm: where the tape is started.
        units: of the tape.
        gone: points that are gone as well, whenever that was said; nothing is measured from them.
    """
    lost = naming.points[point]
    names = left or [*naming.footprint.corners, *naming.stakes]
    laid = _as_found(rounds)
    found = {name: laid.corners[name] for name, ellipse in laid.ellipses.items() if ellipse} if laid else {}
    survivors = [
        Survivor(name, found.get(name, naming.points[name]), naming.points[name])
        for name in names
        if name != point and name not in gone
    ]
    ways: Sequence[Recovery] = ()
    trouble = None
    try:
        ways = recoveries(lost, survivors, naming.set_out.tape, STRING_MM, laid.spread if laid else None)
    except GeometryError as error:
        trouble = error.message
    return r.LostResult(
        point=point,
        place=place(lost),
        ways=[_way(point, way, burn_mm, units) for way in ways[:MOST_WAYS]],
        trouble=trouble,
    )


def _as_found(rounds: Rounds | None) -> Laid | None:
    """Where the latest round found everything, if it could tell, and was pulled on the walls' own lines."""
    if rounds is None or rounds.latest is None or rounds.squared is not rounds.naming:
        return None
    check = rounds.checks[rounds.latest]
    return None if check.worst is None else check.laid


def _way(point: str, way: Recovery, burn_mm: float, units: Units) -> r.WayBack:
    return r.WayBack(
        way=way.way,
        ties=[_tie(tie, burn_mm, units) for tie in way.ties],
        line=list(way.line) if way.line else None,
        ellipse=ellipse_of(way.ellipse),
        error_text=print_within(way.ellipse.major_mm, units),
        crossing_deg=round(math.degrees(way.crossing_rad), 1),
        poor=way.is_poor,
        mirror=place(way.mirror) if way.mirror else None,
        mirror_text=coach_words.mirror_text(point, way, burn_mm, units),
        check=way.check and _tie(way.check, burn_mm, units),
        text=coach_words.recovery_text(point, way, burn_mm, units),
    )


def _tie(tie: Tie, burn_mm: float, units: Units) -> r.TieResult:
    return r.TieResult(
        start=tie.start, length_mm=tidy(tie.length_mm), call_text=text_of(tie.length_mm + burn_mm, units)
    )
