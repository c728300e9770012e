"""Settings: one table of name, kind, default and help. All come from the environment."""

from __future__ import annotations

import os
from dataclasses import dataclass
from pathlib import Path


@dataclass(frozen=True, slots=True)
class Setting:
    """A setting, as documented in docs/settings.md."""

    name: str
    default: str
    help: str


SETTINGS = (
    Setting("NORTHSPAN_DATA", "data", "Folder that holds the database."),
    Setting("NORTHSPAN_BIND", "127.0.0.1", "Address to listen on. Anything but loopback lets other machines in."),
    Setting("PORT", "8642", "Port to listen on."),
    Setting("NORTHSPAN_PROXY", "", "Address of the one proxy that is believed when it says that it was asked by https; empty for none."),
    Setting("NORTHSPAN_HOSTS", "", "Host names, besides loopback, under which the server may be asked; comma between them."),
)


@dataclass(frozen=True, slots=True)
class Config:
    """The settings in force."""

    data: Path
    bind: str = "127.0.0.1"
    port: int = 8642
    hosts: tuple[str, ...] = ()
    proxy: str = ""


def config_from_environment() -> Config:
    """Read the settings.

    Raises
    ------
    ValueError
        If PORT is not a port number.
    """
    values = {setting.name: os.environ.get(setting.name) or setting.default for setting in SETTINGS}
    if not values["PORT"].isdigit() or not 0 < int(values["PORT"]) < 65536:  # noqa: PLR2004 - ports end there
        message = f"PORT is {values['PORT']}; it must be a number from 1 to 65535"
        raise ValueError(message)
    hosts = tuple(host.strip().lower() for host in values["NORTHSPAN_HOSTS"].split(",") if host.strip())
    return Config(Path(values["NORTHSPAN_DATA"]), values["NORTHSPAN_BIND"], int(values["PORT"]), hosts, values["NORTHSPAN_PROXY"])
