/** Geometry of the bond bench: cans along a way with their bars, wires between, electrodes below. Pixels only. */
import type { Job, Way } from '../api/client'

export const LINE_1_Y = 178
export const LINE_2_Y = 206
export const NEUTRAL_Y = 252
export const GROUND_BAR_Y = 346
export const CAN_TOP = 140
export const CAN_BOTTOM = 398
export const SOIL_Y = 430
export const BENCH_HEIGHT = 532
const SOURCE_WIDTH = 84
const LEAST_CAN = 108
const LEAST_GAP = 92

export interface BenchNode {
  id: string
  kind: 'source' | 'can'
  name: string
  building: string
  x: number
  width: number
}

export interface BenchGap {
  run: string
  from: number
  to: number
}

export interface BenchLayout {
  width: number
  nodes: BenchNode[]
  gaps: BenchGap[]
  standby: { run: string; source: string; at: string; x: number } | null
}

/** Lay out the cans of a way; a picture too wide for its place is scrolled, not squeezed. */
export function benchOf(job: Job, way: Way, available: number): BenchLayout {
  const first = way.points[0]?.node ?? ''
  const ids = [first, ...way.runs.map((run) => job.runs[run]!.target)]
  const cans = ids.filter((id) => job.enclosures[id]).length
  const sources = ids.length - cans
  const least = sources * SOURCE_WIDTH + cans * LEAST_CAN + (ids.length - 1) * LEAST_GAP + 24
  const width = Math.max(available, least)
  const spare = (width - least) / (ids.length + cans)
  const nodes: BenchNode[] = []
  let x = 12
  for (const id of ids) {
    const can = job.enclosures[id]
    const wide = can ? LEAST_CAN + spare : SOURCE_WIDTH
    nodes.push({
      id,
      kind: can ? 'can' : 'source',
      name: can?.name ?? job.sources[id]?.name ?? id,
      building: can?.building ?? '',
      x,
      width: wide,
    })
    x += wide + LEAST_GAP + spare
  }
  const gaps = way.runs.map((run, i) => ({ run, from: nodes[i]!.x + nodes[i]!.width, to: nodes[i + 1]!.x }))
  return { width, nodes, gaps, standby: standbyOf(job, nodes) }
}

function standbyOf(job: Job, nodes: BenchNode[]): BenchLayout['standby'] {
  for (const [run, r] of Object.entries(job.runs)) {
    const at = nodes.find((node) => node.id === r.target)
    if (at && job.sources[r.origin] && r.alternate && r.status !== 'remove')
      return { run, source: r.origin, at: at.id, x: at.x + at.width / 2 }
  }
  return null
}

/** How thick a line is drawn for a current: a hundred times the current is a few times the line. */
export function lineWidth(amperes: number): number {
  return 1.6 + 4 * Math.log10(1 + amperes)
}

/** A zigzag from a line to the side of a can, for a fault. */
export function zigzag(x: number, from: number, to: number): string {
  const step = (to - from) / 4
  return `M ${x} ${from} l 9 ${step} l -14 ${step} l 14 ${step} L ${x} ${to}`
}
