"""Results of heights to be decided: the first board, candidates for a finish, runs that fall."""

from anvilhead.core.ground.finish_choice import FinishRule
from anvilhead.jobfile.results.result_parts import Place, Result


class FirstBoardResult(Result):
    """A board top that everything goes by, held against the ground of the other boards as far as that is known.

    Attributes:
        at, thing: where it stands; height_mm: what it is called.
        least_mm, most_mm: where one string does for every board known; null when stakes are cut to measure.
        off_mm: how far it must go up for that; minus: down; null where no one height does.
    """

    structure: str
    at: str
    thing: str
    height_mm: float
    least_mm: float
    most_mm: float | None
    off_mm: float | None
    works: bool
    text: str


class ClearanceResult(Result):
    """A thing held against the ground everywhere inside the outline of its structure.

    Attributes:
        least_mm: least clearance, below zero where the ground stands over it; least_at: where.
        low_pieces: where it is less than wanted, to be drawn.
        seen_share: of the outline, between shots.
    """

    structure: str
    thing: str
    height_mm: float
    wanted_mm: float
    least_mm: float
    least_at: Place
    low_pieces: list[list[Place]]
    seen_share: float
    works: bool
    text: str


class CandidateResult(Result):
    """A height for a finish by one rule, and what it makes of the slab.

    Attributes:
        least_mm, most_mm, mean_mm: thickness over the base, null where it was not shot; least_at, most_at: where.
        concrete_mm3: with the plan's waste; by the planned thickness where the base was not shot.
        target_reading_mm: with the instrument as it stands; null without one.
        thin: points where it is too thin; works: nowhere too thin, and no stake or post that breaks.
        troubles: what does not work at this height, one sentence each; text: in a sentence.
    """

    rule: FinishRule
    name: str
    height_mm: float
    height_text: str
    least_mm: float | None
    least_text: str | None
    least_at: Place | None
    most_mm: float | None
    most_text: str | None
    most_at: Place | None
    mean_mm: float | None
    mean_text: str | None
    concrete_mm3: float
    concrete_text: str
    target_reading_mm: float | None
    target_reading_text: str | None
    thin: list[str]
    works: bool
    troubles: list[str]
    text: str


class LayerResult(Result):
    """A layer under the finish that was taken: its top and bottom, and the reading on its top."""

    name: str
    top_mm: float
    top_text: str
    bottom_mm: float
    reading_text: str | None


class AdoptedResult(Result):
    """The finish that was taken.

    Attributes:
        drift_mm: how far what its rule would give now lies from it, above zero higher; null where that gives nothing.
        set_again: things that were set to another height, by thing and point; text: what that means.
    """

    rule: FinishRule
    name: str
    height_mm: float
    height_text: str
    target_reading_text: str | None
    drift_mm: float | None
    set_again: list[str]
    text: str


class FinishResult(Result):
    """A finish and the heights it could go to; `text` says what is missing."""

    name: str
    structure: str
    outline: list[Place]
    candidates: list[CandidateResult]
    adopted: AdoptedResult | None
    layers: list[LayerResult]
    text: str


class RunStationResult(Result):
    """A station of a run; null where the ground was not shot.

    Attributes:
        cut_mm: from the ground down to the invert, below zero above it; short_mm: what is missing of the cover.
        drop_mm: from the string, or the level line of its height, down to the invert; null where none is said.
        reading_mm: on the invert, with the instrument as it stands; null without one.
        stake_mm: the stake that carries the string there; null without a string.
    """

    along_mm: float
    along_text: str
    place: Place
    ground_mm: float | None
    ground_text: str | None
    invert_mm: float
    invert_text: str
    cut_mm: float | None
    cut_text: str | None
    short_mm: float | None
    short_text: str | None
    drop_mm: float | None
    drop_text: str | None
    reading_mm: float | None
    reading_text: str | None
    stake_mm: float | None
    stake_text: str | None


class RunResult(Result):
    """A run that falls.

    Attributes:
        fall_share, ground_share, most_share: wanted, of the ground from end to end, and the most down to the outlet,
            for each unit of length; null where an end was not shot, or no outlet is said.
        end_mm: invert at the end.
        works: whether the fall can be had and the cover is there wherever the ground was shot.
        troubles: what does not work, one sentence each; text: in a sentence.
    """

    name: str
    start: Place
    end: Place
    length_mm: float
    length_text: str
    fall_share: float
    fall_text: str
    ground_share: float | None
    most_share: float | None
    end_mm: float
    stations: list[RunStationResult]
    works: bool
    troubles: list[str]
    text: str
