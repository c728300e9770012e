"""What the letters of a formula stand for, where no line above has brought them in."""

from __future__ import annotations

import re

# one meaning everywhere
_EVERYWHERE = {
    "U": "voltage", "U_n": "voltage to neutral", "I": "current", "L": "length", "P": "power", "R": "resistance", "X": "reactance",
    "R_n": "resistance of the neutral", "X_n": "reactance of the neutral", "I_r": "part that is not continuous",
    "I_k": "continuous part", "A_p": "area of the bore", "t": "time until it opens", "I_f": "current of the fault",
    "S_n": "rating", "I_n": "rating of the device", "I_L": "load", "I_m": "current of the motor", "I_u": "unbalance as counted",
    "I_d": "after correction and adjustment", "I_c": "limit of the terminals", "I_t": "figure of the table", "F_a": "correction for heat",
    "d_u": "lost in the runs ahead", "h_0": "height up to which nothing is lost", "y": "years", "W": "energy of a year",
    "P_n": "load of the neutral", "R_20": "resistance at 20 °C", "R_k": "resistance by the length of the table",
    "X_k": "reactance by the length of the table", "C_c": "factor of a cable in the ground", "I_z": "what the wire carries",
    "m": "times its rating that it surely opens on", "C_m": "to make", "C_e": "to run", "Z_e": "loop outside", "R_A": "earth electrode",
    "S_10": "10 A of it", "S_p": "heat with its own control", "S_l": "lighting", "N_1": "leg 1 to neutral", "N_2": "leg 2 to neutral",
    "b_s": "width of the spade", "S_w": "larger of heat and cooling", "V": "drop", "H": "heating", "I_s": "current of its rating",
    "A_f": "all floors", "A_b": "of it the basement", "A_m": "least ungrounded",
    "A_u": "ungrounded as chosen", "A_t": "figure of the table",
}  # fmt: skip
_ALONG = {"f": "cosine of the angle of the load", "k": "sine of it", "g": "cosine while starting", "h": "sine of it",
          "N": "current back by the neutral", "M": "the part of it from the other leg", "F": "start on leg 1", "G": "start on leg 2",
          "E": "current of the start"}  # fmt: skip
_LEGS = {"I_L1": "current of leg 1", "I_L2": "current of leg 2"}
_LINE = {"N": "current that comes back by the neutral", "M": "part of it a quarter turn behind"}
_ROUGH = {"n": "sets in parallel", "T": "temperature"}
_DWELLING = {"L": "lighting and circuits after demand", "F": "fixed appliances", "R": "range", "D": "dryer", "M": "largest motor",
             "H": "heating", "C": "cooling", "B": "heat that helps a pump", "T": "the rest after demand"}  # fmt: skip
_PULL = {"T_0": "tension before", "C": "weight correction", "m": "friction", "a": "angle", "w": "weight of the wires by length",
         "R": "radius of the bend", "L": "length"}  # fmt: skip
_TRENCH = {"d": "outside of the pipe", "s": "sand around it", "D": "pipes beside each other", "n": "pipes", "a": "clear between them",
           "x": "clear of another line", "c": "cover", "z": "depth of the other line", "r": "half its width", "h": "depth"}  # fmt: skip
_COST = {"n": "sets", "k": "wires", "L": "length", "p": "price", "c_0": "price of each", "c_k": "price by the kVA"}
_LOSS = {"h": "hours at load in a year", "s": "share of the rating in use"}
_HEAT = {"k": "constant of metal and insulation", "S": "section"}
_ARMOUR = {"q": "how much worse steel conducts than copper", "A_s": "section of the steel", "k": "warm against 20 °C", "r": "resistivity"}
_WEIGHT = {"g": "acceleration of free fall", "k": "lay of the strands", "A_c": "section of the metal", "A_i": "section of the insulation",
           "d_c": "density of the metal", "d_i": "density of the insulation"}  # fmt: skip
# what a letter means in one formula, where it means something else elsewhere
_IN_FORMULA = {
    "(8760 * P_0 + h * s**2 * P_k) / 1000": _LOSS, "P_w * h / 1000": _LOSS, "1 + 4 / 3 * r**2": {"r": "wire to bore"},
    "1000 * S / U": {"S": "rating in kVA"}, "1000 * S / (2 * U_n)": {"S": "rating in kVA"}, "1000 * S": {"S": "power in kW"},
    "1000 * k * r / A_s": _ARMOUR, "A_s / q": _ARMOUR, "k * R_20": {"k": "warm against 20 °C"},
    "2 * (c_0 + c_k * S_n)": _COST, "n * L * p": _COST, "n * k * L * p": _COST, "W * y * p": {"W": "kWh of a year", "p": "price of a kWh"},
    "min(I, b)": {"b": "its breaker"}, "n * D * 0.0254": {"n": "times", "D": "trade size in inches"},
    "2 * I**2 * R / n": {"n": "sets in parallel"}, "3 * A + 1500 * n": {"n": "circuits", "A": "floor area"},
    "3.1416 / 4 * d**2": {"d": "outside of the wire"}, "A": {"A": "area"}, "n * A": {"n": "sets", "A": "area of each"},
    "C * U / I_a": {"C": "factor for the least voltage"}, "I * f + E * g": _ALONG, "I * h + E * k": _ALONG,
    "N * f + M * h + F * g + G * k": _ALONG, "N * h - M * f + F * k - G * g": _ALONG,
    "R * I + R_n * N": _LINE, "R * I + R_n * N - X_n * M": _LINE, "X * I + X_n * N": _LINE, "X * I + X_n * N + R_n * M": _LINE,
    "L + F + 0.7 * R + 0.7 * D + 0.25 * M": _DWELLING, "0.25 * M": _DWELLING, "max(H + B, C) + T": _DWELLING,
    "max(H, C) + T": _DWELLING, "max(P_e + B, C) + T": _DWELLING, "P_o + max(H, C) + T": _DWELLING, "f * H": {"f": "share that counts"},
    "L * (b * (2 * s + d) - A_p)": _TRENCH | {"L": "length", "A_p": "section of the pipes"}, "c + d + s": _TRENCH,
    "z - r - (c + d)": _TRENCH, "max(b_s, D + (n - 1) * a + x + 2 * s)": _TRENCH,
    "P_g * f / 100": {"f": "percent that counts"}, "min(P_o, f) + 0.4 * max(P_o - f, 0)": {"f": "first part, which counts whole"},
    "R * L / (1000 * n) * (T + 25) / (T + 75)": _ROUGH, "X * L / (1000 * n)": _ROUGH, "(R_1) / n": {"n": "ranges"},
    "S / 0.09290304": {"S": "floor in m²"}, "S_1 + n * S_2": {"n": "how often"}, "f_w * S": {"S": "power in VA"},
    "T_0 * cosh(C * m * a) + sinh(C * m * a) * sqrt(T_0**2 + (w * R)**2)": _PULL,
    "R * (I_L1 + I_L2)": _LEGS, "X * (I_L1 + I_L2)": _LEGS, "N": {"N": "what comes back by it"},
    "max(0, T_0 + L * w * (sin(a) + C * m * cos(a)))": _PULL | {"a": "slope"}, "q * T / R": {"q": "wires that press", "R": "radius"},
    "U - sqrt((U - P * f - Q * sqrt(1 - f**2))**2 + (Q * f - P * sqrt(1 - f**2))**2)": {"f": "power factor"},
    "d * U / 100": {"d": "percent allowed"}, "f * I_m": {"f": "factor of the rule"}, "f * I_s": {"f": "share asked"},
    "f * V": {"f": "what starts to what runs"}, "g * (k * A_c * d_c + A_i * d_i)": _WEIGHT,
    "k * 1000 * S": {"k": "share of the rating", "S": "rating in kVA"},
    "k * L * D": {"k": "by length and bore", "D": "bore"}, "k * L * D_T": {"k": "how much longer in steel by the degree", "D_T": "swing"},
    "k**2 * S**2": _HEAT, "sqrt(W) / k": _HEAT, "q * (R_1 + R_2) * L / 1000": {"q": "warm against 20 °C"},
    "max(0, 1 - c * max(0, T - T_0))": {"c": "lost by the degree", "T": "hottest air", "T_0": "air up to which nothing is lost"},
    "max(0, 1 - c * max(0, h - h_0))": {"c": "lost by the metre", "h": "height above the sea"},
    "min(S_e, S_10) + 0.3 * max(0, S_e - S_10)": {"S_e": "nameplate"}, "min(25, max(6, S_e / 2))": {"S_e": "earthing conductor"},
    "6000 + 0.4 * max(0, S_e - 12000)": {"S_e": "nameplate"}, "10000 + 0.75 * (S_e - 10000) + S_p": {"S_e": "heat on one control"},
    "max(S_h, S_k) + S_t": {"S_k": "cooling", "S_t": "what always runs"}, "(max(D_1, 5000)) * f_d / 100": {"f_d": "percent that counts"},
    "S_a + 0.25 * S_b": {"S_a": "the two largest", "S_b": "the others"}, "S_a + 0.4 * S_b": {"S_a": "the largest", "S_b": "the others"},
    "min(S, 8000 + 0.4 * max(0, S - 12000))": {"S": "nameplate"}, "L * p": {"p": "price of a metre of its cable"},
    "(x_m + 2 * m_b) * p + b / n": {"m_b": "make-up at each end", "p": "price of a metre of its cable", "b": "price of a box",
                                    "n": "circuits that share it"},
    "M * (1 + m / 100)": {"M": "materials", "m": "markup"}, "h * r": {"h": "hours", "r": "rate"}, "M_m + W + p": {"p": "permit"},
    "B * (1 + x / 100)": {"x": "tax"}, "n * (1 + s / 100)": {"s": "percent to spare"},
    "w + m_u - D - s": {"m_u": "make-up inside", "s": "spare in the old one"}, "s * B": {"B": "rating of the bus"},
    "0.25 * S_a": {"S_a": "the others"}, "100 * A_w / A_p": {"A_w": "area of the wires"},
}  # fmt: skip
_PART = re.compile(r"_(\d+|[a-z]*\d+)$")


def meaning(symbol: str, formula: str) -> str:
    """Say what a letter stands for in a formula; a numbered one is a part of what is added up; empty where nothing is known.

    Parameters
    ----------
    symbol : str
        The letter. [-]
    formula : str
        The formula as written. [-]

    Examples
    --------
    >>> meaning("f", "f * I_m"), meaning("U", "P / U"), meaning("c_3", "c_1 + c_2 + c_3")
    ('factor of the rule', 'voltage', 'part 3')
    """
    found = _IN_FORMULA.get(formula, {}).get(symbol) or _EVERYWHERE.get(symbol)
    if found:
        return found
    part = _PART.search(symbol)
    return f"part {part.group(1)}" if part else ""


def where(put_in: tuple[tuple[str, float], ...], formula: str, known: set[str]) -> str:
    """Introduce the letters of a formula that no line before it has brought in.

    Parameters
    ----------
    put_in : tuple
        Letters and figures of the formula. [-]
    formula : str
        The formula as written. [-]
    known : set of str
        Letters that stand in a line before. [-]
    """
    fresh = [(symbol, meaning(symbol, formula)) for symbol in dict.fromkeys(symbol for symbol, _ in put_in) if symbol not in known]
    return ", ".join(f"{symbol} {words}" for symbol, words in fresh if words)
