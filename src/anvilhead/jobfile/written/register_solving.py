"""The register of a structure: every mark, stake and piece, what is written on it, what became of it."""

import math
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made import stake_words as say
from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.core.stakes.legend import legend_for
from anvilhead.core.stakes.register import STANDS, Doing, Done, latest, left_behind_mm
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.stakes import DoneEntry
from anvilhead.jobfile.results import stake_results as r
from anvilhead.jobfile.results.result_parts import Place
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import text_of, tidy

Grades = Mapping[str, Sequence[str]]
"""Cut or fill to each named surface, by the point it was shot at."""
_PIECES = (r.ThingKind.NAIL, r.ThingKind.FORM)


def solve_register(
    found: Planned, result: StructureResult, done: Sequence[DoneEntry], units: Units, grades: Grades | None = None
) -> r.RegisterResult:
    """The register of a structure.

    Args:
        found: its plan worked out.
        result: its results.
        done: what was done to its marks, in that order.
        units: of the texts.
        grades: what was shot at them; none where nobody asks for legends.
    """
    last = latest(Done(one.what, one.doing, None if one.planned is None else tuple(one.planned)) for one in done)
    entries = {one.what: one for one in done}
    rows = [_row(found, thing, last, entries, units, grades) for thing in things_of(found, result)]
    known = {row.what for row in rows}
    gone = [say.gone_text(what, one.doing) for what, one in last.items() if what not in known and one.doing in STANDS]
    rechecks = sum(row.recheck is not None for row in rows) + len(gone)
    counts = Counter(say.doing_text(row.doing or Doing.NOT_DONE) for row in rows)
    return r.RegisterResult(
        rows=rows,
        counts=dict(counts),
        rechecks=rechecks,
        text=" ".join([say.register_text(counts, len(rows), rechecks), *gone]),
    )


Thing = tuple[str, r.ThingKind, Place | None, list[float], str]
"""Its name in the register, what it is, where it is, the numbers of the plan that it is made by, and those in words."""


def things_of(found: Planned, result: StructureResult) -> Iterator[Thing]:
    """Everything that is marked, driven or cut for a structure, in the order of the work."""
    kinds = r.ThingKind

    def at(name: str, kind: r.ThingKind, where: Place, says: str = "", *more: float | None) -> Thing:
        numbers = [where.x_mm, where.y_mm, *(tidy(one) for one in more if one is not None)]
        return name, kind, where, numbers, says

    for name, where in result.corners.items():
        yield at(name, kinds.CORNER, where)
    for board in result.boards:
        yield at(board.board, kinds.NAIL, board.nail, f"{board.setback_text} out")
    for name, where in result.stake_points.items():
        yield at(name, kinds.STAKE, where)
    for line in result.offset_lines:
        for end, where in ((1, line.start), (2, line.end)):
            yield at(f"{line.name} {end}", kinds.OFFSET, where, line.text)
    for name, spot in result.places.items():
        yield at(name, kinds.PLACE, spot, spot.text)
    for post in result.fence.posts if result.fence else ():
        deep = f", {post.depth_text} deep" if post.depth_text else ""
        yield at(post.name, kinds.POST, post.centre, f"{post.station_text}{deep}", post.depth_mm)
    for pad in result.digging.pads if result.digging else ():
        xs, ys = [corner.x_mm for corner in pad.corners], [corner.y_mm for corner in pad.corners]
        middle = Place(x_mm=tidy(sum(xs) / 4), y_mm=tidy(sum(ys) / 4))
        yield at(pad.name, kinds.PAD, middle, pad.size_text, pad.diagonal_mm)
    for side in result.forms.sides if result.forms else ():
        pieces = [piece.mm for piece in side.pieces]
        yield f"form {side.line}", kinds.FORM, None, pieces, " + ".join(piece.text for piece in side.pieces)


def _row(
    found: Planned,
    thing: Thing,
    last: Mapping[str, Done],
    entries: Mapping[str, DoneEntry],
    units: Units,
    grades: Grades | None,
) -> r.RegisterRow:
    what, kind, where, numbers, says = thing
    done, entry = last.get(what), entries.get(what)
    moved = left_behind_mm(done, numbers) if done else 0.0
    return r.RegisterRow(
        what=what,
        kind=kind,
        place=where,
        says=says,
        planned=numbers,
        doing=None if done is None or done.doing is Doing.NOT_DONE else done.doing,
        who=entry and entry.who,
        at=entry and entry.at,
        note=entry.note if entry else "",
        recheck=say.recheck_text(what, done.doing, moved, units) if done and moved else None,
        legend=_legend(found, what, where, units, grades)
        if grades is not None and where and kind not in _PIECES
        else None,
    )


def _legend(found: Planned, what: str, where: Place, units: Units, grades: Grades) -> r.LegendResult:
    legend = legend_for(Point(where.x_mm, where.y_mm), found.footprint)
    ring = None if legend.toward is None else text_of(legend.offset_mm, units)
    station = None if legend.station_mm is None else text_of(legend.station_mm, units)
    of = WALL_FACE if found.footprint.closed else "line"
    refers = say.legend_refers(legend.line, legend.corner, station, of)
    grade = list(grades.get(what, ()))
    return r.LegendResult(
        ring=ring,
        toward_deg=None if legend.toward is None else tidy(math.degrees(math.atan2(legend.toward.y, legend.toward.x))),
        refers=refers,
        grade=grade,
        plain=say.legend_plain(what, ring, refers, grade),
    )
