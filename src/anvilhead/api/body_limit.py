"""Refuses bodies larger than any job, with a problem document, and senders who take too long over theirs."""

import asyncio
from collections.abc import Mapping

from starlette.datastructures import Headers
from starlette.middleware.body_limit import RequestBodyLimitMiddleware
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from anvilhead.api.problems import TOO_LARGE, problem

WHOLE_BODY_S = 60.0
"""A body of the usual size comes in by then over a poor line; one that does not ties up the server."""


class BodyLimit(RequestBodyLimitMiddleware):
    """Starlette's limit, which answers announced lengths in plain text; those get a problem document here.

    `patience`: so many times the usual time for a body.
    """

    def __init__(self, app: ASGIApp, max_body_size: int, patience: float = 1.0) -> None:
        super().__init__(app, max_body_size)
        self.patience = patience

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse what announces itself as too large; leave the rest to be counted while it comes in."""
        announced = Headers(scope=scope).get("content-length", "") if scope["type"] == "http" else ""
        if announced.isdigit() and int(announced) > self.max_body_size:
            refusal = problem(413, "http-413", TOO_LARGE)
            await refusal(scope, receive, send)
        else:
            await super().__call__(
                scope, _in_time(receive, WHOLE_BODY_S * self.patience) if scope["type"] == "http" else receive, send
            )


class BodyLimits:
    """One limit for all requests, and larger ones for some paths, whose bodies take their time."""

    def __init__(self, app: ASGIApp, most: int, larger: Mapping[str, int]) -> None:
        self._usual = BodyLimit(app, most)
        self._larger = {path: BodyLimit(app, size, size / most) for path, size in larger.items()}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Hold a request to the limit of its path."""
        await self._larger.get(scope.get("path", ""), self._usual)(scope, receive, send)


def _in_time(receive: Receive, seconds: float) -> Receive:
    """The same messages, until the body has taken too long: the sender is then taken for gone."""
    loop = asyncio.get_running_loop()
    deadline = loop.time() + seconds
    whole = False

    async def receiving() -> Message:
        nonlocal whole
        if whole:  # what comes after the body is the end of the connection, however late
            return await receive()
        try:
            message = await asyncio.wait_for(receive(), max(0.0, deadline - loop.time()))
        except TimeoutError:
            return {"type": "http.disconnect"}
        whole = message["type"] != "http.request" or not message.get("more_body", False)
        return message

    return receiving
