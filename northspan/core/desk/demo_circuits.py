"""What is in the panels of the demo properties, with honest mistakes to find."""

from __future__ import annotations

from northspan.core.document.job import CircuitUse, Known, LegsLand, MainKind, PanelCircuit, PanelLayout, Serves

HOUSE_LAYOUT = PanelLayout(spaces=30, half_slots=(29, 30), most_poles=34, main=MainKind.lugs, read_1_a=31, read_2_a=19, read_neutral_a=12)
COTTAGE_LAYOUT = PanelLayout(spaces=12, columns=1, legs_land=LegsLand.one_line)


def _one(slot: int, name: str, rating_a: float, size: str, serves: Serves, use: CircuitUse, **more: object) -> PanelCircuit:
    known = more.pop("known", Known.labelled)
    return PanelCircuit.model_validate(
        {
            "enclosure": "P1",
            "slots": (slot,),
            "name": name,
            "rating_a": rating_a,
            "size": size,
            "serves": serves,
            "use": use,
            "known": known,
        }
        | more
    )


def house_circuits() -> dict[str, PanelCircuit]:
    """List the circuits of Kestrel Hollow's house panel; five of them are wrong in five ways."""
    outlets, lighting, fixed = CircuitUse.outlets, CircuitUse.lighting, CircuitUse.fixed
    two = {"use": fixed, "known": Known.tested}
    return {
        "W1": PanelCircuit(enclosure="P1", slots=(1, 3), name="Range", rating_a=50, size="6", serves=Serves.kitchen,
                           loads=("range",), **two),
        "W2": PanelCircuit(enclosure="P1", slots=(2, 4), name="Dryer", rating_a=30, size="10", serves=Serves.laundry,
                           loads=("dryer",), **two),
        "W3": PanelCircuit(enclosure="P1", slots=(5, 7), name="Water heater", rating_a=30, size="10", serves=Serves.basement,
                           loads=("tank",), **two),
        "W4": PanelCircuit(enclosure="P1", slots=(6, 8), name="Cold store", rating_a=20, size="12", serves=Serves.basement,
                           loads=("store",), **two),
        "W5": PanelCircuit(enclosure="P1", slots=(10, 12), run="F2", known=Known.tested),
        "W6": PanelCircuit(enclosure="P1", slots=(14, 16), run="F3", known=Known.tested),
        "W7": PanelCircuit(enclosure="P1", slots=(18, 20), run="C1", known=Known.tested),
        "W8": _one(9, "Kitchen: dishwasher", 20, "12", Serves.kitchen, CircuitUse.single_outlet, loads=("dish",), known=Known.tested),
        # a pair that shares its neutral, and both on leg 2
        "W9": _one(11, "Kitchen: counter, window side", 20, "12", Serves.kitchen, outlets, partner="W10"),
        "W10": _one(15, "Kitchen: counter, door side", 20, "12", Serves.kitchen, outlets, tied=True),
        "W11": _one(13, "Laundry: washer", 20, "12", Serves.laundry, CircuitUse.single_outlet),
        # a device too large for its wire
        "W12": _one(17, "Living room: north wall", 20, "14", Serves.living, outlets),
        "W13": _one(19, "Bob's room", 15, "14", Serves.bedroom, outlets),
        # two neutrals under one screw
        "W14": _one(21, "Bedroom: east, and its closet", 15, "14", Serves.bedroom, outlets, neutral_with="W15"),
        "W15": _one(23, "Hallway: lights", 15, "14", Serves.hallway, lighting),
        "W16": _one(22, "Bathroom: outlets by the basin", 20, "12", Serves.bathroom, outlets),
        "W17": _one(24, "Basement: freezer corner", 20, "12", Serves.basement, outlets),
        "W18": _one(25, "Outdoors: porch and well side", 20, "12", Serves.outdoors, outlets),
        # a half-size device where only full-size ones go
        "W19": _one(26, "Attic: lights", 15, "14", Serves.attic, lighting, half="a"),
        "W20": _one(29, "Garage: door opener", 15, "14", Serves.garage, CircuitUse.single_outlet, half="a"),
    }  # fmt: skip


def cottage_circuits() -> dict[str, PanelCircuit]:
    """List the ways of Tern Cottage's consumer unit: each is a run of the job, a ring among them."""
    places = {
        "C1": (Serves.living, CircuitUse.outlets), "C2": (Serves.kitchen, CircuitUse.fixed), "C3": (Serves.several, CircuitUse.lighting),
        "C4": (Serves.bathroom, CircuitUse.fixed), "F1": (Serves.outbuilding, CircuitUse.panel),
    }  # fmt: skip
    return {
        f"W{way}": PanelCircuit(enclosure="CU", slots=(way,), run=run, serves=serves, use=use, known=Known.tested)
        for way, (run, (serves, use)) in enumerate(places.items(), 1)
    }


CAMP_LAYOUT = PanelLayout(spaces=32, main=MainKind.breaker)


def camp_circuits() -> dict[str, PanelCircuit]:
    """List the circuits of Lac Sureau's panel, with split receptacles over the counter: one cable, both legs, one handle."""
    loads = {"range": (40, "8", Serves.kitchen), "dryer": (30, "10", Serves.laundry), "tank": (30, "10", Serves.basement),
             "heat1": (50, "6", Serves.several), "heat2": (30, "10", Serves.basement)}  # fmt: skip
    names = {"range": "Range", "dryer": "Dryer", "tank": "Water heater", "heat1": "Baseboards, ground floor",
             "heat2": "Baseboards, basement"}  # fmt: skip
    made: dict[str, PanelCircuit] = {}
    for i, (load, (rating_a, size, serves)) in enumerate(loads.items()):
        slot = 1 + 4 * (i // 2) + i % 2
        made[f"W{i + 1}"] = PanelCircuit(
            enclosure="P1", slots=(slot, slot + 2), name=names[load], rating_a=rating_a, size=size, serves=serves,
            use=CircuitUse.fixed, loads=(load,), known=Known.tested,
        )  # fmt: skip
    return made | {
        "W6": PanelCircuit(enclosure="P1", slots=(10, 12), run="F1", known=Known.tested),
        "W7": PanelCircuit(enclosure="P1", slots=(14, 16), run="F2", known=Known.tested),
        "W8": _one(
            13, "Kitchen: split receptacles by the sink, upper", 15, "14", Serves.kitchen, CircuitUse.outlets, partner="W9", tied=True
        ),
        "W9": _one(15, "Kitchen: split receptacles by the sink, lower", 15, "14", Serves.kitchen, CircuitUse.outlets, tied=True),
        "W10": _one(17, "Bedroom: lake side", 15, "14", Serves.bedroom, CircuitUse.outlets),
        "W11": _one(18, "Living: stove wall", 15, "14", Serves.living, CircuitUse.outlets),
    }
