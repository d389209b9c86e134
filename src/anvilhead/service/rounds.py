"""Rounds: begun for a reason, accepted by name; points lost and set again; the pull in hand; live changes."""

from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.again.recheck import Occasion
from anvilhead.core.check.squaring import SquareCheck, Verdict
from anvilhead.core.messages.coach_words import occasion_text, simulated_text
from anvilhead.core.messages.words import listed
from anvilhead.core.units.length_printing import print_difference, print_within
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import AcceptedEntry, JobFile, LostEntry, RoundEntry
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.results.square_results import RecheckResult
from anvilhead.jobfile.written.point_solving import solve_recheck
from anvilhead.service.asked.documents import Acceptance, InHandChange, LostCreate, RoundBegin, SetAgain
from anvilhead.service.shown.job_plans import burn_of, plans_of, rounds_in
from anvilhead.service.shown.showing import get_structure, structure_view
from anvilhead.service.views.round_views import InHand
from anvilhead.service.views.structure_views import StructureView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound
from anvilhead.store.people import By
from anvilhead.store.tables import AcceptanceRow, InHandRow, JobRow, LostPointRow, RoundRow, StructureRow


@again_when_busy
def begin_round(database: Database, structure_id: str, document: RoundBegin, by: By) -> StructureView:
    """Begin a round for a reason; beginning it again for the same reason changes nothing.

    Raises:
        Conflict: when it was begun for another reason.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        known = next((one for one in row.rounds if one.round == document.round), None)
        if known is None:
            store.add(session, _round_row(row, document.round, document.occasion, by), "This round is begun already.")
            text = f"Began round {document.round} {occasion_text(document.occasion)}."
            store.add_log(session, row.job, "round-begun", text, by, row.id)
        elif known.occasion != document.occasion:
            told = occasion_text(Occasion(known.occasion))
            raise Conflict(f"{known.who} began round {document.round} {told}. Reload to see it.")
    return get_structure(database, structure_id)


@again_when_busy
def accept_round(database: Database, structure_id: str, document: Acceptance, by: By) -> StructureView:
    """Accept a round as good enough, with what it is off; accepting it again by the same person changes nothing.

    Raises:
        Conflict: when the round is not the latest, or its corners are not known well enough to accept.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        rounds = rounds_in(row, plans_of(row.job))
        check = rounds.checks.get(document.round)
        if check is None or document.round != rounds.latest:
            raise Conflict(f"Round {document.round} is not the latest with readings. Reload, then accept that one.")
        if check.verdict in (Verdict.NEEDS_PULLS, Verdict.CHECK_READINGS) or check.worst is None:
            raise Conflict("These readings do not say where the corners are. Settle them first, then accept.")
        if told := simulated_text(rounds.simulated):
            raise Conflict(f"{told} Pull those with a real tape, or strike them, then accept.")
        if not any(one.round == document.round and one.who == by.who for one in row.accepted):
            tolerance = rounds.naming.set_out.tolerance_mm
            session.add(_acceptance_row(row, document.round, check.worst[1], tolerance, document.note, by))
            text = _acceptance_text(document, check, tolerance, rounds.units)
            store.add_log(session, row.job, "accepted", text, by, row.id)
    return get_structure(database, structure_id)


@again_when_busy
def take_acceptance_back(database: Database, structure_id: str, number: int, by: By) -> StructureView:
    """Take back that a round was accepted, whoever did; doing so twice changes nothing."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        standing = [one for one in row.accepted if one.round == number]
        for one in standing:
            one.back_by, one.back_at = by.who, by.at
        if standing:
            names = listed([one.who for one in standing])
            text = f"Took back that round {number} was accepted by {names}."
            store.add_log(session, row.job, "acceptance-taken-back", text, by, row.id)
    return get_structure(database, structure_id)


def _acceptance_text(
    document: Acceptance | AcceptedEntry, check: SquareCheck, tolerance_mm: float, units: Units
) -> str:
    corner, worst = check.worst or ("", 0.0)
    off, allowed = print_within(worst, units), print_difference(tolerance_mm, units)
    over = f", over the {allowed} allowed" if worst > tolerance_mm + NOTHING_MM else f" ({allowed} allowed)"
    note = f" {document.note}" if document.note else ""
    return f"Accepted round {document.round}: the worst corner, {corner}, is {off} off{over}.{note}"


@again_when_busy
def lose_point(database: Database, structure_id: str, document: LostCreate, by: By) -> StructureView:
    """Record that a point is gone; the answer says how to set it again.

    Raises:
        DocumentRefused: when the plan has no such point, or none of those named as left.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        if any(one.id == str(document.id) for one in row.lost):
            return structure_view(row)
        points = plans_of(row.job).namings[row.name_in_file].points
        places = [("/point", document.point), *((f"/left/{i}", name) for i, name in enumerate(document.left))]
        refuse(
            [
                Problem(pointer=pointer, code="unknown-corner", message=f"There is no point {name} here.")
                for pointer, name in places
                if name not in points
            ]
        )
        lost = _lost_row(str(document.id), row, document.point, document.left, by)
        store.add(session, lost, "The id of this lost point belongs to another.")
        left = f"; left are {', '.join(document.left)}" if document.left else ""
        said = store.Said((document.point,))
        store.add_log(session, row.job, "point-lost", f"{document.point} is gone{left}.", by, row.id, said)
    return get_structure(database, structure_id)


@again_when_busy
def set_again(database: Database, structure_id: str, lost_id: str, document: SetAgain, by: By) -> StructureView:
    """Record that a lost point stands again; saying so twice changes nothing."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        lost = _lost_in(row, lost_id)
        if lost.is_gone:
            lost.set_again, lost.set_by, lost.set_at = document.how, by.who, by.at
            text = f"Set {lost.point} again: {document.how}"
            store.add_log(session, row.job, "point-set", text, by, row.id, store.Said((lost.point,)))
    return get_structure(database, structure_id)


@again_when_busy
def found_after_all(database: Database, structure_id: str, lost_id: str, by: By) -> StructureView:
    """Record that a point said to be gone stands where it stood; saying so twice changes nothing."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        lost = _lost_in(row, lost_id)
        if lost.is_gone:
            lost.found_by, lost.found_at = by.who, by.at
            store.add_log(session, row.job, "point-found", f"{lost.point} is not gone.", by, row.id)
    return get_structure(database, structure_id)


def _lost_in(row: StructureRow, lost_id: str) -> LostPointRow:
    lost = next((one for one in row.lost if one.id == lost_id), None)
    if lost is None:
        raise NotFound("There is no such lost point here.")
    return lost


@again_when_busy
def take_in_hand(database: Database, structure_id: str, document: InHandChange, by: By) -> InHand:
    """Say which pull the crew is at, so that both ends of the tape see the same; the last one to say so counts."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        if row.in_hand is None:
            session.add(InHandRow(structure_id=row.id, call=document.call, who=by.who, at=by.at))
        else:
            row.in_hand.call, row.in_hand.who, row.in_hand.at = document.call, by.who, by.at
    return InHand(call=document.call, who=by.who, at=by.at)


def recheck(database: Database, structure_id: str) -> RecheckResult:
    """A short set of pulls that would show any corner moving by more than the tolerance, or as little as it can."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        plans = plans_of(row.job)
        starts_mm = plans.found[row.name_in_file].starts_mm(burn_of(row.job).mm)
        return solve_recheck(rounds_in(row, plans), starts_mm, Units(row.job.units))


def mark_of(database: Database, job_id: str) -> str:
    """A word that differs once anything of a job has changed."""
    with database.session() as session:
        number, in_hand = store.last_change(session, job_id)
    return f"{number}-{in_hand.isoformat() if in_hand else ''}"


def import_rounds(session: Session, row: StructureRow, name: str, file: JobFile, by: By) -> None:
    """Take over why rounds were pulled, what was accepted and what was lost."""
    for begun in file.rounds:
        if begun.structure == name:
            session.add(_round_row(row, begun.round, begun.occasion, by))
    for accepted in file.accepted:
        if accepted.structure == name:
            _import_acceptance(session, row, accepted, by, log=file.record is None)
    for lost in file.lost:
        if lost.structure == name:
            session.add(_lost_row(store.new_id(), row, lost.point, lost.left, by))


def _import_acceptance(session: Session, row: StructureRow, entry: AcceptedEntry, by: By, *, log: bool) -> None:
    session.flush()
    session.expire_all()
    rounds = rounds_in(row, plans_of(row.job))
    check = rounds.checks.get(entry.round)
    taken = by.unless_told(entry.who, entry.at)
    worst = check.worst[1] if check and check.worst else None
    tolerance = rounds.naming.set_out.tolerance_mm
    session.add(_acceptance_row(row, entry.round, worst, tolerance, entry.note, taken))
    if log and check:
        store.add_log(
            session, row.job, "accepted", _acceptance_text(entry, check, tolerance, rounds.units), taken, row.id
        )


def rounds_for_file(job: JobRow) -> dict[str, Any]:
    """Rounds, acceptances and points still lost, for a job file."""
    return {
        "rounds": [
            RoundEntry(structure=row.name_in_file, round=one.round, occasion=Occasion(one.occasion))
            for row in job.structures
            for one in row.rounds
        ],
        "accepted": [
            AcceptedEntry(structure=row.name_in_file, round=one.round, who=one.who, at=one.at, note=one.note)
            for row in job.structures
            for one in row.accepted
        ],
        "lost": [
            LostEntry(structure=row.name_in_file, point=one.point, left=one.left)
            for row in job.structures
            for one in row.lost
            if one.is_gone
        ],
    }


def _round_row(row: StructureRow, number: int, occasion: Occasion, by: By) -> RoundRow:
    return RoundRow(structure_id=row.id, round=number, occasion=occasion, who=by.who, at=by.at)


def _acceptance_row(
    row: StructureRow, number: int, worst_mm: float | None, tolerance_mm: float, note: str, by: By
) -> AcceptanceRow:
    return AcceptanceRow(
        structure_id=row.id,
        round=number,
        worst_mm=worst_mm,
        tolerance_mm=tolerance_mm,
        note=note,
        who=by.who,
        at=by.at,
    )


def _lost_row(lost_id: str, row: StructureRow, point: str, left: list[str], by: By) -> LostPointRow:
    return LostPointRow(id=lost_id, structure_id=row.id, point=point, left=left, who=by.who, at=by.at)
