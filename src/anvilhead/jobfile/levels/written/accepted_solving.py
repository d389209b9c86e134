"""Heights accepted by name: what they were then, and what has changed since."""

from anvilhead.core.levels.height_target import moved_since
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages.level_words import accepted_words
from anvilhead.core.messages.spoken import spoken
from anvilhead.jobfile.lengths import length_of
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.measured import HeightFound, HeightsAccepted
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.height_solving import solve_targets


def solve_accepted(book: Book) -> list[r.AcceptedResult]:
    """What stands accepted, the latest of each structure; what was taken back is left out."""
    latest = {one.structure: one for one in book.levels.accepted}
    return [_accepted(book, one) for one in latest.values() if not one.back]


def _accepted(book: Book, one: HeightsAccepted) -> r.AcceptedResult:
    then = {Spot(found.at, found.thing): found.height.mm for found in one.heights}
    changed = [str(spot) for spot in moved_since(then, set_heights(book, one.structure))]
    return r.AcceptedResult(
        structure=one.structure,
        who=one.who,
        taken=one.taken,
        note=one.note,
        count=len(one.heights),
        over=one.over,
        changed=changed,
        text=accepted_words(len(one.heights), one.over, changed),
    )


def set_heights(book: Book, structure: str) -> dict[Spot, float]:
    """Everything of a structure that was set to height and found, millimetres."""
    return {
        Spot(one.at, one.name): one.found_mm
        for one in solve_targets(book, book.points)
        if one.on_thing and one.found_mm is not None and book.points.owner(one.at) == structure
    }


def accepting(book: Book, structure: str, note: str) -> HeightsAccepted:
    """What accepting a structure's heights now records."""
    found = [one for one in solve_targets(book, book.points) if one.on_thing and book.points.owner(one.at) == structure]
    return HeightsAccepted(
        structure=structure,
        note=note,
        heights=[
            HeightFound(
                thing=one.name,
                at=one.at,
                height=length_of(one.found_mm or 0.0, book.units),
                off=length_of((one.found_mm or 0.0) - one.height_mm, book.units),
            )
            for one in found
        ],
        over=[spoken(f"{Spot(one.at, one.name)}: {one.words.lower()}") for one in found if one.way and one.way != "on"],
    )
