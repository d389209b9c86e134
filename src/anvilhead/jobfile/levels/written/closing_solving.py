"""How well a level book closes, what slipped, what is in question, and what that makes of the whole, written down."""

from anvilhead.core.closing.closing import Closing
from anvilhead.core.closing.questioned import Questioned
from anvilhead.core.levels.rod import print_reading
from anvilhead.core.messages import level_words as words
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.written.writing import text_of, tidy

MOST_SUSPECTS = 8
"""Suspects told; a run with more is better levelled again."""


def within_text(book: Book) -> str:
    """How sure the heights are, by the least sure of them."""
    if not book.book.found:
        return ""
    spot, found = max(book.book.found.items(), key=lambda one: one[1].within_mm)
    return words.within_words(found.within_mm, str(spot), [str(one) for one in book.book.benchmarks], book.units)


def book_standing(book: Book) -> tuple[r.BookState, str, str]:
    """What the book is worth: the first trouble, else its level line and whether its last run is closed."""
    shots = sum(len(setup.shots) for setup in book.setups)
    if not shots:
        first = next(iter(book.book.benchmarks))
        return r.BookState.EMPTY, "Set up, and shoot the benchmark", words.begin_words(str(first))
    adrift = [i for i, one in enumerate(book.book.setups) if book.setups[i].shots and one.hi_mm is None]
    if adrift:
        return r.BookState.UNCERTAIN, f"Setup {adrift[0] + 1} has no height", words.ADRIFT
    unclosed = [closing for closing in book.closings if closing.check.decides and not closing.check.fits]
    if unclosed:
        return r.BookState.UNCERTAIN, "The book does not close", _closing_text(book, unclosed[0])
    if book.questioned:
        return r.BookState.UNCERTAIN, *_in_question(book)
    if book.standing is None:
        return r.BookState.OPEN, "Shoot the benchmark first", words.FIRST_SHOT
    line = book.book.setups[book.standing].level_line_mm
    hung = book.levels.setups[book.standing].string
    headline = f"Down from “{hung}”" if hung else f"Level line at {text_of(line or 0.0, book.units)}"
    closed = [closing for closing in book.closings if closing.check.setup == book.standing]
    if closed:
        return r.BookState.CLOSED, headline, words.closing_words(closed[-1], book.units)
    return r.BookState.OPEN, headline, words.NOT_CLOSED


def _in_question(book: Book) -> tuple[str, str]:
    """How many readings are in question; why the first is, and where the others stand."""
    _, *others = dict.fromkeys(one.place for one in book.questioned)
    why = questioned_result(book, book.questioned[0]).text
    if not others:
        return "One reading is in question", why
    named = [_name(book, place) for place in others]
    return f"{len(others) + 1} readings are in question", f"{why} Also in question: {', '.join(named)}."


def _closing_text(book: Book, closing: Closing) -> str:
    """How a run came back; and after a slip, which of its setups still stand."""
    text = words.closing_words(closing, book.units)
    if closing.check.shared or not closing.check.decides:
        return text
    return f"{text} {words.trust_words(book.trust, closing, book.units)}"


def closing_result(book: Book, closing: Closing) -> r.ClosingCheckResult:
    """A check with what may have slipped."""
    check = closing.check
    return r.ClosingCheckResult(
        setup=check.setup,
        number=book.number_of((check.setup, check.shot)),
        at=check.spot.at,
        found_mm=tidy(check.found_mm),
        known_mm=tidy(check.known_mm),
        misclosure_mm=tidy(check.misclosure_mm),
        allowed_mm=tidy(check.allowed_mm),
        fits=check.fits,
        decides=check.decides,
        shared=check.shared,
        run=list(check.run),
        text=_closing_text(book, closing),
        suspects=[
            r.LevelSuspectResult(
                setup=one.place[0],
                number=book.number_of(one.place),
                at=book.entry_of(one.place).at,
                slip=one.slip,
                correction_mm=tidy(one.correction_mm),
                should_read_text=should,
                certain=one.certain,
                text=words.suspect_words(one, _name(book, one.place), should),
            )
            for one in closing.suspects[:MOST_SUSPECTS]
            for should in [_should_read(book, one.place, one.correction_mm)]
        ],
    )


def _should_read(book: Book, shot: tuple[int, int], correction_mm: float) -> str:
    return print_reading(book.setups[shot[0]].shots[shot[1]].used_mm + correction_mm, book.rods[shot[0]])


def _name(book: Book, shot: tuple[int, int]) -> str:
    spot = book.setups[shot[0]].shots[shot[1]].spot
    return f"{spot} in setup {shot[0] + 1}" if len(book.setups) > 1 else str(spot)


def questioned_result(book: Book, one: Questioned) -> r.QuestionedResult:
    """A reading in question."""
    rod = book.rods[one.place[0]]
    should = one.should_read_mm
    return r.QuestionedResult(
        setup=one.place[0],
        number=book.number_of(one.place),
        at=book.entry_of(one.place).at,
        kind=one.kind,
        off_mm=tidy(one.off_mm),
        slip=one.slip,
        should_read_text=None if should is None else print_reading(should, rod),
        text=words.questioned_words(one, _name(book, one.place), rod, book.units),
    )
