"""Refuses bodies larger than any job, with a problem document, and senders who take too long over theirs."""

import asyncio

from starlette.datastructures import Headers
from starlette.middleware.body_limit import RequestBodyLimitMiddleware
from starlette.types import Message, Receive, Scope, Send

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
            await super().__call__(scope, _in_time(receive) if scope["type"] == "http" else receive, send)


WHOLE_BODY_S = 60.0
"""A body of the largest size comes in by then over a poor line; one that does not ties up the server."""


def _in_time(receive: Receive) -> Receive:
    """The same messages, until the body has taken too long: the sender is then taken for gone."""
    loop = asyncio.get_running_loop()
    deadline = loop.time() + WHOLE_BODY_S
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
