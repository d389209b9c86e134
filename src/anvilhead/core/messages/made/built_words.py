"""What an as-built record says, in words."""

from datetime import date

from anvilhead.core.days.working_days import day_text


def outside_corner_text(corner: str, off: str, allowed: str, who: str | None, note: str) -> str:
    """That a corner stays farther off than allowed, and by whose word."""
    word = f"It stays by the word of {who}{f': {note}' if note else '.'}" if who else "Nobody has accepted that."
    return f"Corner {corner} is {off} from its plan, {allowed} is allowed. {word}"


def outside_height_text(over: str, who: str, note: str) -> str:
    """That a height stays farther off than allowed, and by whose word."""
    return f"{over} It stays by the word of {who}{f': {note}' if note else '.'}"


def signed_text(who: str, day: date, changed: bool, back_by: str | None) -> str:
    """Who signed, and whether that still stands."""
    told = f"Signed by {who} on {day_text(day)}"
    if back_by:
        return f"{told}; taken back by {back_by}."
    return f"{told}. What was signed was changed since: it no longer stands." if changed else f"{told}. It stands."


NOTHING_SQUARED = "No round of square was accepted: where the corners are is not proved."
SIMULATED = "A stand-in made up some of its readings: nothing may be built to them."
NO_HEIGHTS = "No heights were accepted."
NOT_PLACED = "It is not placed on the site: no distances to boundaries."
"""What there is no proof of."""
