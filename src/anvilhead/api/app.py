"""Puts the application together; no rule and no query stands here."""

from pathlib import Path
from typing import Any

from fastapi import APIRouter, FastAPI
from fastapi.openapi.utils import get_openapi
from starlette.middleware.gzip import GZipMiddleware

from anvilhead import __version__
from anvilhead.api import problems
from anvilhead.api.body_limit import BodyLimit
from anvilhead.api.pages import Pages
from anvilhead.api.routers import exchange, jobs, levels, live, structures, tools
from anvilhead.jobfile.models import JobFile
from anvilhead.jobfile.reading import LARGEST_BYTES
from anvilhead.store.database import Database


def create_app(database: Database | None, web: Path | None = None) -> FastAPI:
    """Make the application.

    Args:
        database: where jobs are kept; None for the OpenAPI document alone.
        web: folder of the built front end; None to serve the API alone.
    """
    app = FastAPI(
        title="Anvilhead", version=__version__, openapi_url="/api/openapi.json", docs_url=None, redoc_url=None
    )
    app.state.database = database
    app.state.is_stopping = lambda: False
    app.add_middleware(GZipMiddleware, minimum_size=1000)
    app.add_middleware(BodyLimit, max_body_size=LARGEST_BYTES)
    problems.add_handlers(app)
    api = APIRouter(prefix="/api")
    for part in (jobs, structures, levels, live, exchange, tools):
        api.include_router(part.router)
    app.include_router(api)
    if web is not None:
        app.mount("/", Pages(directory=web, html=True), name="pages")
    app.openapi = lambda: openapi_document(app)  # type: ignore[method-assign]
    return app


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
