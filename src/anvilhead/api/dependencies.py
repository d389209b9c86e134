"""What endpoints are given: the database, the clock, and who is at work."""

from datetime import UTC, datetime
from typing import Annotated
from urllib.parse import unquote

from fastapi import Depends, Header, Request

from anvilhead.api.problems import WhoMissing
from anvilhead.store.database import Database
from anvilhead.store.people import By

LONGEST_NAME = 80


def database(request: Request) -> Database:
    """The database of this application."""
    found = request.app.state.database
    if not isinstance(found, Database):
        raise TypeError("the application was made without a database")
    return found


def now() -> datetime:
    """The time; overridden in tests."""
    return datetime.now(UTC)


def by(
    at: Annotated[datetime, Depends(now)],
    who: Annotated[
        str | None,
        Header(alias="Anvilhead-Who", description="Who holds the tape, percent-encoded UTF-8.", examples=["Ines"]),
    ] = None,
    device: Annotated[
        str | None,
        Header(alias="Anvilhead-At", description="When it was done, by the device's clock, ISO 8601 with its zone."),
    ] = None,
) -> By:
    """Who does this and when; a change without a name is refused, a time that is none is left out."""
    name = " ".join(unquote(who or "").split())
    if not name or len(name) > LONGEST_NAME or not name.isprintable():
        raise WhoMissing
    return By(name, at, _told(device))


def _told(time: str | None) -> datetime | None:
    """The time a device says something was done at, where it is one with its zone."""
    try:
        told = datetime.fromisoformat(time) if time else None
    except ValueError:
        return None
    return told if told and told.tzinfo else None


async def raw_body(request: Request) -> bytes:
    """The body as sent, for documents with a reader of their own."""
    return await request.body()


Now = Annotated[datetime, Depends(now)]
Db = Annotated[Database, Depends(database)]
ByWhom = Annotated[By, Depends(by)]
