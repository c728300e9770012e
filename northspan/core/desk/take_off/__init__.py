"""Everything a plan needs, counted from the solved job, each line with what asks for it."""

from __future__ import annotations

from northspan.core.desk.take_off.lines import taken_off

__all__ = ["taken_off"]
