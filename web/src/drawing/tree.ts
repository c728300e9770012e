/** The property as a tree of rows: what feeds what, in the order it is drawn. Pure layout, nothing is worked out. */
import type { Job } from '../api/client'

export interface TreeRow {
  id: string
  kind: 'sources' | 'enclosures'
  name: string
  building: string
  status: string
  depth: number
  run: string
  /** Depths at which a line passes through this row on its way further down. */
  through: number[]
  last: boolean
  standby: { run: string; target: string }[]
  loads: number
}

export function treeRows(job: Job): TreeRow[] {
  const runs = Object.entries(job.runs)
  const usual = runs.filter(([, run]) => !run.alternate)
  const feeding = new Map<string, string>()
  for (const wanted of ['existing', 'new', 'temporary', 'remove']) {
    for (const [id, run] of usual) if (run.status === wanted && !feeding.has(run.target)) feeding.set(run.target, id)
  }
  const rows: TreeRow[] = []
  const seen = new Set<string>()

  function visit(id: string, depth: number, through: number[], last: boolean): void {
    if (seen.has(id)) return
    seen.add(id)
    const can = job.enclosures[id]
    const source = job.sources[id]
    rows.push({
      id,
      kind: can ? 'enclosures' : 'sources',
      name: (can ?? source)?.name ?? id,
      building: can?.building ?? source?.building ?? '',
      status: (can ?? source)?.status ?? 'existing',
      depth,
      run: feeding.get(id) ?? '',
      through,
      last,
      standby: runs.filter(([, r]) => r.alternate && r.origin === id).map(([run, r]) => ({ run, target: r.target })),
      loads: Object.values(job.loads).filter((load) => load.enclosure === id).length,
    })
    const below = usual.filter(([run, r]) => r.origin === id && feeding.get(r.target) === run).map(([, r]) => r.target)
    below.forEach((target, i) =>
      visit(target, depth + 1, i < below.length - 1 ? [...through, depth] : through, i === below.length - 1),
    )
  }

  const nodes = [...Object.keys(job.sources), ...Object.keys(job.enclosures)]
  for (const id of nodes) if (!feeding.has(id)) visit(id, 0, [], true)
  for (const id of nodes) visit(id, 0, [], true) // what feeds itself in a circle is still shown
  return rows
}

const LETTERS = '0123456789abcdefghjkmnpqrstvwxyz'

/** The short name of a part, as people see it. */
export const shortName = (id: string): string => id.split('-')[0]!

/** An id for a new part: the next short name that is free, and a tail that nobody else makes up at the same time. */
export function freshTail(): string {
  return [...crypto.getRandomValues(new Uint8Array(6))].map((byte) => LETTERS[byte % 32]).join('')
}

export function freshId(job: Job, letter: string, also: string[] = []): string {
  const taken = new Set(
    [job.sources, job.buildings, job.enclosures, job.electrodes, job.loads, job.runs, job.circuits, job.boxes]
      .flatMap((parts) => Object.keys(parts))
      .concat(also)
      .map(shortName),
  )
  const tail = freshTail()
  for (let i = 1; ; i++) if (!taken.has(`${letter}${i}`)) return `${letter}${i}-${tail}`
}
