"""The made-up demo property of each rulebook."""

from __future__ import annotations

from collections.abc import Callable

from northspan.core.desk.demo_ca import lac_sureau
from northspan.core.desk.demo_uk import tern_cottage
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import Job

DEMOS: dict[str, Callable[[], Job]] = {"us-2023": kestrel_hollow, "ca-2021": lac_sureau, "uk-2022": tern_cottage}
