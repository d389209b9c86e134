"""Who does something, and when."""

from dataclasses import dataclass
from datetime import UTC, datetime


@dataclass(frozen=True, slots=True)
class By:
    """Who does something, and when.

    Attributes:
        who: their name.
        at: by the server's clock, or by a document's word.
        on_device: by the clock of the device it was done on, where that was told.
    """

    who: str
    at: datetime
    on_device: datetime | None = None

    def unless_told(self, who: str | None, at: datetime | None) -> "By":
        """As a document says, where it does; a time without a zone is taken as UTC."""
        when = at or self.at
        return By(who or self.who, when if when.tzinfo else when.replace(tzinfo=UTC))
