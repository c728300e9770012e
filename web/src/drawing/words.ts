/** The pictures in words, for those who do not see them: made from the same plan, so they keep in step. */
import type { Job, Plan, Schemas, Way } from '../api/client'
import { inOrder } from './rows'
import { lengthText } from '../format/quantities'

const nameOf = (job: Job, id: string): string => job.enclosures[id]?.name ?? job.sources[id]?.name ?? id

/** The way of the Section: from where, how far, through what, to where, and the voltage there. */
export function wayWords(job: Job, plan: Plan, way: Way, units: Job['units']): string {
  const first = way.points[0]
  if (!first) return ''
  const parts = [`From ${nameOf(job, first.node)}`]
  let gone = 0
  for (const id of way.runs) {
    const run = plan.runs[id]
    const drawn = job.runs[id]
    if (!run || !drawn) continue
    const end = way.points.filter((point) => point.run === id).at(-1)
    const places = [...new Set(inOrder(drawn.segments).map((segment) => segment.place))].join(' and ')
    const length = lengthText((end?.distance_m ?? gone) - gone, units)
    gone = end?.distance_m ?? gone
    const volts = end ? `, ${end.design_v.toFixed(1)} V there` : ''
    parts.push(`${length} ${places} to ${nameOf(job, drawn.target)} by ${run.name}: ${run.headline}${volts}`)
  }
  return `${parts.join('; ')}. ${way.drop_percent.toFixed(1)} % of ${way.nominal_v} V is lost on the whole way.`
}

/** The bench: of each can whether it is bonded and what a hand would feel, of each wire off its way what runs in it. */
export function benchWords(answer: Schemas['BenchAnswer']): string {
  const cans = answer.enclosures
    .filter((can) => can.live)
    .map(
      (can) =>
        `${can.name}: ${can.bonded ? 'bonded' : 'kept apart'}` +
        `${can.bonded === can.belongs_bonded ? '' : ', which is wrong here'}, ` +
        `${can.touch_v.toFixed(can.touch_v < 10 ? 1 : 0)} V to a hand`,
    )
  const stray = answer.wires.filter((wire) => wire.stray).map((wire) => `${wire.shown} on ${wire.name}`)
  return `${cans.join('; ')}. ${stray.length ? `Off its wires: ${stray.join(', ')}.` : 'No current is off its wires.'}`
}
