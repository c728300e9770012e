"""Photos and papers as they come in: what they are by their content, the place they were taken at left out, a small picture of each."""

from __future__ import annotations

import warnings
from io import BytesIO

from PIL import Image, ImageOps, UnidentifiedImageError
from PIL.Image import DecompressionBombError, DecompressionBombWarning

from northspan.core.document.job import Content
from northspan.core.working.errors import NorthSpanError

MOST_PIXELS = 120_000_000
SMALL_PX = 360
GPS_IFD = 0x8825
_SEGMENT, _SCAN, _APP1, _APP13 = 0xFF, 0xDA, 0xE1, 0xED
_EXIF = b"Exif\x00\x00"
_TELLING = frozenset({b"eXIf", b"tEXt", b"iTXt", b"zTXt"})  # chunks of a PNG in which a place may stand
_ENDINGS = {
    Content.jpeg: (".jpg", ".jpeg"), Content.png: (".png",), Content.pdf: (".pdf",), Content.text: (".txt", ".csv", ".md", ".log", ".json"),
}  # fmt: skip
_WORDS = {Content.jpeg: "a JPEG picture", Content.png: "a PNG picture", Content.pdf: "a PDF", Content.text: "plain text"}


class NotAttachable(NorthSpanError):
    """A file that is not taken: empty, damaged, of a kind that is not kept, or not what its name says."""

    code = "not-attachable"


def kind_of(data: bytes, name: str) -> Content:
    """Say what a file is, by its content; its name must not say otherwise.

    Parameters
    ----------
    data : bytes
        The file. [-]
    name : str
        Its name. [-]

    Raises
    ------
    NotAttachable
        If it is empty, of no kind that is kept, or its name says otherwise.

    Examples
    --------
    >>> kind_of(b"12 ohm", "reading.txt").value
    'text/plain'
    """
    if not data:
        raise NotAttachable(f"{name} is empty.")
    kind = _by_content(data)
    if kind is None:
        raise NotAttachable(f"{name} is of no kind that is kept here: JPEG, PNG, PDF and plain text are.")
    ending = f".{name.rsplit('.', 1)[-1].lower()}" if "." in name else ""
    known = {one for endings in _ENDINGS.values() for one in endings}
    if ending in known and ending not in _ENDINGS[kind]:
        raise NotAttachable(f"{name} is not what its name says: its content is {_WORDS[kind]}.")
    return kind


def _by_content(data: bytes) -> Content | None:
    if data.startswith(b"\xff\xd8\xff"):
        return Content.jpeg
    if data.startswith(b"\x89PNG\r\n\x1a\n"):
        return Content.png
    if data.startswith(b"%PDF-"):
        return Content.pdf
    try:
        text = data.decode("utf-8")
    except UnicodeDecodeError:
        return None
    return None if "\x00" in text else Content.text


def without_place(data: bytes, kind: Content) -> bytes:
    """Take out of a picture where it was taken. Nothing else of it is changed: its picture stays bit for bit.

    Parameters
    ----------
    data : bytes
        The picture. [-]
    kind : Content
        What it is. [-]

    Raises
    ------
    NotAttachable
        If it is damaged.
    """
    if kind is Content.jpeg:
        return _jpeg_without_place(data)
    return _png_without_place(data) if kind is Content.png else data


def small_picture(data: bytes, name: str) -> bytes:
    """Make a small JPEG of a picture, turned as its camera was held; which also proves that it can be opened.

    Parameters
    ----------
    data : bytes
        The picture. [-]
    name : str
        Its name, for what is wrong. [-]

    Raises
    ------
    NotAttachable
        If it is damaged, or larger than any camera makes.
    """
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", DecompressionBombWarning)
            with Image.open(BytesIO(data), formats=("JPEG", "PNG")) as picture:
                if picture.width * picture.height > MOST_PIXELS:
                    raise NotAttachable(f"{name} would be {picture.width} by {picture.height} pixels: no camera makes that.")
                picture.draft("RGB", (2 * SMALL_PX, 2 * SMALL_PX))
                upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (DecompressionBombError, DecompressionBombWarning) as error:
        raise NotAttachable(f"{name} would be larger than any camera makes.") from error
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError) as error:
        raise NotAttachable(f"{name} is damaged: it cannot be opened as a picture.") from error
    upright.thumbnail((SMALL_PX, SMALL_PX))
    out = BytesIO()
    upright.save(out, "JPEG", quality=80)
    return out.getvalue()


def _jpeg_without_place(data: bytes) -> bytes:
    """Walk the segments up to the scan: the place goes out of the Exif one, other notes of programs go whole."""
    out, at = bytearray(data[:2]), 2
    while at + 4 <= len(data) and data[at] == _SEGMENT and data[at + 1] != _SCAN:
        size = int.from_bytes(data[at + 2 : at + 4], "big")
        segment, mark = data[at : at + 2 + size], data[at + 1]
        at += 2 + size
        if mark == _APP1 and segment[4:10] == _EXIF:
            out += _exif_segment(segment[10:])
        elif mark not in {_APP1, _APP13}:
            out += segment
    return bytes(out + data[at:])


def _exif_segment(block: bytes) -> bytes:
    exif = Image.Exif()
    try:
        exif.load(_EXIF + block)
        if GPS_IFD not in exif:
            kept = _EXIF + block
        else:
            del exif[GPS_IFD]
            kept = exif.tobytes()
    except (SyntaxError, ValueError, OSError, KeyError, TypeError):  # notes that nobody can read may hold anything: they go
        return b""
    return bytes((_SEGMENT, _APP1)) + (len(kept) + 2).to_bytes(2, "big") + kept if len(kept) < 65_000 else b""  # noqa: PLR2004 - of a segment


def _png_without_place(data: bytes) -> bytes:
    out, at = bytearray(data[:8]), 8
    while at + 8 <= len(data):
        size, kind = int.from_bytes(data[at : at + 4], "big"), data[at + 4 : at + 8]
        if kind not in _TELLING:
            out += data[at : at + 12 + size]
        at += 12 + size
    return bytes(out)
