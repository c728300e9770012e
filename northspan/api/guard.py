"""Who may ask: known hosts, own pages only; and the headers every answer carries."""

from __future__ import annotations

import gzip
import secrets
from http import HTTPStatus
from urllib.parse import urlsplit

from flask import Flask, Response, g, request

from northspan.api.problems import problem

_OF_FORMS = frozenset({"application/x-www-form-urlencoded", "multipart/form-data", "text/plain"})
_PACKED = frozenset({"application/json", "text/csv", "image/svg+xml"})
WORTH_PACKING = 8_000  # bytes; of less nothing is gained
LOOPBACK = frozenset({"127.0.0.1", "localhost", "::1"})


def add_guard(app: Flask, hosts: tuple[str, ...]) -> None:
    """Refuse foreign hosts and origins, and set the security headers.

    Parameters
    ----------
    app : Flask
        The application. [-]
    hosts : tuple of str
        Host names besides loopback. [-]
    """
    allowed = LOOPBACK | set(hosts)

    @app.before_request
    def refuse_foreign() -> Response | None:
        g.nonce = secrets.token_urlsafe(16)
        host = _host_of(f"//{request.headers.get('Host', '')}")
        if host not in allowed or "," in request.headers.get("Host", ""):
            return problem(
                HTTPStatus.FORBIDDEN,
                "foreign-host",
                f"This server does not answer for {host or 'no host'}.",
                right="Ask it by an address it was set up for.",
            )
        origin = request.headers.get("Origin")
        if origin is not None and (_host_of(origin) != host or urlsplit(origin).netloc != request.headers.get("Host")):
            return problem(HTTPStatus.FORBIDDEN, "foreign-origin", f"Requests from {origin[:80]} are refused.")
        if request.headers.get("Sec-Fetch-Site") == "cross-site" and request.method not in {"GET", "HEAD"}:
            return problem(HTTPStatus.FORBIDDEN, "foreign-origin", "Requests from another site are refused.")
        return _wrong_kind()

    @app.after_request
    def add_headers(response: Response) -> Response:
        response.headers.setdefault(
            "Content-Security-Policy",
            f"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{g.get('nonce', '')}'; img-src 'self' data:; "
            "font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        )
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["Referrer-Policy"] = "no-referrer"
        response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
        response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
        response.headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=(), payment=(), usb=()"
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
            _pack(response)
        return response


def _pack(response: Response) -> None:
    """Pack a long answer where the reader takes that; quickly, for it is made for this answer alone."""
    length = response.content_length or 0
    if response.direct_passthrough or length < WORTH_PACKING or response.mimetype not in _PACKED or not request.accept_encodings["gzip"]:
        return
    response.set_data(gzip.compress(response.get_data(), compresslevel=4, mtime=0))
    response.headers["Content-Encoding"] = "gzip"
    response.vary.add("Accept-Encoding")


def _wrong_kind() -> Response | None:
    """Refuse what is sent as anything but JSON, which no form of another page can be; a file is sent as what it is."""
    if request.method in {"GET", "HEAD", "OPTIONS"} or not (request.content_length or request.headers.get("Transfer-Encoding")):
        return None
    if request.is_json or (request.path.endswith("/attachments") and request.mimetype not in _OF_FORMS):
        return None
    sent = f"as {request.mimetype[:60]}" if request.mimetype else "without saying as what"
    return problem(HTTPStatus.UNSUPPORTED_MEDIA_TYPE, "http", f"The body was sent {sent}.", right="Send Content-Type: application/json.")


def _host_of(url: str) -> str:
    try:
        return (urlsplit(url).hostname or "").lower()
    except ValueError:
        return ""
