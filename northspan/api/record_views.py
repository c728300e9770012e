"""The record over HTTP: photos and papers in and out, the file to hand over, what authorities are known to want."""

from __future__ import annotations

import tempfile
from http import HTTPStatus
from typing import Any

from apiflask import APIBlueprint
from flask import Response, current_app, request, send_file

from northspan import shapes
from northspan.api import bodies
from northspan.api.job_state import edited, service
from northspan.api.problems import BadRequest
from northspan.core.document import ledger
from northspan.core.document.authority import learned
from northspan.core.document.job import Attachment, Content
from northspan.core.solve import worked
from northspan.core.steps.record.as_built import built_job
from northspan.core.steps.record.hand_over import hand_over
from northspan.core.working.errors import InvalidJob
from northspan.files.hand_over_file import write_hand_over
from northspan.files.photo import kind_of, small_picture, without_place
from northspan.store.attachments import Attachments
from northspan.store.authorities import Authorities

LARGEST_FILE = 20_000_000  # bytes; a phone's photo has 3 to 12 million
PICTURES = frozenset({Content.jpeg, Content.png})

bp = APIBlueprint("record", __name__, url_prefix="/api", tag="North Span")


@bp.post("/jobs/<job_id>/attachments")
@bp.output(shapes.JobState)
def attach_file(job_id: str) -> Response:
    """Attach a photo or a paper, sent as it is: its name, the part or the line it belongs to, and whether its place stays in it."""
    revision = bodies.revision_asked()
    ledger.check_fresh(service().get(job_id).head, revision)  # before anything large is read
    asked = {key: request.args.get(key, "") for key in ("name", "part", "line", "note")}
    name = (asked["name"].replace("\\", "/").rsplit("/", 1)[-1].strip() or "photo")[:120]
    data = _sent(name)
    kind = kind_of(data, name)
    place = bool(request.args.get("place"))
    small = small_picture(data, name) if kind in PICTURES else None
    if not place:
        data = without_place(data, kind)
    kept = Attachment(content="0" * 64, name=name, kind=kind, size_bytes=len(data), part=asked["part"], line=asked["line"],
                      note=asked["note"], who=bodies.person(), at=service().beside().now.isoformat(timespec="seconds"),
                      place_kept=place and kind in PICTURES)  # fmt: skip
    kept = kept.model_copy(update={"content": attachments().keep(data, small)})
    path = f"/record/attachments/A{service().tail()}"
    return edited(job_id, [{"op": "add", "path": path, "value": kept.model_dump(mode="json")}])


@bp.get("/attachments/<digest>")
def get_attachment(digest: str) -> Response:
    """Read a photo or a paper as it was kept."""
    data = attachments().read(_digest(digest))
    kind = kind_of(data, "")
    response = Response(data, mimetype=kind.value)
    response.headers["Content-Disposition"] = "inline" if kind in PICTURES else "attachment"
    return _forever(response)


@bp.get("/attachments/<digest>/small")
def get_small(digest: str) -> Response:
    """Read the small picture of a photo."""
    return _forever(Response(attachments().read(_digest(digest), small=True), mimetype="image/jpeg"))


@bp.get("/jobs/<job_id>/export/hand-over.zip")
def export_hand_over(job_id: str) -> Response:
    """Save what is handed over to whoever comes later: a page that any browser opens, the job itself, photos and papers."""
    kept = service().get(job_id)
    job, whole = kept.job, worked(built_job(service().worked(kept)), None)
    spool = tempfile.SpooledTemporaryFile(max_size=30_000_000)  # noqa: SIM115 - the answer closes it
    day = service().beside().now.date().isoformat()
    write_hand_over(spool, job, hand_over(whole), day, attachments().read)
    spool.seek(0)
    return send_file(spool, mimetype="application/zip", as_attachment=True, download_name="hand-over.zip")


@bp.get("/authorities")
@bp.output(shapes.AuthorityList)
def list_authorities() -> Response:
    """List what authorities are known to want."""
    return bodies.answer(shapes.AuthorityList(authorities=list(_authorities().kept())))


@bp.post("/jobs/<job_id>/authority/remember")
@bp.output(shapes.AuthorityList)
def remember_authority(job_id: str) -> Response:
    """Remember for later jobs what this one was told by its authority: calls on its word, and amendments."""
    job = service().get(job_id).job
    if not job.particulars.authority:
        raise InvalidJob("/particulars/authority", "the job does not say who inspects.", "Name the authority first.")
    known = next((one for one in _authorities().kept() if one.name == job.particulars.authority), None)
    _authorities().keep(learned(job, known))
    return list_authorities()


@bp.post("/authorities/drop")
@bp.output(shapes.AuthorityList)
def drop_authority() -> Response:
    """Forget what an authority is known to want; jobs that took it keep it."""
    _authorities().drop(bodies.body(shapes.LoadName).name)
    return list_authorities()


def _authorities() -> Authorities:
    found: Authorities = current_app.extensions["northspan_authorities"]
    return found


def attachments() -> Attachments:
    """Give the files that are kept beside the database."""
    found: Attachments = current_app.extensions["northspan_attachments"]
    return found


def _sent(name: str) -> bytes:
    """Read what was sent, no more than may be kept.

    Raises
    ------
    BadRequest
        If it is larger than that.
    """
    request.max_content_length = LARGEST_FILE + 1
    size = request.content_length
    data = b"" if size is not None and size > LARGEST_FILE else request.stream.read(LARGEST_FILE + 1)
    if len(data) > LARGEST_FILE or (size is not None and size > LARGEST_FILE):
        words = f"{name} is larger than {LARGEST_FILE // 1_000_000} MB. Nothing was kept."
        raise BadRequest(HTTPStatus.REQUEST_ENTITY_TOO_LARGE, words, "Send a smaller picture, or a part of the paper.")
    return data


def _digest(text: str) -> str:
    if len(text) != 64 or any(sign not in "0123456789abcdef" for sign in text):  # noqa: PLR2004 - of a hash
        raise BadRequest(HTTPStatus.NOT_FOUND, "There is no such file.")
    return text


def _forever(response: Response) -> Response:
    """What bears the hash of its content never changes; a page in it may do nothing."""
    headers: dict[str, Any] = {"Cache-Control": "private, max-age=31536000, immutable", "Content-Security-Policy": "sandbox"}
    response.headers.update(headers)
    return response
