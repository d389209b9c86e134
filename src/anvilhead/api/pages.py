"""The built front end: files as they are, and its one page for every address of a view."""

from starlette.datastructures import Headers
from starlette.exceptions import HTTPException
from starlette.responses import Response
from starlette.staticfiles import StaticFiles
from starlette.types import Scope

FOREVER = "public, max-age=31536000, immutable"


class Pages(StaticFiles):
    """Static files with the single page as the answer to unknown page addresses."""

    async def get_response(self, path: str, scope: Scope) -> Response:
        """Answer a file, or the page when a browser asks for an address that is not one."""
        try:
            response = await super().get_response(path, scope)
        except HTTPException as error:
            wants_page = "text/html" in Headers(scope=scope).get("accept", "")
            if error.status_code != 404 or not wants_page or path.split("/", maxsplit=1)[0] in ("api", "_app"):
                raise
            response = await super().get_response("index.html", scope)
        named_by_content = path.startswith("_app/immutable/") and response.status_code in (200, 304)
        response.headers["Cache-Control"] = FOREVER if named_by_content else "no-cache"
        return response
