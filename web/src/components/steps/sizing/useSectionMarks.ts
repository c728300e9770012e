/** What is drawn on the run on screen, and written beside it: ribbons, crossings, boxes, bends, rods. */
import { computed, type Ref } from 'vue'
import { inOrder } from '../../../drawing/rows'
import { toPixels, type Scale } from '../../../drawing/scale'
import { GROUND_Y, PIXELS_PER_METRE_DEEP, SECTION_HEIGHT, sectionOf } from '../../../drawing/section'
import { depthText, lengthText, ohms } from '../../../format/quantities'
import { useJob } from '../../../state/job'

const PANEL_LINE_Y = GROUND_Y - 44

export function useSectionMarks(
  props: { scale: Scale; width: number; route?: boolean },
  section: Ref<ReturnType<typeof sectionOf> | null>,
) {
  const store = useJob()

  function rodWords(id: string): string {
    const plan = store.plan?.buildings[id]
    if (!plan) return ''
    if (!plan.electrode_required) return 'no electrode needed'
    const measured = Object.values(store.job?.electrodes ?? {}).filter((e) => e.building === id && e.measured_ohm)
    const words = measured.map((e) => ohms(e.measured_ohm!)).join(', ')
    const missing = Math.max(0, plan.rods_wanted - plan.rods_present)
    if (missing) return `${words ? `${words}, ` : ''}${missing === 1 ? 'one more rod' : `${missing} rods`} needed`
    return words || (plan.rods_present ? `${plan.rods_present} rods` : 'encased electrode')
  }

  /** Stretches of the run on screen with where they begin on the way. */
  const stretches = computed(() => {
    const all = store.way?.points ?? []
    const first = all.findIndex((point) => point.run === store.run_id)
    let gone = first > 0 ? all[first - 1]!.distance_m : 0
    return (first > 0 ? inOrder(store.run?.segments) : []).map((segment, i) => {
      const begins_m = gone
      gone += segment.length_m
      return { segment, begins_m, ribbon_m: store.run_plan?.segments[i]?.ribbon_m ?? null }
    })
  })
  const buried = computed(() => stretches.value.filter((one) => one.segment.place === 'buried'))
  /** Where a warning ribbon lies. */
  const ribbons = computed(() =>
    buried.value
      .filter((one) => one.ribbon_m !== null)
      .map((one) => ({
        from: toPixels(props.scale, one.begins_m) + 30,
        to: toPixels(props.scale, one.begins_m + one.segment.length_m) - 30,
        y: GROUND_Y + one.ribbon_m! * PIXELS_PER_METRE_DEEP,
      }))
      .filter((r) => r.to > r.from),
  )
  const crossingMarks = computed(() =>
    buried.value.flatMap((one, i) =>
      one.segment.crossings.map((line, n) => ({
        key: `${i}.${n}`,
        x: toPixels(props.scale, one.begins_m + line.at_m),
        y: GROUND_Y + line.depth_m * PIXELS_PER_METRE_DEEP,
        words: line.kind,
      })),
    ),
  )

  /** Boxes and bodies of the run on screen, where they stand. */
  const pullMarks = computed(() =>
    stretches.value.flatMap((one, i) =>
      inOrder(one.segment.fittings).map((fitting, n) => ({
        key: `${i}.${n}`,
        x: toPixels(props.scale, one.begins_m + fitting.at_m),
        y: lineY(one.segment.place, toPixels(props.scale, one.begins_m + fitting.at_m)),
        body: fitting.kind === 'conduit_body',
      })),
    ),
  )

  /** Bends of its pipe, each with its angle where there is room to write it. */
  const bendMarks = computed(() => {
    let last = -99
    const from_m = stretches.value[0]?.begins_m ?? 0
    const stretch = (at_m: number) => store.run_plan?.segments.find((one) => at_m <= one.to_m + 1e-6)
    return (store.coming ? [] : (store.run_plan?.pull?.bends ?? [])).map((bend) => {
      const x = toPixels(props.scale, from_m + bend.at_m)
      const roomy = x - last > 36
      if (roomy) last = x
      const y = lineY(stretch(bend.at_m)?.place ?? '', x)
      return {
        x,
        y,
        label_y: y === PANEL_LINE_Y ? y - 20 : y - 9,
        words: roomy ? `${Math.round(bend.angle_deg)}°` : '',
      }
    })
  })

  /** Where the run comes out of the ground. */
  const risers = computed(() => {
    const line = section.value?.runs.find((one) => one.id === store.run_id)
    return line?.risers ?? []
  })

  /** How high the run is drawn there: in the ground between its risers, at the cans inside. */
  function lineY(place: string, x: number): number {
    const line = section.value?.runs.find((one) => one.id === store.run_id)
    if (place === 'overhead') return GROUND_Y - 92
    const [from, to] = [line?.risers.at(0)?.x ?? 0, line?.risers.at(-1)?.x ?? 0]
    return place === 'buried' && line && x >= from && x <= to ? line.buried_y : PANEL_LINE_Y
  }

  /** What to write on a run: one bold line where there is room, more where there is none. */
  function runWords(id: string): string[] {
    const plan = store.plan?.runs[id]
    if (!plan) return []
    const longest = [...plan.segments].sort((a, b) => b.to_m - b.from_m - (a.to_m - a.from_m))[0]
    const cover = Math.max(...plan.segments.map((s) => s.cover_m ?? 0))
    const route =
      lengthText(plan.length_m, store.units) + (plan.sized && longest?.pipe_name ? ` in ${longest.pipe_name}` : '')
    const wire = plan.sized ? `${plan.size_name} ${plan.metal}` : ''
    const deep = cover ? `cover ${depthText(cover, store.units)}` : ''
    const lines = props.width < 560 ? [route, wire, deep] : [[route, wire].filter(Boolean).join(', '), deep]
    return lines.filter(Boolean)
  }

  function rodX(left: number): number {
    return Math.max(56, Math.min(left + 8, props.width - 150))
  }

  /** Under the line, at its middle; in a picture of the route under what lies near it. */
  const runLabel = computed(() => {
    const run = section.value?.runs.find((one) => one.id === store.run_id)
    if (!run) return null
    const under = props.route ? Math.max(run.label_y + 18, SECTION_HEIGHT - 66) : run.label_y + 18
    return { x: run.label_x, y: run.buried ? under : run.label_y, buried: run.buried, lines: runWords(run.id) }
  })

  return { rodWords, rodX, ribbons, crossingMarks, pullMarks, bendMarks, risers, runLabel }
}
