"""Heights of a job recorded: set up, shoot, strike, test instruments."""

from sqlalchemy.orm import Session

from anvilhead.core.closing.questioned import off_rod
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.rod import marks_for
from anvilhead.core.messages.level_words import accepted_words, off_rod_words, simulated_words
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.levels.level_faults import DISTANCE_MISSING, OFF_STRING, level_problems, unknown_start
from anvilhead.jobfile.levels.measured import HeightsAccepted, ShotEntry
from anvilhead.jobfile.levels.written.accepted_solving import accepting
from anvilhead.jobfile.levels.written.book_solving import work_book
from anvilhead.jobfile.levels.written.said import benchmarks_of
from anvilhead.jobfile.levels.written.setup_solving import carried_by
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.working.placed import Site
from anvilhead.service.asked.level_documents import CheckCreate, HeightsAcceptance, SetupCreate, ShotCreate
from anvilhead.service.facts import said_of_shot
from anvilhead.service.heights.level_planning import keep_plan
from anvilhead.service.heights.level_record import LevelRecord, Setup, Shot, level_record
from anvilhead.service.heights.level_rows import accepted_row, check_row, setup_row, shot_row
from anvilhead.service.heights.level_showing import book_of, get_levels, levels_now
from anvilhead.service.shelf.of_jobs import keep_check, name_in, newest_check, take_from_shelf
from anvilhead.service.shown.job_plans import JobPlans, control_of, plans_of
from anvilhead.service.views.level_views import LevelsView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound
from anvilhead.store.levels import strike_shot as strike
from anvilhead.store.levels import take_strike_back as take_back
from anvilhead.store.people import By
from anvilhead.store.tables import JobRow


@again_when_busy
def begin_setup(database: Database, structure_id: str, document: SetupCreate, by: By) -> LevelsView:
    """Begin a setup; beginning it again with the same id changes nothing.

    Raises:
        DocumentRefused: when its instrument is not one of the crew's, or asks for a correction nobody found.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        record = level_record(session, job.id)
        if record.index_of(str(document.id)) is None:
            document = _from_shelf(session, job, document, by)
            record = level_record(session, job.id)
            refuse(_setup_problems(record, document))
            setup = setup_row(str(document.id), job.id, document, by)
            store.add(session, setup, "The id of this setup belongs to another.")
            name = document.device or document.instrument.value
            text = f"Set up the {name}: setup {len(record.setups) + 1}."
            store.add_log(session, job, "setup", text, by, row.id)
    return get_levels(database, structure_id, str(document.id))


def _from_shelf(session: Session, job: JobRow, document: SetupCreate, by: By) -> SetupCreate:
    """A setup whose instrument stands in the job's plan, with the newest test where it is corrected by that."""
    if document.shelf is not None:
        record, shelf = level_record(session, job.id), str(document.shelf)
        device = take_from_shelf(session, job, shelf, [one.name for one in record.plan.devices], by)
        if device is not None:
            plan = record.plan.model_copy(update={"devices": [*record.plan.devices, device]})
            keep_plan(session, job, record.revision + 1, plan.model_dump(mode="json"), by)
            store.add_log(session, job, "instrument-taken", f"Took {device.name} from the shelf.", by)
        name = name_in(session, job, shelf)
        kind = next(one.kind for one in level_record(session, job.id).plan.devices if one.name == name)
        document = document.model_copy(update={"device": name, "instrument": kind})
    newest = newest_check(session, job, document.device) if document.corrected and document.device else None
    if newest is not None:
        check, made = newest
        store.add(session, check_row(None, job.id, check, made), "This test is there already.")
        text = f"Took over a test of {check.device} from the shelf: {check.kind}, by {made.who}."
        store.add_log(session, job, "instrument-tested", text, by)
    return document


def _setup_problems(record: LevelRecord, document: SetupCreate) -> list[Problem]:
    devices = [device.name for device in record.plan.devices]
    if document.device and document.device not in devices:
        message = f"There is no instrument “{document.device}”. Known: {', '.join(devices) or 'none yet'}."
        return [Problem(pointer="/device", code="unknown-instrument", message=message)]
    if document.corrected and document.device not in [check.entry.device for check in record.checks]:
        message = "Nothing to correct by: this instrument was not tested. Test it first."
        return [Problem(pointer="/corrected", code="not-tested", message=message)]
    return []


@again_when_busy
def record_shot(
    database: Database, structure_id: str, setup_id: str, document: ShotCreate, by: By, in_hand: str | None = None
) -> LevelsView:
    """Record a reading; one that replaces another strikes that out and takes its place.

    Target readings of the answer are for the setup in hand, the reading's own when none is named.

    Raises:
        DocumentRefused: when a setup would begin where nobody knows the height, or no rod shows the reading.
        Conflict: when its id was used for another reading, or the one it replaces is struck already.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        plans, in_hand = plans_of(job), in_hand or setup_id
        index = plans.record.index_of(setup_id)
        if index is None:
            raise NotFound("There is no such setup here.")
        known = plans.record.shot(str(document.id))
        if known is not None:
            _refuse_another(known[1], setup_id, document)
            return levels_now(session, structure_id, in_hand)
        replaced = _replaced(plans.record.setups[index], document)
        refuse(_shot_problems(plans, Units(job.units), index, replaced, document))
        shot = shot_row(document.id, setup_id, document, by)
        store.add(session, shot, "This reading is being recorded already. Try again.")
        text = f"Setup {index + 1}: {Spot(shot.point, shot.thing or '')} read {shot.reading_written}."
        if replaced:
            strike(session, replaced.id, by.who, by.at, replaced_by=shot.id)
            text += f" Replaces {replaced.reading.text} by {replaced.who}."
        said = said_of_shot(plans.record, plans.record.setups[index], shot.point)
        store.add_log(session, job, "shot", text, by, row.id, said)
    return get_levels(database, structure_id, in_hand)


def _replaced(setup: Setup, document: ShotCreate) -> Shot | None:
    """The reading that a new one stands in place of."""
    if document.replaces is None:
        return None
    shot = next((one for one in setup.shots if one.id == str(document.replaces)), None)
    if shot is None:
        raise NotFound("There is no such reading in this setup.")
    if shot.strike is not None:
        raise store.already_struck(shot.strike.who)
    return shot


def _refuse_another(known: Shot, setup_id: str, document: ShotCreate) -> None:
    same = (known.setup_id, known.point, known.reading.text)
    if same != (setup_id, document.at, document.reading.text):
        raise Conflict("The id of this reading belongs to another reading. Enter it afresh.")


def _shot_problems(
    plans: JobPlans, units: Units, index: int, replaced: Shot | None, document: ShotCreate
) -> list[Problem]:
    """A shot that no rod shows, cannot be corrected as its setup asks, or leaves its setup without a height."""
    setup = plans.record.setups[index]
    rod, marks = mm_of(setup.head.rod_length), setup.head.rod or marks_for(units)
    for key, reading in (("reading", document.reading), ("turned", document.turned), ("bracket", document.bracket)):
        if reading and off_rod(reading.mm, rod):
            return [Problem(pointer=f"/{key}", code="off-rod", message=off_rod_words(reading.mm, rod, marks))]
    known = book_of(plans, units)
    levels, points = known.levels, known.points
    if setup.head.corrected and document.distance is None and not (setup.head.place and document.at in points.places):
        return [Problem(pointer="/distance", code="distance-missing", message=DISTANCE_MISSING)]
    string = known.strings.get(setup.head.string or "")
    if string is not None and string.station_of(document.at, mm_of(document.distance)) is None:
        return [Problem(pointer="/distance", code="off-string", message=OFF_STRING)]
    if replaced is None and known.book.setups[index].hi_mm is not None:
        return []  # one reading more takes no height away
    standing = [shot for shot in setup.in_book_order if not shot.strike]
    entries = [shot.entry for shot in standing]
    new = ShotEntry(at=document.at, thing=document.thing, reading=document.reading)
    at = standing.index(replaced) if replaced else len(standing)
    after = levels.setups[index].model_copy(update={"shots": [*entries[:at], new, *entries[at + 1 :]]})
    setups = [*levels.setups[:index], after]
    book = work_book(levels.model_copy(update={"setups": setups}), points, units).book
    if book.setups[index].hi_mm is not None or len(standing) < len(setup.shots):
        return []  # it has a height, or was adrift before
    message = unknown_start(Spot(document.at, document.thing or ""), index, benchmarks_of(levels))
    return [Problem(pointer="/at", code="unknown-start", message=message)]


@again_when_busy
def strike_shot(
    database: Database, structure_id: str, shot_id: str, by: By, in_hand: str | None = None, *, anyway: bool = False
) -> LevelsView:
    """Strike a reading out; it stays in the record.  Striking it twice changes nothing.

    One that carries the heights of others is struck only when somebody says `anyway`.

    Raises:
        Conflict: when others hang on it, and nobody said that they may go.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        plans = plans_of(job)
        index, shot = _shot_in(plans.record, shot_id)
        if shot.strike is None:
            carries = None if anyway else _carries(plans, index, shot)
            if carries:
                raise Conflict(carries)
            strike(session, shot.id, by.who, by.at)
            text = f"Setup {index + 1}: struck {Spot(shot.point, shot.thing or '')} {shot.reading.text}."
            store.add_log(session, job, "shot-struck", text, by, row.id)
    return get_levels(database, structure_id, in_hand)


@again_when_busy
def take_strike_back(
    database: Database, structure_id: str, shot_id: str, by: By, in_hand: str | None = None
) -> LevelsView:
    """Let a struck reading count again; doing so twice changes nothing."""
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        index, shot = _shot_in(level_record(session, job.id), shot_id)
        if shot.strike is not None:
            take_back(session, shot.strike.number, by.who, by.at)
            text = f"Setup {index + 1}: {Spot(shot.point, shot.thing or '')} {shot.reading.text} counts again."
            store.add_log(session, job, "shot-strike-taken-back", text, by, row.id)
    return get_levels(database, structure_id, in_hand)


def _shot_in(record: LevelRecord, shot_id: str) -> tuple[int, Shot]:
    """A reading, and the index of its setup."""
    found = record.shot(shot_id)
    if found is None:
        raise NotFound("There is no such reading here.")
    return found


def _carries(plans: JobPlans, index: int, shot: Shot) -> str | None:
    """What would go with a reading, in words; None when nothing hangs on it."""
    if plans.book is None:
        return None
    number = plans.record.setups[index].in_book_order.index(shot)
    return carried_by(plans.book, (index, plans.book.kept[index].index(number)))


@again_when_busy
def accept_heights(
    database: Database, structure_id: str, document: HeightsAcceptance, by: By, in_hand: str | None = None
) -> LevelsView:
    """Accept what of a structure was set to height, by name, with what it is off.

    Raises:
        Conflict: when nothing was set yet, a stand-in read something, or something is over its tolerance and nobody
            says why.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        plans, units = plans_of(job), Units(job.units)
        book = book_of(plans, units)
        if told := simulated_words(book.simulated):
            raise Conflict(f"{told} Strike its readings and shoot them with a real instrument, then accept.")
        accepted = accepting(book, row.name_in_file, document.note.strip())
        if not accepted.heights:
            raise Conflict("Nothing here was set to height and shot yet. Set something, then accept it.")
        if accepted.over and not accepted.note:
            first = accepted.over[0]
            raise Conflict(f"{first[:1].upper()}{first[1:]}. Say why it is good enough, for the record.")
        session.add(accepted_row(job.id, accepted, by))
        note = f" {accepted.note}" if accepted.note else ""
        text = f"{accepted_words(len(accepted.heights), accepted.over, ())}{note}"
        store.add_log(session, job, "heights-accepted", text, by, row.id)
    return get_levels(database, structure_id, in_hand)


@again_when_busy
def take_heights_back(database: Database, structure_id: str, by: By, in_hand: str | None = None) -> LevelsView:
    """Take back that a structure's heights were accepted, whoever did; doing so twice changes nothing."""
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        record = level_record(session, job.id)
        mine = [one.entry for one in record.accepted if one.entry.structure == row.name_in_file]
        if mine and not mine[-1].back:
            session.add(accepted_row(job.id, HeightsAccepted(structure=row.name_in_file, back=True), by))
            text = f"Took back that heights were accepted by {mine[-1].who}."
            store.add_log(session, job, "heights-acceptance-taken-back", text, by, row.id)
    return get_levels(database, structure_id, in_hand)


@again_when_busy
def record_check(
    database: Database, structure_id: str, document: CheckCreate, by: By, in_hand: str | None = None
) -> LevelsView:
    """Keep a test of an instrument with it.

    Raises:
        DocumentRefused: when there is no such instrument, or the test cannot show anything.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        record = level_record(session, job.id)
        if not any(check.id == str(document.id) for check in record.checks):
            alone = Levels(devices=record.plan.devices, checks=[document])
            problems = level_problems(alone, Site(control_of(job), {}, {}), "")
            refuse([p.model_copy(update={"pointer": p.pointer.removeprefix("/checks/0")}) for p in problems])
            row_of = check_row(document.id, job.id, document, by)
            store.add(session, row_of, "The id of this test belongs to another.")
            keep_check(session, job, row_of, document.device)
            text = f"Tested {document.device}: {document.kind}."
            store.add_log(session, job, "instrument-tested", text, by, row.id)
    return get_levels(database, structure_id, in_hand)
