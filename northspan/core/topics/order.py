"""Every topic, in the order in which a job is planned: each may ask what those before it worked out."""

from __future__ import annotations

from northspan.core.topics.bonds.topic import TOPIC as BONDS
from northspan.core.topics.circuits.topic import TOPIC as CIRCUITS
from northspan.core.topics.electrodes.topic import TOPIC as ELECTRODES
from northspan.core.topics.faults.topic import TOPIC as FAULTS
from northspan.core.topics.loads.topic import TOPIC as LOADS
from northspan.core.topics.loops.topic import TOPIC as LOOPS
from northspan.core.topics.panels.topic import TOPIC as PANELS
from northspan.core.topics.pull.topic import TOPIC as PULL
from northspan.core.topics.routes.topic import TOPIC as ROUTES
from northspan.core.topics.site.topic import TOPIC as SITE
from northspan.core.topics.sizing.topic import TOPIC as SIZING
from northspan.core.topics.supply.topic import TOPIC as SUPPLY

TOPICS = (LOADS, ROUTES, SUPPLY, SIZING, PULL, FAULTS, ELECTRODES, LOOPS, PANELS, CIRCUITS, BONDS, SITE)
