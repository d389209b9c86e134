"""What documents of levels mean to the core: kinds of things, benchmarks, instruments, what tests found."""

from collections.abc import Mapping

from anvilhead.core.levels import instrument_check
from anvilhead.core.levels.height_target import ThingKind
from anvilhead.core.levels.instrument_check import CheckKind, Truth
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.level_instrument import CLASSES, LevelClass, LevelInstrument
from anvilhead.core.units.errors import InputError
from anvilhead.jobfile.lengths import Length, mm_of
from anvilhead.jobfile.levels.documents import Device, LevelPlan, TargetPlan
from anvilhead.jobfile.levels.measured import CheckEntry

BENCHMARK = "BM"
"""Name of the benchmark where nobody named one."""

TOPS = (ThingKind.BOARD_TOPS, ThingKind.FORM_TOPS, ThingKind.POST_TOPS)
"""Things that cannot lie under the ground beside them."""


def kind_of(target: TargetPlan) -> ThingKind:
    """What a target is: as said, else by its name."""
    return target.kind or kind_named(target.name)


def kind_named(thing: str) -> ThingKind:
    """What a thing is by its name."""
    plain = thing.lower().rstrip("s")
    return next((kind for kind in ThingKind if kind.value.rstrip("s") == plain), ThingKind.OTHER)


def benchmarks_of(plan: LevelPlan) -> dict[Spot, float]:
    """Heights held as true; the datum itself when nobody said one."""
    said = [*([plan.benchmark] if plan.benchmark else []), *plan.benchmarks]
    return {Spot(one.name, one.thing or ""): one.height.mm for one in said} or {Spot(BENCHMARK): 0.0}


def class_of(device: Device | None, kind: LevelInstrument) -> LevelClass:
    """How good an instrument is: what its device says, else what the trade expects of its kind."""
    usual = CLASSES[kind]
    if device is None:
        return usual
    drift = device.drift.mm / device.drift_over.mm if device.drift and device.drift_over else usual.per_mm
    return LevelClass(
        usual.reading_mm if device.error is None else device.error.mm, drift, mm_of(device.reach) or usual.reach_mm
    )


def truths_of(check: CheckEntry, device: Device | None) -> tuple[Truth, ...]:
    """What a test found.

    Raises:
        InputError: when it cannot show anything.
    """
    kind = class_of(device, device.kind if device else LevelInstrument.OPTICAL)
    reads = [reading.mm for reading in check.readings]
    distance, near = (check.distance or Length(0.0, 0)).mm, check.near.mm
    if check.kind is CheckKind.TWO_PEG:
        far = distance + near if check.beyond else distance - near
        return (instrument_check.two_peg((reads[0], reads[1]), (reads[2], reads[3]), near, far, kind),)
    if check.kind is CheckKind.FOUR_WAYS:
        return instrument_check.four_ways(reads, distance, kind)
    if check.kind is CheckKind.TURN_ROUND:
        return (instrument_check.turn_round(reads[0], reads[1], distance, kind),)
    return (instrument_check.ends_together(reads[0], reads[1], kind),)


def tested(check: CheckEntry, devices: Mapping[str, Device]) -> tuple[Truth, ...]:
    """What a test found; nothing when it cannot show anything."""
    try:
        return truths_of(check, devices.get(check.device))
    except InputError:  # told by level_faults
        return ()
