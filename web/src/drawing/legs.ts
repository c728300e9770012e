/** The two legs as stacked bars that grow apart from a middle line: geometry only. */
import type { Schemas } from '../api/client'

type LoadPlan = Schemas['LoadPlan']

export interface Block {
  id: string
  x: number
  width: number
  leg: 1 | 2
}

/** Lay loads side by side on each leg, largest first; `scale` is pixels for an ampere. */
export function legBlocks(loads: LoadPlan[], scale: number): Block[] {
  const blocks: Block[] = []
  for (const leg of [1, 2] as const) {
    const amperes = (load: LoadPlan) => (leg === 1 ? load.line_1_a : load.line_2_a)
    let x = 0
    for (const load of [...loads].sort((a, b) => b.power_va - a.power_va)) {
      if (!amperes(load)) continue
      const width = amperes(load) * scale
      blocks.push({ id: load.id, x, width, leg })
      x += width
    }
  }
  return blocks
}
