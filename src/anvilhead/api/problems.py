"""Every error as a problem document (RFC 9457), with a pointer to the field where there is one."""

import logging
from collections.abc import Sequence
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from pydantic import BaseModel
from starlette.exceptions import HTTPException
from starlette.responses import JSONResponse, Response

from anvilhead.core.units.errors import AnvilheadError
from anvilhead.devices.device import DeviceError
from anvilhead.jobfile.problems import DocumentRefused, Problem, problems_from
from anvilhead.service.jobs import OpenedBefore
from anvilhead.service.put_together import PlanIsStale
from anvilhead.service.views.structure_views import StaleDetails
from anvilhead.store.errors import Conflict, DatabaseAway, NotFound, StaleRevision

log = logging.getLogger("anvilhead")


class ProblemDocument(BaseModel):
    """What every error answers.

    Attributes:
        type: names the kind of problem; `code` is its last part.
        detail: what is wrong and what to do.
        problems: faults of the request, each with a JSON pointer into its body.
        stale: what somebody else changed, when a change came too late.
        other: id of what is there already in its place.
    """

    type: str
    title: str
    status: int
    detail: str
    code: str
    problems: list[Problem] = []
    stale: StaleDetails | None = None
    other: str | None = None


class WhoMissing(Exception):
    """A change came without a usable name of who makes it."""


TOO_LARGE = "This is larger than anything that is taken here. A photo may have 16 MB, a job file 30."
"""What is said of any body over its limit."""

TITLES = {
    400: "Something is missing",
    404: "Not found",
    405: "Not possible here",
    409: "Somebody was first",
    413: "Too large",
    421: "Another address",
    422: "Something cannot be used as it is",
    500: "A fault of Anvilhead",
    502: "The instrument does not answer",
    503: "The database is away",
}
NOTHING_HERE = "There is nothing at this address. It may be mistyped, or what was here is gone."
ANSWERS: dict[int | str, dict[str, Any]] = {
    status: {"model": ProblemDocument, "description": TITLES[status]} for status in (400, 404, 409, 413, 422, 503)
}
"""What any endpoint may answer besides success, for the OpenAPI document."""
INSTRUMENT_ANSWERS: dict[int | str, dict[str, Any]] = {502: {"model": ProblemDocument, "description": TITLES[502]}}
"""What one that asks an instrument may answer as well."""


def problem(
    status: int,
    code: str,
    detail: str,
    problems: Sequence[Problem] = (),
    stale: StaleDetails | None = None,
    other: str | None = None,
) -> JSONResponse:
    """A problem document as a response."""
    document = ProblemDocument(
        type=f"urn:anvilhead:problem:{code}",
        title=TITLES.get(status, "Not possible"),
        status=status,
        detail=detail,
        code=code,
        problems=list(problems),
        stale=stale,
        other=other,
    )
    return JSONResponse(
        document.model_dump(mode="json", exclude_none=True), status, media_type="application/problem+json"
    )


def refused(problems: Sequence[Problem]) -> JSONResponse:
    """A request whose content is at fault."""
    first = problems[0].message if problems else "The request cannot be used."
    more = f" And {len(problems) - 1} more." if len(problems) > 1 else ""
    return problem(422, "refused", first + more, problems)


def add_handlers(app: FastAPI) -> None:
    """Turn every error family into its problem document."""

    @app.exception_handler(RequestValidationError)
    async def _(request: Request, error: RequestValidationError) -> Response:
        errors = [{**e, "loc": [step for step in e["loc"] if step != "body"]} for e in error.errors()]
        if any(e["loc"][:1] == ["path"] for e in errors):
            return problem(404, "not-found", NOTHING_HERE)
        if any(e["type"] == "json_invalid" for e in errors):
            return refused([Problem(pointer="", code="not-json", message="The request is not JSON.")])
        return refused(problems_from(errors))

    @app.exception_handler(DocumentRefused)
    async def _(request: Request, error: DocumentRefused) -> Response:
        return refused(error.problems)

    @app.exception_handler(AnvilheadError)
    async def _(request: Request, error: AnvilheadError) -> Response:
        return refused([Problem(pointer="", code=error.code, message=error.message)])

    @app.exception_handler(WhoMissing)
    async def _(request: Request, error: WhoMissing) -> Response:
        return problem(
            400,
            "who-missing",
            "Say who holds the tape, in at most 80 characters: every reading and change keeps a name.",
        )

    @app.exception_handler(NotFound)
    async def _(request: Request, error: NotFound) -> Response:
        return problem(404, "not-found", str(error))

    @app.exception_handler(PlanIsStale)
    async def _(request: Request, error: PlanIsStale) -> Response:
        return problem(409, "stale", str(error), stale=error.details)

    @app.exception_handler(StaleRevision)
    async def _(request: Request, error: StaleRevision) -> Response:
        return problem(
            409, "stale", "Somebody changed this job while you were at it. It is shown afresh; change it again."
        )

    @app.exception_handler(OpenedBefore)
    async def _(request: Request, error: OpenedBefore) -> Response:
        return problem(409, "opened-before", str(error), other=error.job_id)

    @app.exception_handler(Conflict)
    async def _(request: Request, error: Conflict) -> Response:
        return problem(409, "conflict", str(error))

    @app.exception_handler(DeviceError)
    async def _(request: Request, error: DeviceError) -> Response:
        return problem(502, error.trouble.value, error.message)

    @app.exception_handler(DatabaseAway)
    async def _(request: Request, error: DatabaseAway) -> Response:
        answer = problem(503, "database-away", str(error))
        answer.headers["Retry-After"] = "2"
        return answer

    @app.exception_handler(HTTPException)
    async def _(request: Request, error: HTTPException) -> Response:
        details = {404: NOTHING_HERE, 413: TOO_LARGE}
        detail = details.get(error.status_code, str(error.detail))
        return problem(error.status_code, f"http-{error.status_code}", detail)

    @app.exception_handler(Exception)
    async def _(request: Request, error: Exception) -> Response:
        log.exception("unexpected error on %s %s", request.method, request.url.path, exc_info=error)
        return problem(500, "fault", "Anvilhead made a mistake. What you typed is still here; try again.")
