"""Who may ask, and what every answer carries: allowed hosts only, and headers that keep other pages out."""

import hashlib
import re
from base64 import b64encode
from collections.abc import Collection, Sequence
from pathlib import Path

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from anvilhead.api.problems import problem

LOCAL_HOSTS = ("127.0.0.1", "localhost", "[::1]")
"""Names a server on loopback is asked by; any other name was pointed at it by somebody else's page."""


class HostGuard:
    """Refuses requests for hosts that are not allowed: a page elsewhere could reach a local server by such a name."""

    def __init__(self, app: ASGIApp, hosts: Collection[str]) -> None:
        self.app = app
        self.hosts = frozenset(host.lower() for host in hosts)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Let a request through when its host is allowed."""
        if scope["type"] == "http" and self._name(scope) not in self.hosts:
            message = "This address is not Anvilhead's. Open it by the address it printed when it started."
            await problem(421, "other-host", message)(scope, receive, send)
            return
        await self.app(scope, receive, send)

    @staticmethod
    def _name(scope: Scope) -> str:
        host = Headers(scope=scope).get("host", "").lower()
        return re.sub(r":\d+$", "", host)


class GuardHeaders:
    """Puts the same guarding headers on every answer."""

    def __init__(self, app: ASGIApp, scripts: Sequence[str] = ()) -> None:
        self.app = app
        self.headers = {
            "Content-Security-Policy": policy(scripts),
            "X-Content-Type-Options": "nosniff",
            "X-Frame-Options": "DENY",
            "Referrer-Policy": "no-referrer",
            "Cross-Origin-Opener-Policy": "same-origin",
            "Cross-Origin-Resource-Policy": "same-origin",
            "Permissions-Policy": "camera=(), geolocation=(), microphone=(self), payment=()",
        }

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, and add the headers to its answer."""

        async def with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in self.headers.items():
                    headers.setdefault(name, value)
            await send(message)

        await self.app(scope, receive, with_headers if scope["type"] == "http" else send)


def policy(scripts: Sequence[str]) -> str:
    """What a page may load: its own things alone, and the inline scripts whose fingerprints are named."""
    own = " ".join(["'self'", *scripts])
    return (
        f"default-src 'self'; script-src {own}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
        "media-src 'self' blob:; "
        "font-src 'self' data:; connect-src 'self'; worker-src 'self'; object-src 'none'; base-uri 'none'; "
        "form-action 'self'; frame-ancestors 'none'"
    )


def inline_scripts(page: Path) -> list[str]:
    """Fingerprints of the inline scripts of a built page, as a content security policy names them."""
    if not page.is_file():
        return []
    found = re.findall(r"<script(?![^>]*\ssrc=)[^>]*>(.*?)</script>", page.read_text("utf-8"), re.DOTALL)
    return [f"'sha256-{b64encode(hashlib.sha256(one.encode()).digest()).decode()}'" for one in found]
