/** Where each line of a checklist stands in the Section: one mark for each place, in the order of the walk. */
import type { Job, Plan, Schemas, Way } from '../api/client'
import { inOrder } from './rows'
import { toPixels, type Scale } from './scale'
import { GROUND_Y, type Section } from './section'

type Line = Schemas['CheckLine']
const WORST = ['not_right', 'changed', 'open', 'not_seen', 'right']
const APART = 40
const CLIMB = 27
const PANEL_Y = GROUND_Y - 44
const OVERHEAD_Y = GROUND_Y - 92

export interface Badge {
  at: string
  x: number
  y: number
  half: number
  words: string
  name: string
  state: string
  first: string
  picked: boolean
  lines: Line[]
}

/** What the marks are drawn on: the way with its scale, as the Section has it. */
export interface Drawn {
  section: Section
  way: Way
  scale: Scale
  job: Job
  plan: Plan
}

export function badgesOf(lines: Line[], drawn: Drawn, chosen: string): Badge[] {
  const groups = new Map<string, Line[]>()
  for (const one of lines) {
    const [, table, key, , stretch] = one.where.split('/')
    const at = `/${table}/${key}${table === 'runs' && stretch ? `/${stretch}` : ''}`
    groups.set(at, [...(groups.get(at) ?? []), one])
  }
  const made: Badge[] = []
  for (const [at, mine] of groups) {
    const place = placeOf(at, drawn)
    if (!place) continue
    const words = span(mine)
    const half = 9 + 4.4 * (words.length + 1)
    const y = clear(place.x, place.y, half, made)
    const state = WORST.find((one) => mine.some((line) => line.state === one)) ?? 'open'
    const first = (mine.find((one) => one.state === 'open' || one.state === 'changed') ?? mine[0]!).key
    const picked = mine.some((one) => one.key === chosen)
    made.push({ at, x: place.x, y, half, words, name: mine[0]!.place, state, first, picked, lines: mine })
  }
  return made
}

function span(lines: Line[]): string {
  const first = lines[0]!.number
  const last = lines.at(-1)!.number
  return first === last ? String(first) : `${first}–${last}`
}

/** Up, clear of the marks that stand there already. */
function clear(x: number, y: number, half: number, made: Badge[]): number {
  const near = (at: number) =>
    made.some((one) => Math.abs(one.x - x) < Math.max(APART, one.half + half + 4) && Math.abs(one.y - at) < CLIMB)
  let at = y
  while (near(at) && at > 20) at -= CLIMB
  return at > 20 ? at : Math.max(...made.map((one) => one.y)) + CLIMB
}

function placeOf(at: string, drawn: Drawn): { x: number; y: number } | null {
  const { section, job } = drawn
  const [, table, key, stretch] = at.split('/') as [string, string, string, string?]
  if (table === 'runs') return onRun(key, stretch, drawn)
  if (table === 'enclosures' || table === 'circuits') {
    const can = table === 'circuits' ? job.circuits[key]?.enclosure : key
    const found = section.buildings.flatMap((box) => box.enclosures).find((one) => one.id === can)
    return found ? { x: found.x, y: table === 'circuits' ? GROUND_Y - 74 : PANEL_Y } : null
  }
  const home = table === 'electrodes' ? job.electrodes[key]?.building : key
  const box = section.buildings.find((one) => one.id === home)
  if (!box) return null
  const rods = section.rods[box.id] ?? []
  const nth = Object.entries(job.electrodes).filter(([, one]) => one.building === home)
  const rod = rods[nth.findIndex(([id]) => id === key)] ?? rods[0]
  const deep = table === 'electrodes' ? GROUND_Y + 26 : GROUND_Y - 14
  return { x: table === 'electrodes' && rod ? rod.x : (box.left + box.right) / 2, y: deep }
}

/** The middle of a stretch, at the height at which it lies; of a whole run where it is written about. */
function onRun(id: string, stretch: string | undefined, drawn: Drawn): { x: number; y: number } | null {
  const run = drawn.section.runs.find((one) => one.id === id)
  if (!run) return null
  const nth = inOrder(drawn.job.runs[id]?.segments).findIndex((one) => one.key === stretch)
  const part = drawn.plan.runs[id]?.segments[nth]
  if (!part) return { x: run.label_x, y: run.buried ? run.buried_y : PANEL_Y }
  const first = drawn.way.points.findIndex((point) => point.run === id)
  const begins_m = first > 0 ? drawn.way.points[first - 1]!.distance_m : 0
  const x = toPixels(drawn.scale, begins_m + (part.from_m + part.to_m) / 2)
  return { x, y: part.place === 'buried' ? run.buried_y : part.place === 'overhead' ? OVERHEAD_Y : PANEL_Y }
}

/** A dotted line through the marks in their order. */
export function walkPath(badges: Badge[]): string {
  return badges.map((one, i) => `${i ? 'L' : 'M'} ${one.x} ${one.y}`).join(' ')
}
