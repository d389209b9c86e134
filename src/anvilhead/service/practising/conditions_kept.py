"""What a run is begun under, as it is kept: instruments of the shelf as they were claimed and tested that day."""

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any
from uuid import UUID

from sqlalchemy.orm import Session

from anvilhead.core.levels.level_instrument import LevelClass, LevelInstrument
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.practice.conditions import Conditions, OwnLevel, OwnTape
from anvilhead.core.practice.level_tasks import KINDS, Tool
from anvilhead.core.shelf.practised import practised_as
from anvilhead.core.units.units import Units
from anvilhead.jobfile.levels.written.said import class_of
from anvilhead.service.asked.shelf_documents import ShelfInstrument
from anvilhead.service.shelf.found import Found, device_of, found_in, tape_class_of, test_in
from anvilhead.store import shelf
from anvilhead.store.errors import Conflict
from anvilhead.store.shelf_tables import ShelfInstrumentRow


def kept_conditions(session: Session, instruments: Sequence[UUID], units: Units) -> dict[str, Any]:
    """Conditions of a run begun today.

    Raises:
        Conflict: when two instruments are for one thing, or one is for nothing that is practised.
        NotFound: when the shelf has no such instrument.
    """
    kept: dict[str, Any] = {
        "has_dangers": True,
        "tape": None,
        "levels": {},
        "units": units,
        "instruments": list(dict.fromkeys(map(str, instruments))),
    }
    for one in kept["instruments"]:
        row = shelf.instrument_by_id(session, one)
        instrument = ShelfInstrument.model_validate(row.document)
        use = practised_as(instrument.kind)
        if use is None:
            raise Conflict(f"“{row.name}” is nothing that is practised with. Leave it on the shelf.")
        if isinstance(use, Tool):
            taken, kept["levels"][use] = kept["levels"].get(use), asdict(_level(row, instrument, KINDS[use]))
        else:
            taken, kept["tape"] = kept["tape"], asdict(_tape(row, instrument))
        if taken:
            raise Conflict(f"“{taken['name']}” and “{row.name}” are for the same. Take one of them.")
    return kept


def conditions_of(kept: dict[str, Any] | None) -> Conditions:
    """Conditions as they were kept; runs from before there were any have none."""
    if kept is None:
        return Conditions()
    tape = kept["tape"] and OwnTape(**{**kept["tape"], "grade": TapeClass(**kept["tape"]["grade"])})
    levels = {
        Tool(tool): OwnLevel(**{**level, "grade": LevelClass(**level["grade"])})
        for tool, level in kept["levels"].items()
    }
    return Conditions(kept["has_dangers"], tape, levels, Units(kept.get("units", Units.FT_IN)))


def _last_test(row: ShelfInstrumentRow, instrument: ShelfInstrument) -> Found | None:
    """What the last test of it found that stands; None without one."""
    tests = [test_in(one) for one in sorted(row.tests, key=lambda one: one.at) if one.struck_at is None]
    stand = [test for test in tests if test is not None]
    return found_in(stand[-1], instrument) if stand else None


def _tape(row: ShelfInstrumentRow, instrument: ShelfInstrument) -> OwnTape:
    found = _last_test(row, instrument)
    lengths = found.lengths if found else None
    zero, scale = (lengths.zero, lengths.scale) if lengths else (None, None)
    return OwnTape(
        row.name,
        tape_class_of(instrument) or TapeClass(),
        zero.more if zero and zero.is_told else 0.0,
        scale.more if scale and scale.is_told else 0.0,
    )


def _level(row: ShelfInstrumentRow, instrument: ShelfInstrument, kind: LevelInstrument) -> OwnLevel:
    found = _last_test(row, instrument)
    truth = found.truths[0] if found and found.truths else None
    return OwnLevel(row.name, class_of(device_of(instrument), kind), truth.per_mm if truth and truth.over_mm else None)
