"""The label of a panel door at true size, as SVG in millimetres, with a square code that opens the panel in this program."""

from __future__ import annotations

from collections.abc import Iterator
from textwrap import wrap
from xml.sax.saxutils import escape

import segno

from northspan.core.document.job import Job
from northspan.core.document.plan.panel import CircuitPlan, PanelPlan, SlotPlan

ROW_MM, WIDTH_MM, HEAD_MM, CODE_MM, EDGE_MM = 7.0, 156.0, 16.0, 26.0, 4.0
_LETTERS, _LINES, _NUMBER_MM = 36, 2, 7.0  # letters of a line in two columns


def panel_label(job: Job, plan: PanelPlan, url: str, revision: int) -> str:
    """Draw the label of a panel.

    Parameters
    ----------
    job : Job
        The job. [-]
    plan : PanelPlan
        The panel. [-]
    url : str
        What the square code says. [-]
    revision : int
        Of the job, printed so that an old label is known. [-]

    Notes
    -----
    Slots stand as they stand in the panel. A line of two rows of letters is 7 mm high; what is longer is cut off with three
    dots, and the table beside has it whole.
    """
    rows = max((slot.row for slot in plan.slots), default=1)
    width = 2 * EDGE_MM + WIDTH_MM
    code_y = HEAD_MM + rows * ROW_MM + EDGE_MM
    height = code_y + CODE_MM + EDGE_MM
    size = f'width="{width:g}mm" height="{height:g}mm" viewBox="0 0 {width:g} {height:g}"'
    x = 2 * EDGE_MM + CODE_MM
    whose = f"{job.name}, fed from {plan.fed_from}" if plan.fed_from else job.name
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" {size} font-family="sans-serif" fill="#000">',
        f"<title>{escape(f'{job.name}, {plan.name}')}</title>",
        f'<rect width="{width:g}" height="{height:g}" fill="#fff"/>',
        f'<text x="{EDGE_MM}" y="7.5" font-size="5" font-weight="bold">{escape(_short(plan.name, 40))}</text>',
        f'<text x="{EDGE_MM}" y="12.5" font-size="3">{escape(_short(whose, 74))}, revision {revision}</text>',
        *_slots(plan),
        *_code(url, EDGE_MM, code_y),
        f'<text x="{x:g}" y="{code_y + 6:g}" font-size="3">Turn off, and test dead, before you open it.</text>',
        f'<text x="{x:g}" y="{code_y + 11:g}" font-size="3">Printed at 100 %, this line is 50 mm long:</text>',
        f'<path d="M {x:g} {code_y + 14:g} h 50 m -50 -1 v 2 m 50 -2 v 2" stroke="#000" stroke-width="0.3" fill="none"/>',
        *(f'<text x="{x:g}" y="{code_y + 19 + 3.6 * i:g}" font-size="2.6">{escape(words)}</text>'
          for i, words in enumerate(_short(f"{one.words}: {one.result}", 72) for one in plan.notices)),
        "</svg>",
    ]  # fmt: skip
    return "\n".join(parts) + "\n"


def _slots(plan: PanelPlan) -> Iterator[str]:
    by_slot: dict[int, list[CircuitPlan]] = {}
    for one in plan.circuits:
        for number in one.slots:
            by_slot.setdefault(number, []).append(one)
    for slot in plan.slots:
        yield from _slot(plan, slot, sorted(by_slot.get(slot.slot, []), key=lambda one: one.half))


def _slot(plan: PanelPlan, slot: SlotPlan, here: list[CircuitPlan]) -> Iterator[str]:
    column, letters = WIDTH_MM / plan.columns, _LETTERS * 2 // plan.columns
    x = EDGE_MM + (0 if slot.left else column)
    y = HEAD_MM + (slot.row - 1) * ROW_MM
    yield f'<rect x="{x:g}" y="{y:g}" width="{column:g}" height="{ROW_MM:g}" fill="none" stroke="#000" stroke-width="0.2"/>'
    yield f'<text x="{x + 1.5:g}" y="{y + 4.6:g}" font-size="3.4" font-weight="bold">{slot.slot}</text>'
    if len(here) > 1:
        lines = [_short(f"{one.half}: {_words(one, slot.slot)}", letters) for one in here][:_LINES]
    elif here:
        lines = wrap(_words(here[0], slot.slot), letters, max_lines=_LINES, placeholder=" ...")
    else:
        lines = ["spare"]
    first = y + (4.6 if len(lines) == 1 else 3.1)
    for i, line in enumerate(lines):
        yield f'<text x="{x + _NUMBER_MM:g}" y="{first + 2.9 * i:g}" font-size="2.7">{escape(line)}</text>'
    ratings = " / ".join(f"{one.rating_a:g} A" for one in here if one.rating_a)
    if ratings:
        end = x + column - 1.5
        yield f'<text x="{end:g}" y="{y + 4.6:g}" font-size="2.7" text-anchor="end">{ratings}</text>'


def _words(one: CircuitPlan, slot: int) -> str:
    """The line of a circuit; under its first slot the others point to it."""
    return one.line if not one.slots or slot == one.slots[0] else f"with {one.slots[0]}"


def _short(text: str, letters: int) -> str:
    return text if len(text) <= letters else f"{text[: letters - 3].rstrip()}..."


def _code(url: str, x_mm: float, y_mm: float) -> Iterator[str]:
    code = segno.make(url, error="m", micro=False)
    size = code.symbol_size(border=2)[0]
    drawn = code.svg_inline(border=2, omitsize=True)
    yield f'<svg x="{x_mm:g}" y="{y_mm:g}" width="{CODE_MM:g}" height="{CODE_MM:g}" viewBox="0 0 {size} {size}">{drawn}</svg>'
