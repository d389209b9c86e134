"""What the latest jobs of the yard say of the crew: its rounds, its tape, its slips, its instruments."""

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from statistics import fmean

from sqlalchemy.orm import Session

from anvilhead.core.again.recheck import Occasion
from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import SquareCheck, Verdict
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import STEEL_TAPE, TAPED, Pull, TapeClass, ordered_pair
from anvilhead.core.messages.made.trend_words import kept_text, made_text, pace_text, to_square_text
from anvilhead.core.trends.kept_to import KeptTo, Spare, kept_to
from anvilhead.core.trends.rounds import RoundPulled, pace_of, rounds_to_square
from anvilhead.core.trends.slip_made import slip_made
from anvilhead.core.units.length_printing import print_small
from anvilhead.core.units.units import Units
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.written.writing import tidy
from anvilhead.service.asked.shelf_documents import ShelfInstrument
from anvilhead.service.shelf.showing import drift_texts, tests_of
from anvilhead.service.shown.job_plans import layout_of, plan_of, plans_of, reading_of, rounds_in
from anvilhead.service.shown.kept import Kept
from anvilhead.service.views.trend_views import InstrumentTrend, KeptView, SlipTrend, StructureTrend, TrendsView
from anvilhead.store import jobs as store
from anvilhead.store import shelf
from anvilhead.store.database import Database
from anvilhead.store.jobs import Mark
from anvilhead.store.levels import level_marks
from anvilhead.store.tables import JobRow, PullRow, StructureRow

MOST_JOBS = 40
"""The latest that are looked at: a crew of last year is another crew."""


@dataclass(frozen=True)
class _Said:
    """What one structure's rounds say.

    Attributes:
        rounds: in their order; spare: of those that agree with themselves; left_out: how many do not.
        slips: made, by kind.
    """

    rounds: tuple[RoundPulled, ...]
    spare: tuple[Spare, ...]
    left_out: int
    slips: Counter[Slip]


_NOTHING = _Said((), (), 0, Counter())
_kept: Kept[_Said] = Kept(most=512)
"""By everything they are worked out from, so that a yard is looked through once."""


def trends(database: Database, units: Units | None = None) -> TrendsView:
    """What the latest jobs say; those of the samples only where there are no others.

    Args:
        database: of the yard.
        units: that lengths are said in; those of the latest job where none are named.
    """
    with database.session() as session:
        jobs = list(store.some_jobs(session, "", MOST_JOBS, 0, away=None))
        own = [job for job in jobs if not job.sample]
        looked_at = own or jobs
        units = units or (Units(looked_at[0].units) if looked_at else Units.M)
        heights = level_marks(session, [job.id for job in looked_at])
        said = _said_of(session, looked_at, heights)
        counted = [(job, row, said[row.id]) for job in looked_at for row in job.structures if said[row.id].rounds]
        instruments = _instruments(session, units, sample=not own and bool(jobs))
    every = [one for _, _, of in counted for one in of.rounds]
    structures = [_structure(job, row, of) for job, row, of in counted]
    square = Counter(one.to_square for one in structures if one.to_square)
    spare = [one for _, _, of in counted for one in of.spare]
    kept, left_out = kept_to(spare), sum(of.left_out for _, _, of in counted)
    slips = sum((of.slips for _, _, of in counted), Counter[Slip]())
    return TrendsView(
        units=units,
        jobs=len({job.id for job, _, _ in counted}),
        rounds=len(every),
        sample=not own and bool(jobs),
        structures=structures,
        to_square=to_square_text(square, sum(one.to_square is None for one in structures)),
        pace=pace_text(pace_of(every)),
        kept=_kept_view(kept, units) if kept else None,
        tape=kept_text(kept, STEEL_TAPE, units, sum(one.readings for one in spare), left_out),
        slips=[SlipTrend(slip=slip, count=of, text=made_text(slip)) for slip, of in slips.most_common()],
        instruments=instruments,
    )


def _said_of(session: Session, jobs: Sequence[JobRow], heights: Mapping[str, Mark]) -> dict[str, _Said]:
    """What the rounds of every structure say; once it was worked out, in a number of queries that does not grow."""
    marks = store.structure_marks(session, [row.id for job in jobs for row in job.structures])
    keys = {row.id: (row.id, layout_of(job), heights[job.id], marks[row.id]) for job in jobs for row in job.structures}
    pulled = [row for job in jobs for row in job.structures if any(marks[row.id])]
    unknown = [row for row in pulled if keys[row.id] not in _kept]
    store.fetch_whole(session, [row.id for row in unknown])
    said = {row.id: _NOTHING for job in jobs for row in job.structures}
    for row in pulled:
        said[row.id] = _kept.get(keys[row.id], partial(_work_out, row, heights[row.job_id]))
    return said


def _work_out(row: StructureRow, heights: Mark) -> _Said:
    rounds = rounds_in(row, plans_of(row.job, mark=heights))
    if any(pull.simulated for pulls in rounds.pulls.values() for pull in pulls):
        return _NOTHING  # tried out with a stand-in: nothing of it is the crew's
    times: dict[int, list[PullRow]] = {}
    for pull in row.pulls:
        times.setdefault(pull.round, []).append(pull)
    pulled = tuple(
        RoundPulled(
            squares=rounds.occasion(number) is Occasion.SQUARE,
            is_square=check.verdict is Verdict.SQUARE or number in rounds.accepted,
            times=tuple(pull.at for pull in times[number]),
        )
        for number, check in rounds.checks.items()
    )
    judged = [(check, rounds.pulls[number]) for number, check in rounds.checks.items()]
    slips = Counter(one.slip for check, _ in judged for one in check.suspects if one.certain)
    slips.update(_struck(row, rounds))
    spare = [one for check, pulls in judged if (one := _spare(check, pulls, rounds.naming.set_out.tape))]
    left_out = sum(check.fit.disagrees for check, _ in judged)
    return _Said(pulled, tuple(spare), left_out, slips)


def _spare(check: SquareCheck, pulls: Sequence[Pull], tape: TapeClass) -> Spare | None:
    """What a round had to spare; None where that says nothing of the steel tape alone, or of errors that are none."""
    by_tape = all(one.kind in TAPED and one.instrument == Instrument.STEEL_TAPE for one in pulls)
    if check.went_on or check.network.cut or check.fit.disagrees or check.fit.redundancy < 1 or not by_tape:
        return None
    length = fmean(one.length_mm for one in pulls)
    claimed = tape.sigma_mm(length) / STEEL_TAPE.sigma_mm(length)
    return Spare(check.fit.weighted_square_sum, check.fit.redundancy, length, claimed)


def _struck(row: StructureRow, rounds: Rounds) -> Iterator[Slip]:
    """What readings were that were struck and taken again, with that or by a pull of its own."""
    again_of = {_same(pull): pull for pull in row.pulls if not pull.strike}
    for pull in row.pulls:
        again = again_of.get(_same(pull)) if pull.strike else None
        check = rounds.checks.get(pull.round)
        readings = [reading_of(one) for one in (pull, again) if one]
        if check and len(readings) == 2 and all(map(rounds.naming.knows, readings)):
            was, instead = (rounds.naming.own(pull_of(one)) for one in readings)
            slip = slip_made(
                was,
                instead,
                rounds.naming.set_out.tape.sigma_mm(was.length_mm),
                others=rounds.pulls[pull.round],
                units=rounds.units,
                corners=check.fit.corners,
            )
            if slip:
                yield slip


def _same(pull: PullRow) -> tuple[object, ...]:
    """Equal for two readings of one thing in one round, whichever end the tape was held at."""
    reading = pull_of(reading_of(pull))
    return pull.round, reading.kind, ordered_pair(reading.start, reading.end), reading.line, reading.legs_mm


def _structure(job: JobRow, row: StructureRow, said: _Said) -> StructureTrend:
    return StructureTrend(
        job=job.id,
        job_name=job.name,
        structure=row.id,
        name=plan_of(row).name or row.name_in_file,
        rounds=sum(one.squares for one in said.rounds),
        to_square=rounds_to_square(said.rounds),
    )


def _kept_view(kept: KeptTo, units: Units) -> KeptView:
    error = kept.constant_mm(STEEL_TAPE, kept.times)
    return KeptView(
        rounds=kept.rounds,
        readings=kept.readings,
        error_mm=tidy(error),
        low_mm=tidy(kept.constant_mm(STEEL_TAPE, kept.low)),
        high_mm=None if kept.high is None else tidy(kept.constant_mm(STEEL_TAPE, kept.high)),
        claim_mm=tidy(STEEL_TAPE.constant_mm),
        error=print_small(error, units) or "0",
        claim=print_small(STEEL_TAPE.constant_mm, units) or "0",
        offer=print_small(error, units) if kept.is_told else None,
    )


def _instruments(session: Session, units: Units, *, sample: bool) -> list[InstrumentTrend]:
    """Instruments of the shelf that were tested on two days or more, in whichever jobs, by one kind of test."""
    rows = [row for row in shelf.instruments(session) if row.sample == sample and row.away_at is None]
    return [
        InstrumentTrend(device=row.name, told=told, text=text)
        for row in rows
        for told, text in drift_texts(row.name, tests_of(row, ShelfInstrument.model_validate(row.document)), units)
    ]
