"""North Span: sizes feeders to houses and detached buildings, with every answer explained."""

__version__ = "0.2.0"
