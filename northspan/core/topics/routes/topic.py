"""Routes: the way a pipe takes, and what lies over it. Planned with the runs; nothing by itself."""

from __future__ import annotations

from northspan.core.case.topic import Topic, always_stands

TOPIC = Topic("routes", "route", stands=always_stands)
