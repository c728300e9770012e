"""Files beside the database, each under the hash of its content: written whole or not at all, never changed."""

from __future__ import annotations

import errno
import os
import secrets
from collections.abc import Callable, Iterator
from hashlib import sha256
from pathlib import Path

from northspan.core.working.errors import NorthSpanError

FOLDER, SMALL, FRESH = "attachments", "small", ".being-written-"
_NO_ROOM = frozenset({errno.ENOSPC, errno.EDQUOT, errno.EFBIG})


class NoRoom(NorthSpanError):
    """The disk is full."""

    code = "storage-full"


class NoSuchFile(NorthSpanError):
    """There is no file of this hash."""

    code = "no-such-file"


class Attachments:
    """The files in one folder.

    Parameters
    ----------
    folder : Path
        Where they lie: `FOLDER` in a data folder, or beside a copy. [-]
    """

    def __init__(self, folder: Path) -> None:
        self._folder = folder

    def keep(self, data: bytes, small: bytes | None = None) -> str:
        """Keep a file, with a small picture of it; gives the hash of its content. One that is there already is not written again.

        Raises
        ------
        NoRoom
            If the disk is full; nothing is left behind then.
        """
        digest = sha256(data).hexdigest()
        target = self._at(digest)
        if small is not None:
            _write(target.with_name(f"{digest}.{SMALL}"), lambda: small)
        _write(target, lambda: data)
        return digest

    def read(self, digest: str, *, small: bool = False) -> bytes:
        """Read a file, or the small picture of it.

        Raises
        ------
        NoSuchFile
            If there is none.
        """
        target = self._at(digest)
        try:
            return (target.with_name(f"{digest}.{SMALL}") if small else target).read_bytes()
        except (FileNotFoundError, NotADirectoryError) as error:
            message = "There is no such file here. It was not copied along, or it belongs to another data folder."
            raise NoSuchFile(message) from error

    def digests(self) -> Iterator[str]:
        """List what is kept."""
        yield from sorted(path.name for path in self._folder.glob("??/*") if "." not in path.name)

    def damaged(self) -> Iterator[str]:
        """List what is no longer what it was."""
        yield from (digest for digest in self.digests() if sha256(self._at(digest).read_bytes()).hexdigest() != digest)

    def copy_to(self, target: Path) -> int:
        """Copy into a folder what is not there yet; gives how many there were.

        Raises
        ------
        NoRoom
            If the disk is full.
        """
        count = 0
        for path in sorted(self._folder.glob("??/*")):
            if FRESH not in path.name:
                _write(target / path.parent.name / path.name, path.read_bytes)
                count += "." not in path.name
        return count

    def _at(self, digest: str) -> Path:
        return self._folder / digest[:2] / digest


def _write(target: Path, data: Callable[[], bytes]) -> None:
    """Write a file whole or not at all; what is there already is of the same content."""
    if target.exists():
        return
    fresh = target.with_name(f"{target.name}{FRESH}{secrets.token_hex(4)}")
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
        with fresh.open("wb") as file:
            file.write(data())
            file.flush()
            os.fsync(file.fileno())
        fresh.replace(target)
    except OSError as error:
        if error.errno in _NO_ROOM:
            message = "The disk that holds the attachments is full. Nothing was kept, and nothing changed."
            raise NoRoom(message) from error
        raise
    finally:
        fresh.unlink(missing_ok=True)


def beside(copy: Path) -> Path:
    """Give the folder beside a copy of the database in which its attachments lie.

    Parameters
    ----------
    copy : Path
        The copy of the database. [-]

    Examples
    --------
    >>> beside(Path("monday.sqlite3")).name
    'monday.sqlite3.attachments'
    """
    return copy.with_name(f"{copy.name}.{FOLDER}")
