"""Articles that are cited, and how far their numbers are known."""

from __future__ import annotations

MARK = "(unverified)"


def unverified(article: str) -> str:
    """Mark an article whose number is not confirmed, so that it is looked up before anybody leans on it.

    What it asks stands. The mark is a part of the citation, so it goes wherever that goes: screens, sheets, files.

    Parameters
    ----------
    article : str
        As cited. [-]
    """
    return f"{article} {MARK}"
