"""Times of a document."""

from datetime import UTC, datetime


def in_utc(at: datetime | None) -> datetime:
    """A time that is sure of its zone: one without is UTC, none at all is before everything."""
    when = at or datetime.min
    return when if when.tzinfo else when.replace(tzinfo=UTC)
