/** Geometry of the Section: buildings, runs, rods. Distances to scale; depths to their own scale. */
import type { Job, Plan, Way } from '../api/client'
import { inOrder } from './rows'
import { toPixels, type Scale } from './scale'

export const GROUND_Y = 168
export const SECTION_HEIGHT = 302
export const PIXELS_PER_METRE_DEEP = 33
const PANEL_Y = GROUND_Y - 44
const OVERHEAD_Y = GROUND_Y - 104
const HALF_BUILDING = 50
const RISER_UP = 26
const POLE_HALF = 11
const CAN_APART = 26 // two cans on one wall stand beside each other

export interface BuildingBox {
  id: string
  name: string
  dwelling: boolean
  left: number
  right: number
  enclosures: { id: string; x: number; name: string }[]
}

export interface RunLine {
  id: string
  path: string
  label_x: number
  label_y: number
  buried: boolean
  buried_y: number
  risers: { x: number; from: number; to: number; home: boolean }[]
}

export interface RodLine {
  x: number
  depth_px: number
  missing: boolean
  kind: string
}

export interface Section {
  pole: { x: number; name: string } | null
  buildings: BuildingBox[]
  runs: RunLine[]
  rods: Record<string, RodLine[]>
}

export function sectionOf(job: Job, plan: Plan, way: Way, scale: Scale): Section {
  const stations = way.points.filter((point) => point.node)
  const first = stations[0]
  const source = first ? job.sources[first.node] : undefined
  const buildings = boxes(job, stations, scale)
  const runs = way.runs.map((id) => runLine(job, plan, way, id, buildings, scale))
  const rods = Object.fromEntries(buildings.map((box) => [box.id, rodsOf(job, plan, box)]))
  return {
    pole: source && first ? { x: poleX(toPixels(scale, first.distance_m), buildings), name: source.name } : null,
    buildings,
    runs,
    rods,
  }
}

/** A source stands outside the walls, however near its first building is. */
function poleX(x: number, buildings: BuildingBox[]): number {
  const wall = Math.min(...buildings.filter((box) => box.left - POLE_HALF < x && x < box.right).map((box) => box.left))
  return Math.min(x, wall - POLE_HALF - 3)
}

function boxes(job: Job, stations: Way['points'], scale: Scale): BuildingBox[] {
  const found = new Map<string, BuildingBox>()
  for (const station of stations) {
    const can = job.enclosures[station.node]
    const building = can ? job.buildings[can.building] : undefined
    if (!can || !building) continue
    const box = found.get(can.building)
    const beside = (box?.enclosures.at(-1)?.x ?? -Infinity) + CAN_APART
    const x = Math.max(toPixels(scale, station.distance_m), beside)
    if (box) {
      box.left = Math.min(box.left, x - HALF_BUILDING)
      box.right = Math.max(box.right, x + HALF_BUILDING)
      box.enclosures.push({ id: station.node, x, name: can.name })
    } else {
      const enclosures = [{ id: station.node, x, name: can.name }]
      found.set(can.building, {
        id: can.building,
        name: building.name,
        dwelling: building.use === 'dwelling',
        left: x - HALF_BUILDING,
        right: x + HALF_BUILDING,
        enclosures,
      })
    }
  }
  return [...found.values()]
}

function runLine(job: Job, plan: Plan, way: Way, id: string, buildings: BuildingBox[], scale: Scale): RunLine {
  const ends = way.points.filter((point) => point.run === id)
  const before = way.points[way.points.indexOf(ends[0]!) - 1]
  const run = job.runs[id]!
  const home = buildings.find((box) => box.enclosures.some((can) => can.id === run.origin))
  const away = buildings.find((box) => box.enclosures.some((can) => can.id === run.target))
  let x = toPixels(scale, before?.distance_m ?? 0)
  let path = `M ${x} ${home ? PANEL_Y : OVERHEAD_Y}`
  let label_x = (x + toPixels(scale, ends.at(-1)?.distance_m ?? 0)) / 2
  let label_y = GROUND_Y - 9 // indoors: under the cans
  let buried = false
  let buried_y = GROUND_Y
  const risers: RunLine['risers'] = []
  inOrder(run.segments).forEach((segment, i) => {
    const end = toPixels(scale, ends[i]?.distance_m ?? 0)
    const outside = segment.place === 'buried' || segment.place === 'overhead'
    // a stretch outdoors leaves through the wall of the building it starts in, and ends at the next wall
    const left = outside && home && x < home.right && home !== away ? Math.min(home.right - 8, end) : x
    const right = outside && away && end > away.left && home !== away ? Math.max(away.left + 8, left) : end
    if (segment.place === 'buried') {
      const y = GROUND_Y + depth(plan.runs[id]?.segments[i]?.cover_m ?? segment.cover_m ?? 0.5)
      path += ` H ${left} V ${y} H ${right} V ${PANEL_Y} H ${end}`
      label_x = (left + right) / 2
      label_y = y
      buried = true
      buried_y = y
      risers.push(
        { x: left, from: y, to: GROUND_Y - RISER_UP, home: true },
        { x: right, from: y, to: GROUND_Y - RISER_UP, home: false },
      )
    } else if (segment.place === 'overhead') {
      path += ` Q ${(left + right) / 2} ${OVERHEAD_Y + 26} ${right} ${OVERHEAD_Y + 8} V ${PANEL_Y} H ${end}`
      if (!buried) {
        label_x = (left + right) / 2
        label_y = OVERHEAD_Y
      }
    } else {
      path += ` H ${end}`
    }
    x = end
  })
  return { id, path, label_x, label_y, buried, buried_y, risers }
}

function depth(depth_m: number): number {
  return depth_m * PIXELS_PER_METRE_DEEP
}

function rodsOf(job: Job, plan: Plan, box: BuildingBox): RodLine[] {
  const there = Object.values(job.electrodes).filter(
    (electrode) => electrode.building === box.id && electrode.status !== 'remove',
  )
  const lines = there.map((electrode, i) => ({
    x: box.left + 16 + i * 20,
    depth_px: electrode.kind === 'rod' ? depth(electrode.length_m) : depth(0.75),
    missing: false,
    kind: electrode.kind as string,
  }))
  const building = plan.buildings[box.id]
  const missing = Math.max(0, (building?.rods_wanted ?? 0) - (building?.rods_present ?? 0))
  for (let i = 0; i < missing; i++) {
    lines.push({ x: box.left + 16 + lines.length * 20, depth_px: depth(2.44), missing: true, kind: 'rod' })
  }
  return lines
}
