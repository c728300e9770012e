"""The whole site at once: asked for, not planned with every change."""

from __future__ import annotations

from northspan.core.case.topic import Topic, always_stands
from northspan.core.topics.site.calculators import CALCULATORS

TOPIC = Topic("site", "sizing", calculators=CALCULATORS, stands=always_stands)
