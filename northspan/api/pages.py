"""The built front end, served as it is."""

from __future__ import annotations

from http import HTTPStatus
from pathlib import Path

from flask import Blueprint, Response, abort, g, request, send_from_directory

DIST = Path(__file__).parents[2] / "web" / "dist"
PACKED = {".br": "br", ".gz": "gzip"}  # the smaller first
bp = Blueprint("pages", __name__)


@bp.get("/assets/<path:name>")
def asset(name: str) -> Response:
    """Serve a built file; its name changes with its content, so it may be kept."""
    response = send_from_directory(DIST / "assets", name)
    response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
    response.headers["Vary"] = "Accept-Encoding"
    for ending, encoding in PACKED.items():
        if request.accept_encodings[encoding] and (DIST / "assets" / f"{name}{ending}").is_file():
            packed = send_from_directory(DIST / "assets", f"{name}{ending}", mimetype=response.mimetype)
            packed.headers |= {"Content-Encoding": encoding, **{key: response.headers[key] for key in ("Cache-Control", "Vary")}}
            return packed
    return response


@bp.get("/notices.txt")
def notices() -> Response:
    """Serve the licences of what ships with the pages."""
    return send_from_directory(DIST, "notices.txt", mimetype="text/plain")


@bp.get("/", defaults={"path": ""})
@bp.get("/<path:path>")
def page(path: str) -> Response:
    """Serve the one page, whatever view of it is asked, with this answer's nonce for styles."""
    if path.startswith(("api/", "assets/")):
        abort(HTTPStatus.NOT_FOUND)
    index = DIST / "index.html"
    if not index.exists():
        abort(HTTPStatus.NOT_FOUND, "The front end is not built. Run make web.")
    return Response(
        index.read_text(encoding="utf-8").replace("__NONCE__", g.nonce), mimetype="text/html", headers={"Cache-Control": "no-store"}
    )
