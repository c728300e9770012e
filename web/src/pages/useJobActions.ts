/** What `/` finds in an open job, by name and by what a tradesman calls it: commands, steps, parts, findings. */
import { link } from '../api/transport'
import { computed, type Ref } from 'vue'
import { useRouter } from 'vue-router'
import type { PartKind } from '../api/client'
import type { Action } from '../state/actions'
import { useJob } from '../state/job'
import { siting, useSettings, working } from '../state/settings'
import { STEPS } from '../state/steps'
import { useRunEdits } from '../components/steps/sizing/useRunEdits'
import { useShowFinding } from '../composables/useShowFinding'

/** Parts of a job that are surveyed, and what else they are called. */
const PARTS: [PartKind, string][] = [
  ['enclosures', 'can'],
  ['sources', 'source'],
  ['buildings', 'building'],
  ['electrodes', 'electrode ground rod'],
]

export function useJobActions(dialogs: { helping: Ref<boolean>; ruling: Ref<boolean>; naming: Ref<boolean> }) {
  const router = useRouter()
  const store = useJob()
  const settings = useSettings()
  const edits = useRunEdits()
  const show = useShowFinding()
  const named = (parts: Record<string, { name: string }> | undefined) => Object.entries(parts ?? {})

  function to(step: string): void {
    void router.push(`/jobs/${store.state?.id}/${step}`)
  }

  function nextRun(by: number): void {
    const runs = Object.keys(store.plan?.runs ?? {})
    const at = runs.indexOf(store.run_id)
    const next = runs[(at + by + runs.length) % runs.length]
    if (next) void store.choose(next)
  }

  function otherMetal(): void {
    const metals = store.options?.metals.map((m) => m.value) ?? []
    const next = metals[(metals.indexOf(store.run_plan?.metal ?? '') + 1) % metals.length]
    if (next) void edits.setMetal(next)
  }

  function goTo(kind: PartKind, key: string): void {
    store.pick(kind, key)
    to(kind === 'loads' ? 'loads' : 'survey')
  }

  function wholeSite(): void {
    to('sizing')
    siting.value = true
  }

  function resize(size: string | null | undefined): void {
    void edits.pinSize(size ?? '')
  }

  const sizes: Action[] = [
    { words: 'A size smaller', keys: '−', also: 'thinner wire conductor', run: () => resize(store.run_plan?.smaller) },
    {
      words: 'A size larger',
      keys: '=',
      also: 'thicker wire conductor upsize',
      run: () => resize(store.run_plan?.larger),
    },
    { words: 'Unpin: let the rules choose the size', keys: '', run: () => void edits.unpin() },
    { words: 'The other metal', keys: 'm', also: 'copper aluminum aluminium', run: otherMetal },
    { words: 'Previous run', keys: '[', run: () => nextRun(-1) },
    { words: 'Next run', keys: ']', run: () => nextRun(1) },
    { words: 'The whole site at once', keys: '', also: 'cheapest optimum cost all runs', run: wholeSite },
  ]

  const commands = computed<Action[]>(() => [
    ...sizes,
    {
      words: 'What can it carry?',
      keys: '',
      also: 'reverse cable in the wall ampacity calculator',
      run: () => void router.push('/carry'),
    },
    {
      words: 'Show or hide the working',
      keys: 'w',
      also: 'calculation steps citations',
      run: () => (working.value = !working.value),
    },
    { words: 'Undo', keys: 'Ctrl Z', run: () => void store.undo() },
    { words: 'Redo', keys: 'Ctrl Shift Z', run: () => void store.redo() },
    {
      words: `Show lengths in ${store.units === 'feet' ? 'metres' : 'feet'}`,
      keys: '',
      also: 'units metric imperial meters',
      run: () => void store.changeUnits(),
    },
    {
      words: 'Save the job as a file',
      keys: '',
      also: 'export json download',
      run: () => window.location.assign(link('/api/jobs/{job_id}/export/job.json', { job_id: store.state?.id ?? '' })),
    },
    { words: 'Light or dark colors', keys: '', also: 'theme night', run: settings.changeTheme },
    { words: 'Calculation sheet to print', keys: '', also: 'inspector paper pdf', run: () => to('sheet') },
    {
      words: 'Rules this job follows',
      keys: '',
      also: 'code rulebook not covered limits canada britain',
      run: () => (dialogs.ruling.value = true),
    },
    {
      words: 'This job: address, customer, permit, shelf',
      keys: '',
      also: 'particulars contractor authority currency stock supply house',
      run: () => (dialogs.naming.value = true),
    },
    { words: 'All jobs', keys: '', run: () => void router.push('/') },
    {
      words: 'Help and keys',
      keys: '?',
      also: 'shortcuts keyboard',
      run: () => (dialogs.helping.value = true),
    },
  ])

  const places = computed<Action[]>(() => [
    ...(store.options?.trade_words ?? []).map((one) => ({
      words: one.words ?? '',
      keys: '',
      also: one.also,
      run: () => to(one.step ?? ''),
    })),
    ...STEPS.map((s) => ({ words: `Step ${s.title}`, keys: '', also: s.also, run: () => to(s.key) })),
    ...named(store.plan?.runs).map(([key, run]) => ({
      words: `Go to ${run.name}`,
      keys: '',
      also: `run ${key} ${store.job?.runs[key]?.kind ?? ''}`,
      run: () => void store.choose(key),
    })),
    ...PARTS.flatMap(([kind, also]) =>
      named(store.job?.[kind]).map(([key, one]) => ({
        words: `Survey ${one.name}`,
        keys: '',
        also: `${also} ${key}`,
        run: () => goTo(kind, key),
      })),
    ),
    ...named(store.job?.loads).map(([key, one]) => ({
      words: `Load ${one.name}`,
      keys: '',
      also: `appliance ${key}`,
      run: () => goTo('loads', key),
    })),
    ...(store.plan?.findings ?? []).map((one) => ({
      words: one.text,
      keys: one.severity,
      also: `finding ${one.citation} ${one.why}`,
      run: () => show(one),
    })),
  ])

  /** Every limit and every line of working with the article it follows: what a pressed citation finds. */
  const cited = computed<Action[]>(() =>
    named(store.plan?.runs).flatMap(([key]) => {
      const run = store.plan!.runs[key]!
      const open = (): void => {
        void store.choose(key)
        to('sizing')
      }
      const limits = run.margins.map((one) => ({
        words: `${run.name}: ${one.words}`,
        keys: one.citation,
        also: one.citation,
        run: open,
      }))
      const lines = run.working.flatMap((group) =>
        group.lines.map((line) => ({
          words: `${run.name}, ${group.title}: ${line.words}`,
          keys: line.citation,
          also: line.citation,
          run: open,
        })),
      )
      return [...limits, ...lines.filter((line) => /\d/.test(line.keys))]
    }),
  )

  const actions = computed(() => [...commands.value, ...places.value, ...cited.value])
  return { actions, nextRun, otherMetal, resize }
}
