"""Runs of the practice yard that are about strings, as clients get them."""

from typing import Any

from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Side
from anvilhead.core.messages.practised import string_words as say
from anvilhead.core.messages.practised.lessons import lesson_text
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.practice.debrief import debrief
from anvilhead.core.practice.gained import gained
from anvilhead.core.practice.practice_yard import PracticeYard, Step, steps_of
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.written.writing import place, tidy
from anvilhead.service.views.practice_views import DebriefView, PlannedLength, PracticePull, RunView, TruthView
from anvilhead.store.tables import PracticeRunRow


def of_strings(row: PracticeRunRow, yard: PracticeYard, head: dict[str, Any]) -> RunView:
    """A run of strings; `head`: what it shares with others."""
    units = Units(row.units)
    task, footprint = yard.task, yard.task.set_out.footprint
    return RunView(
        **head,
        tolerance_text=print_difference(task.set_out.tolerance_mm, units),
        corners={name: place(point) for name, point in footprint.corners.items()},
        sides=[_planned(side, units) for side in footprint.sides],
        diagonals=[_planned(one, units) for one in footprint.diagonals] if task.tells_diagonals else [],
        boards=[board.name for board in task.set_out.boards if task.at in ("", board.corner)],
        burn_text=print_length(task.burn_mm, units).text if task.burn_mm else None,
        swings_to=[side.name for side in footprint.sides] if task.swings else [],
        can_restake=task.restakes,
        always_called=task.misheard,
        own=[say.own_tape_text(yard.own, units)] if yard.own else [],
        pulls=[
            PracticePull(
                number=number,
                start=one.start,
                end=one.end,
                shows_mm=tidy(one.shows_mm),
                shows_text=print_length(one.shows_mm, units).text,
                called=print_length(one.shows_mm, units).text if one.called else None,
                written=None if one.written_mm is None else print_length(one.written_mm, units).text,
                after_moves=one.after,
                swing=one.swing,
            )
            for number, one in enumerate(yard.pulled)
        ],
        moved=[_moved(step, units) for step in steps_of([one.document for one in row.steps]) if step.do == "move"],
        pulls_left=task.pulls - len(yard.pulled),
        debrief=_debrief(yard, units) if yard.accepted else None,
    )


def _moved(step: Step, units: Units) -> str:
    way = "in" if step.inward_mm > 0 else "out"
    return f"{spoken(step.board)}: {print_difference(abs(step.inward_mm), units)} {way}"


def _planned(side: Side, units: Units) -> PlannedLength:
    return PlannedLength(start=side.start, end=side.end, text=print_length(side.length_mm, units).text)


def _debrief(yard: PracticeYard, units: Units) -> DebriefView:
    found, brought = debrief(yard, units), gained(yard, units)
    return DebriefView(
        outcome=found.outcome,
        text=say.outcome_text(found, units, restaked=yard.restaked, swings=yard.task.swings),
        lessons=list(found.lessons),
        lesson_texts=[lesson_text(lesson) for lesson in found.lessons],
        corners={name: place(point) for name, point in found.corners.items()},
        believed=_believed(found.check),
        coach="" if yard.task.swings else say.coach_text(found, yard.task, units),
        pulls=[
            TruthView(
                number=number,
                true_text=print_length(one.true_mm, units).text,
                off_mm=tidy(one.shows_mm - one.true_mm),
                text=say.truth_text(one, units),
                minutes=round(one.seconds / 60, 1),
                gained=what and say.gained_text(what, units),
                coach=what and say.coach_pull_text(one, what.coach),
            )
            for number, (one, what) in enumerate(zip(found.pulled, brought, strict=True))
        ],
    )


def _believed(check: SquareCheck | None) -> dict[str, Any] | None:
    if check is None or check.loose:
        return None
    return {name: place(point) for name, point in check.laid.corners.items()}
