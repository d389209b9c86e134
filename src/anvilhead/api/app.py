"""Puts the application together; no rule and no query stands here."""

from collections.abc import AsyncIterator, Collection
from contextlib import asynccontextmanager
from pathlib import Path
from typing import Any

from anyio import CapacityLimiter, to_thread
from fastapi import APIRouter, FastAPI
from fastapi.openapi.utils import get_openapi
from starlette.middleware.gzip import GZipMiddleware

from anvilhead import __version__
from anvilhead.api import problems
from anvilhead.api.body_limit import BodyLimits
from anvilhead.api.guard import LOCAL_HOSTS, GuardHeaders, HostGuard, inline_scripts
from anvilhead.api.pages import Pages
from anvilhead.api.routers import (
    days,
    exchange,
    jobs,
    levels,
    live,
    notes,
    practice,
    shelf,
    structures,
    tools,
    trends,
    trying_out,
)
from anvilhead.jobfile.bundle import LARGEST_BUNDLE_BYTES
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.reading import LARGEST_BYTES
from anvilhead.jobfile.results.result_parts import build_every_result
from anvilhead.store.database import CONNECTIONS, Database

GZIP_LEVEL = 5
"""As small as at the highest level to a few hundredths, in less than half the time."""

MOST_PREVIEWS = 2
"""Previews worked out at a time; others wait, and are dropped when their asker does not."""


def create_app(database: Database | None, web: Path | None = None, hosts: Collection[str] = LOCAL_HOSTS) -> FastAPI:
    """Make the application.

    Args:
        database: where jobs are kept; None for the OpenAPI document alone.
        web: folder of the built front end; None to serve the API alone.
        hosts: names it may be asked by.
    """
    app = FastAPI(
        title="Anvilhead",
        version=__version__,
        openapi_url="/api/openapi.json",
        docs_url=None,
        redoc_url=None,
        lifespan=_as_many_threads_as_connections,
    )
    app.state.database = database
    app.state.is_stopping = lambda: False
    app.state.previews = CapacityLimiter(MOST_PREVIEWS)
    app.state.trying_out = CapacityLimiter(1)  # it takes every core there is
    app.add_middleware(GZipMiddleware, minimum_size=1000, compresslevel=GZIP_LEVEL)
    app.add_middleware(BodyLimits, most=LARGEST_BYTES, larger={"/api/jobs/files": LARGEST_BUNDLE_BYTES})
    app.add_middleware(HostGuard, hosts=hosts)
    app.add_middleware(GuardHeaders, scripts=inline_scripts(web / "index.html") if web else [])
    problems.add_handlers(app)
    api = APIRouter(prefix="/api")
    for part in (jobs, days, notes, structures, levels, live, exchange, practice, shelf, trends, trying_out, tools):
        api.include_router(part.router)
    app.include_router(api)
    if web is not None:
        app.mount("/", Pages(directory=web, html=True), name="pages")
    build_every_result()
    app.openapi = lambda: openapi_document(app)  # type: ignore[method-assign]
    return app


@asynccontextmanager
async def _as_many_threads_as_connections(app: FastAPI) -> AsyncIterator[None]:
    """Work with as many threads as there are connections, so that none waits for another's."""
    to_thread.current_default_thread_limiter().total_tokens = CONNECTIONS
    yield


def openapi_document(app: FastAPI) -> dict[str, Any]:
    """The OpenAPI document, with the job file among its schemas."""
    if app.openapi_schema is None:
        document = get_openapi(title=app.title, version=app.version, routes=app.routes)
        schema = JobFile.model_json_schema(ref_template="#/components/schemas/{model}")
        schemas = document["components"]["schemas"]
        for name, definition in {**schema.pop("$defs", {}), "JobFile": schema}.items():
            schemas.setdefault(name, definition)
        app.openapi_schema = document
    return app.openapi_schema
