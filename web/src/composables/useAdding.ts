/** Adding parts to the property: each comes with what is usual, ready to be changed. */
import { roundLength } from '../format/quantities'
import type { Operation, PartKind } from '../api/client'
import { freshId } from '../drawing/tree'
import { fill } from '../state/terms'
import { useJob } from '../state/job'

export function useAdding() {
  const store = useJob()

  async function put(
    kind: PartKind,
    letter: string,
    value: Record<string, unknown>,
    more: Operation[] = [],
    key = store.job ? freshId(store.job, letter) : '',
  ): Promise<void> {
    if (!key) return
    await store.edit([...more, { op: 'add', path: `/${kind}/${key}`, value }])
    store.pick(kind, key)
  }

  const panelName = () => fill('{Panel}')

  function building(): Promise<void> {
    return put('buildings', 'B', { name: 'Building', status: 'existing' })
  }

  function source(): Promise<void> {
    const book = store.options
    return put('sources', 'S', {
      name: 'Source',
      kind: 'utility_transformer',
      ...(book ? { system: book.usual_system, line_v: book.usual_v, earthing: book.earthings[0]?.value } : {}),
    })
  }

  /** The building to put something in: the picked one, that of the picked part, or the first. */
  function here(): string {
    const job = store.job
    const picked = store.part
    if (!job) return ''
    if (picked?.kind === 'buildings') return picked.key
    if (picked?.kind === 'enclosures') return job.enclosures[picked.key]?.building ?? ''
    if (picked?.kind === 'electrodes') return job.electrodes[picked.key]?.building ?? ''
    if (picked?.kind === 'sources') return job.sources[picked.key]?.building ?? ''
    if (picked?.kind === 'runs') return job.enclosures[job.runs[picked.key]?.target ?? '']?.building ?? ''
    return ''
  }

  function place(): { id: string; edits: Operation[] } {
    const job = store.job!
    const id = here() || Object.keys(job.buildings)[0]
    if (id) return { id, edits: [] }
    const fresh = freshId(job, 'B')
    return { id: fresh, edits: [{ op: 'add', path: `/buildings/${fresh}`, value: { name: 'House', use: 'dwelling' } }] }
  }

  function enclosure(): Promise<void> {
    const { id, edits } = place()
    return put('enclosures', 'P', { name: panelName(), building: id }, edits)
  }

  /** A can with the run that feeds it from the picked node. */
  function fedFrom(origin: string): Promise<void> {
    const job = store.job!
    const { id, edits } = place()
    const can = freshId(job, 'P')
    const run = freshId(job, 'F')
    const kind = job.sources[origin] && job.sources[origin]!.kind === 'utility_transformer' ? 'service' : 'feeder'
    const lies = job.enclosures[origin]?.building === id ? 'indoors' : 'buried'
    const value = {
      name: fill(kind === 'service' ? '{Service}' : '{Feeder}'),
      kind,
      origin,
      target: can,
      segments: {
        1: { length_m: roundLength(50, 15, store.units), place: lies, method: store.options?.usual_methods[lies] },
      },
    }
    return put('enclosures', 'P', { name: panelName(), building: id }, edits, can).then(() =>
      store.edit([{ op: 'add', path: `/runs/${run}`, value }]),
    )
  }

  /** As long as the rules want it at least. */
  const rod = () => (store.options ? { length_m: store.options.rod_length_m } : {})

  function electrode(): Promise<void> {
    const { id, edits } = place()
    return put('electrodes', 'E', { name: 'Rod', building: id, status: 'existing', ...rod() }, edits)
  }

  function electrodeAt(id: string): Promise<void> {
    return put('electrodes', 'E', { name: 'Rod', building: id, ...rod() })
  }

  function load(
    enclosure_id: string,
    library: Record<string, unknown> = { name: 'Load', power_va: 1000 },
  ): Promise<void> {
    return put('loads', 'L', { ...library, enclosure: enclosure_id })
  }

  return { building, source, enclosure, fedFrom, electrode, electrodeAt, load }
}
