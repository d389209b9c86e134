"""What endpoints are given: the database, the clock, and who is at work."""

from datetime import UTC, datetime
from typing import Annotated
from urllib.parse import unquote

from fastapi import Depends, Header, Request

from anvilhead.api.problems import WhoMissing
from anvilhead.service.people import By
from anvilhead.store.database import Database

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
) -> By:
    """Who does this and when; a change without a name is refused."""
    name = " ".join(unquote(who or "").split())
    if not name or len(name) > LONGEST_NAME or not name.isprintable():
        raise WhoMissing
    return By(name, at)


async def raw_body(request: Request) -> bytes:
    """The body as sent, for documents with a reader of their own."""
    return await request.body()


Db = Annotated[Database, Depends(database)]
ByWhom = Annotated[By, Depends(by)]
