"""Refuses bodies larger than any job, with a problem document."""

from starlette.datastructures import Headers
from starlette.middleware.body_limit import RequestBodyLimitMiddleware
from starlette.types import Receive, Scope, Send

from anvilhead.api.problems import problem


class BodyLimit(RequestBodyLimitMiddleware):
    """Starlette's limit, which answers announced lengths in plain text; those get a problem document here."""

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse what announces itself as too large; leave the rest to be counted while it comes in."""
        announced = Headers(scope=scope).get("content-length", "") if scope["type"] == "http" else ""
        if announced.isdigit() and int(announced) > self.max_body_size:
            refusal = problem(413, "http-413", "The request is larger than any job needs.")
            await refusal(scope, receive, send)
        else:
            await super().__call__(scope, receive, send)
