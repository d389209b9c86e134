"""Who does something, and when."""

from dataclasses import dataclass
from datetime import UTC, datetime


@dataclass(frozen=True, slots=True)
class By:
    """Who does something, and when."""

    who: str
    at: datetime

    def unless_told(self, who: str | None, at: datetime | None) -> "By":
        """As a document says, where it does; a time without a zone is taken as UTC."""
        when = at or self.at
        return By(who or self.who, when if when.tzinfo else when.replace(tzinfo=UTC))
