"""The file for whoever comes in twenty years: one page that any browser opens, the job as data, photos and papers beside it."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Callable, Iterator
from html import escape
from typing import IO

from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.job import Attachment, Job
from northspan.core.steps.record.hand_over import HandPart
from northspan.core.working.errors import NorthSpanError

STYLE = """body{font:16px/1.45 sans-serif;max-width:48em;margin:2em auto;padding:0 1em;color:#1f2a2c}
h1{font-size:1.6em}h2{font-size:1.15em;border-bottom:1px solid #999;margin-top:1.6em}li{margin:.2em 0}
li.in{list-style:none;margin-left:1.4em}img{max-width:100%;height:auto}figure{margin:1em 0}@media print{h2{break-after:avoid}}"""
_ENDINGS = {"image/jpeg": "jpg", "image/png": "png", "application/pdf": "pdf", "text/plain": "txt"}


def write_hand_over(
    out: IO[bytes], job: Job, parts: tuple[HandPart, ...], day: str, read: Callable[[str], bytes],
) -> None:  # fmt: skip
    """Write the file.

    Parameters
    ----------
    out : file
        Where it is written. [-]
    job : Job
        The job. [-]
    parts : tuple of HandPart
        What the page says. [-]
    day : str
        The day on which it is made. [-]
    read : callable
        Reads an attachment by its hash. [-]
    """
    kept, lost = {}, []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        for key, one in job.record.attachments.items():
            try:
                data = read(one.content)
            except NorthSpanError:
                lost.append(one.name)
                continue
            kept[key] = f"files/{key}.{_ENDINGS[one.kind.value]}"
            file.writestr(zipfile.ZipInfo(kept[key], (1980, 1, 1, 0, 0, 0)), data)
        file.writestr("hand-over.html", "".join(_page(job, parts, day, kept, lost)))
        file.writestr("job.json", json.dumps(job.model_dump(mode="json"), indent=1, ensure_ascii=False))


def _page(job: Job, parts: tuple[HandPart, ...], day: str, kept: dict[str, str], lost: list[str]) -> Iterator[str]:
    yield f"<!doctype html><html lang=en><meta charset=utf-8><title>{escape(job.name)}</title><style>{STYLE}</style>"
    yield f"<h1>{escape(job.name)}</h1><p>As it stood on {escape(day)}. {escape(DEFERENCE)}</p>"
    for part in parts:
        yield f"<h2>{escape(part.title)}</h2><ul>"
        yield from (f"<li{' class=in' if line.startswith('  ') else ''}>{escape(line.strip())}</li>" for line in part.lines)
        yield "</ul>"
    pictures = [(key, one) for key, one in job.record.attachments.items() if key in kept]
    yield from (_figure(kept[key], one) for key, one in pictures)
    if lost:
        yield f"<p>Not found when this was made: {escape(', '.join(lost))}.</p>"
    yield "<p>job.json holds the same as data; North Span opens it.</p></html>"


def _figure(path: str, one: Attachment) -> str:
    words = escape(": ".join(filter(None, (one.name, one.note))))
    if one.kind.value.startswith("image/"):
        return f'<figure><img src="{path}" alt="{words}"><figcaption>{words}</figcaption></figure>'
    return f'<p><a href="{path}">{words}</a></p>'
