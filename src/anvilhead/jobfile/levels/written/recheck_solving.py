"""What was read again though nothing was moved, written down."""

from anvilhead.core.closing.disagree import Agreement, agreements
from anvilhead.core.messages import level_words as words
from anvilhead.core.units.length_printing import print_difference
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.written.writing import tidy


def solve_rechecked(book: Book) -> list[r.RecheckedResult]:
    """Every thing read again from a setup that only checks, against how it was found before."""
    return [_rechecked(book, one) for one in agreements(book.book)]


def _rechecked(book: Book, found: Agreement) -> r.RecheckedResult:
    one = found.one
    names = (setup_name(book, one.first[0]), setup_name(book, one.second[0]))
    return r.RecheckedResult(
        at=one.spot.at,
        thing=one.spot.thing or None,
        setup=one.second[0],
        number=book.number_of(one.second),
        first_setup=one.first[0],
        first_number=book.number_of(one.first),
        height_mm=tidy(one.before_mm),
        found_mm=tidy(one.again_mm),
        differs_mm=tidy(found.differs_mm),
        differs_text=print_difference(found.differs_mm, book.units),
        allowed_mm=tidy(found.allowed_mm),
        agrees=found.agrees,
        weaker=found.weaker,
        text=words.agreement_words(found, names, book.setups[found.weaker].instrument, book.units),
    )


def setup_name(book: Book, index: int) -> str:
    """A setup as it is called: its number and its instrument."""
    entry = book.levels.setups[index]
    return words.setup_words(index, entry.device or words.INSTRUMENT_NAMES[entry.instrument])
