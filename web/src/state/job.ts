/** The job on screen: the kept state, edits sent one after another, and the plan tried while dragging. */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  type Cure,
  problemText,
  type Answers,
  type Job,
  type JobState,
  type Operation,
  type Options,
  type PartKind,
  type Plan,
  type RunPlan,
  type Problem,
  type Schemas,
} from '../api/client'
import { orElse, send } from '../api/transport'
import { rulebook } from '../api/lists'
import type { paths } from '../api/schema'
import { applied, withChanges } from './changes'
import { useSettings } from './settings'

type EventPath = Extract<keyof paths, `/api/jobs/{job_id}/steps/days/events/${string}`>
/** What can happen on the day. */
export type Happening = EventPath extends `${string}/events/${infer Name}` ? Name : never

interface Trial {
  operations: Operation[]
  focus: string
}

const REST_MS = 140 // a hand that moves on asks again before this

interface Trouble {
  text: string
  retry: (() => void) | null
}

export const useJob = defineStore('job', () => {
  const settings = useSettings()
  const state = shallowRef<JobState | null>(null)
  const options = shallowRef<Options | null>(null)
  const tried = shallowRef<{ job: Job; plan: Plan; coming: readonly string[] } | null>(null)
  const wanted_run = ref('')
  const picked = ref<{ kind: PartKind; key: string } | null>(null)
  /** The run of which the working was not fetched yet, since the last edit or since it was chosen. */
  const behind = ref('')
  const saving = ref(0)
  const trouble = ref<Trouble | null>(null)
  /** What was refused of an edit that a field asked for. */
  const refusal = ref<{ by: symbol; text: string } | null>(null)
  let typing: symbol | null = null
  let queue: Promise<void> = Promise.resolve()
  let asked = 0
  let replans = 0
  let tries = 0
  let solving = false
  let next_try: Trial | null = null
  let resting: ReturnType<typeof setTimeout> | undefined

  const job = computed(() => tried.value?.job ?? state.value?.job ?? null)
  const plan = computed(() => tried.value?.plan ?? state.value?.plan ?? null)
  const run_id = computed(() => (plan.value?.runs[wanted_run.value] ? wanted_run.value : firstRun(state.value)))
  const run = computed(() => job.value?.runs[run_id.value] ?? null)
  const run_plan = computed(() => plan.value?.runs[run_id.value] ?? null)
  const part = computed(() => (picked.value && job.value?.[picked.value.kind][picked.value.key] ? picked.value : null))
  const way = computed(() => plan.value?.ways.find((w) => w.runs.includes(run_id.value)) ?? plan.value?.ways[0] ?? null)
  /** Whether the working and the other ways of the run on screen wait until a hand rests. */
  const coming = computed(() => tried.value?.coming.includes(run_id.value) ?? false)
  /** Whether they are being fetched, after an edit or another choice. */
  const fetching = computed(() => !tried.value && behind.value === run_id.value && run_id.value !== '')
  const units = computed(() => job.value?.units ?? 'feet')

  async function load(id: string): Promise<void> {
    const ticket = ++asked
    const { data, error } = await send('get', '/api/jobs/{job_id}', {
      params: { path: { job_id: id }, query: { focus: '' } },
    })
    if (ticket !== asked) return
    if (!data) throw new Error((error as Problem | undefined)?.detail ?? 'The server does not answer.')
    tried.value = null
    state.value = data
    if (!options.value || options.value.id !== data.job.rulebook) {
      options.value = await orElse(rulebook(data.job.rulebook), null)
    }
    behind.value = run_id.value
    await replan()
  }

  async function workingOf(now: JobState, run: string): Promise<RunPlan | undefined> {
    try {
      const { data } = await send('get', '/api/jobs/{job_id}/revisions/{number}/runs/{run_id}', {
        params: { path: { job_id: now.id, number: now.revision, run_id: run } },
      })
      return data
    } catch (error) {
      if (!(error instanceof TypeError)) throw error // fetch says TypeError when there is no answer
      trouble.value = { text: 'The working did not come: the server does not answer.', retry: () => void replan() }
      return undefined
    }
  }

  /** Fetch the working of the run on screen. */
  async function replan(): Promise<void> {
    const now = state.value
    const run = run_id.value
    const ticket = ++replans
    if (!now || !run) return void (behind.value = '')
    const data = await workingOf(now, run)
    // a late answer about the run that was on screen before must not take the place of the newest
    if (!data || ticket !== replans || state.value?.revision !== now.revision) return
    state.value = { ...state.value, plan: { ...state.value.plan, runs: { ...state.value.plan.runs, [run]: data } } }
    behind.value = ''
  }

  async function choose(id: string): Promise<void> {
    wanted_run.value = id
    behind.value = id
    await replan()
  }

  /** Pick a part of the property, for the survey. */
  function pick(kind: PartKind, key: string): void {
    picked.value = { kind, key }
    if (kind === 'runs') void choose(key)
  }

  /**
   * Queue an edit: edits go out in the order they were made, each on the revision before it. One that adds to what
   * stands in the job is a function of the job as it is when its turn comes: edits that are still on their way count.
   */
  function edit(patch: Operation[] | ((job: Job) => Operation[])): Promise<void> {
    return enqueue(
      (now, params) =>
        send('patch', '/api/jobs/{job_id}', {
          params: { ...params, path: { job_id: now.id } },
          body: typeof patch === 'function' ? patch(now.job) : patch,
        }),
      () => void edit(patch),
    )
  }

  /** Take a cure, or another offer of the plan: the edits it is made of. */
  function take(cure: Pick<Cure, 'edits'>): Promise<void> {
    return edit(cure.edits.map((one) => ({ op: one.op as 'add', path: one.path, value: one.value })))
  }

  /** Wait until every edit made so far is kept or refused. */
  function settled(): Promise<void> {
    return queue
  }

  function changeUnits(): Promise<void> {
    return edit([{ op: 'add', path: '/units', value: units.value === 'feet' ? 'metres' : 'feet' }])
  }

  /** Lay a guided start into the job. */
  function addStart(start: string, answers: Answers): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/start', {
          params: { ...params, path: { job_id: now.id } },
          body: { start, answers },
        }),
      () => void addStart(start, answers),
    )
  }

  /** Remove or copy a part with everything that hangs on it. */
  function changePart(action: 'remove' | 'copy', kind: PartKind, part: string): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/parts', {
          params: { ...params, path: { job_id: now.id } },
          body: { action, kind, part },
        }),
      () => void changePart(action, kind, part),
    )
  }

  /** Put the circuits of a CSV into a panel. */
  function readCircuits(panel: string, text: string): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/panels/{panel}/circuits', {
          params: { ...params, path: { job_id: now.id, panel } },
          body: { text },
        }),
      () => void readCircuits(panel, text),
    )
  }

  /** Hang a new panel in place of an old one, with everything that hung on it. */
  function movePanel(panel: string, right_m: number, up_m: number, spaces: number | null): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/panels/{panel}/move', {
          params: { ...params, path: { job_id: now.id, panel } },
          body: { right_m, up_m, spaces },
        }),
      () => void movePanel(panel, right_m, up_m, spaces),
    )
  }

  function takePrices(names: string[]): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/steps/materials/events/prices', {
          params: { ...params, path: { job_id: now.id } },
          body: { names },
        }),
      () => void takePrices(names),
    )
  }

  /** Send something of the days that changes the job: an event, a question to a simulated desk, a calendar. */
  function sendDays(
    path:
      | `/api/jobs/{job_id}/steps/days/events/${Happening}`
      | '/api/jobs/{job_id}/standins/utility-desk'
      | '/api/jobs/{job_id}/standins/inspection-office'
      | '/api/jobs/{job_id}/standins/weather'
      | '/api/jobs/{job_id}/calendar',
    body: Record<string, unknown>,
  ): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', path, { params: { ...params, path: { job_id: now.id } }, body: body as never }) as Promise<Answer>,
      null,
    )
  }

  /** Say what was seen of a line of the checklist, and keep what the line said then. */
  function answerLine(body: Schemas['Answered']): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/steps/inspection/events/answer', {
          params: { ...params, path: { job_id: now.id } },
          body,
        }),
      () => void answerLine(body),
    )
  }

  /** Take what an authority is known to want, as calls on its word. */
  function takeHabits(name: string): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/steps/inspection/events/habits', {
          params: { ...params, path: { job_id: now.id } },
          body: { name },
        }),
      () => void takeHabits(name),
    )
  }

  /** Take readings into the job, by their ids. */
  function takeReadings(readings: Record<string, Schemas['Measured-Input']>): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/steps/inspection/events/read', {
          params: { ...params, path: { job_id: now.id } },
          body: { readings, who: settings.person },
        }),
      () => void takeReadings(readings),
    )
  }

  /** Take the readings of an instrument's file into the job. */
  function readInstrument(text: string): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/readings/csv', {
          params: { ...params, path: { job_id: now.id } },
          body: { text },
        }),
      () => void readInstrument(text),
    )
  }

  /** Keep a photo or a paper beside the job; it goes up as it is. */
  function attach(file: File, of: { part?: string; line?: string; note?: string; place?: string }): Promise<void> {
    return enqueue(
      (now, params) =>
        send('post', '/api/jobs/{job_id}/attachments', {
          params: {
            path: { job_id: now.id },
            header: { ...params.header, 'Content-Type': file.type || 'application/octet-stream' } as never,
            query: { ...params.query, name: file.name, ...of },
          },
          body: file as never,
          bodySerializer: (body) => body as never,
        }),
      null,
    )
  }

  function undo(): Promise<void> {
    return enqueue(
      (now, params) => send('post', '/api/jobs/{job_id}/undo', { params: { ...params, path: { job_id: now.id } } }),
      null,
    )
  }

  function redo(): Promise<void> {
    return enqueue(
      (now, params) => send('post', '/api/jobs/{job_id}/redo', { params: { ...params, path: { job_id: now.id } } }),
      null,
    )
  }

  type Params = {
    header: { 'If-Match': string; 'Northspan-Person': string }
    query: { focus: string; since: string }
  }
  type Answer = { data?: JobState | Schemas['JobChanged']; error?: unknown }

  /** Take what an edit answers: what is different, or all of it where the server no longer knows from what. */
  function took(now: JobState, data: JobState | Schemas['JobChanged']): void {
    if ('plan' in data) {
      state.value = data
    } else {
      const { in_job, in_plan, since, ...told } = data
      void since
      state.value = { ...told, job: withChanges(now.job, in_job), plan: withChanges(now.plan, in_plan) }
    }
    behind.value = run_id.value // its calls and its building may have changed where its answer did not
    void replan()
  }

  function enqueue(
    send: (now: JobState, params: Params) => Promise<Answer>,
    retry: (() => void) | null,
  ): Promise<void> {
    const by = typing
    saving.value++
    queue = queue.then(async () => {
      const now = state.value
      if (!now) return
      const header = { 'If-Match': `"${now.revision}"`, 'Northspan-Person': encodeURIComponent(settings.person) }
      try {
        const { data, error } = await send(now, { header, query: { focus: '', since: String(now.revision) } })
        if (data) {
          took(now, data)
          trouble.value = null
          refusal.value = null
        } else {
          await refused(error as Problem, now.id, retry, by)
        }
      } catch (error) {
        if (!(error instanceof TypeError)) throw error // fetch says TypeError when there is no answer
        trouble.value = { text: 'Not saved: the server does not answer.', retry }
      } finally {
        forgetTry()
        saving.value--
      }
    })
    return queue
  }

  /** Make the edits that a field asks for; what is refused of them is then said at that field. */
  function fromField(field: symbol, ask: () => void): void {
    typing = field
    try {
      ask()
    } finally {
      typing = null
    }
  }

  async function refused(problem: Problem, id: string, retry: (() => void) | null, by: symbol | null): Promise<void> {
    if (problem.status === 409 && problem.current_revision) {
      await load(id)
      trouble.value = { text: 'Someone else changed this job. Your last change was not saved.', retry }
      return
    }
    if (by && problem.status === 422) refusal.value = { by, text: `Not saved: ${problemText(problem, true)}` }
    else trouble.value = { text: `Not saved. ${problemText(problem)}`, retry: null }
  }

  /**
   * Plan with an edit without keeping it; while one is planned, only the newest waits. The answer comes first; its
   * working follows when the hand rests, or at once where it is what the screen shows.
   */
  async function tryOut(operations: Operation[], detailed = false): Promise<void> {
    clearTimeout(resting)
    next_try = { operations, focus: detailed ? run_id.value : '' }
    if (solving) return
    solving = true
    try {
      while (next_try) {
        const mine: Trial = next_try
        next_try = null
        await tryOne(mine)
      }
    } finally {
      solving = false
    }
  }

  async function tryOne(mine: Trial): Promise<void> {
    const now = state.value
    const ticket = tries
    if (!now) return
    const { data } = await send('post', '/api/jobs/{job_id}/try', {
      params: {
        path: { job_id: now.id },
        header: { 'If-Match': `"${now.revision}"` },
        query: { focus: mine.focus },
      },
      body: mine.operations,
    })
    if (!data || ticket !== tries || state.value?.revision !== now.revision) return
    tried.value = {
      job: applied(now.job, mine.operations),
      plan: withChanges(now.plan, data),
      coming: data.coming,
    }
    if (data.coming.includes(run_id.value) && !next_try) {
      resting = setTimeout(() => void tryOut(mine.operations, true), REST_MS)
    }
  }

  function forgetTry(): void {
    clearTimeout(resting)
    tries++
    next_try = null
    tried.value = null
  }

  return {
    state,
    options,
    job,
    plan,
    run_id,
    run,
    run_plan,
    way,
    coming,
    fetching,
    units,
    saving,
    trouble,
    refusal,
    fromField,
    load,
    choose,
    edit,
    take,
    settled,
    addStart,
    changePart,
    readCircuits,
    movePanel,
    takePrices,
    sendDays,
    answerLine,
    takeHabits,
    takeReadings,
    readInstrument,
    attach,
    part,
    pick,
    changeUnits,
    undo,
    redo,
    tryOut,
    forgetTry,
  }
})

/** Where to begin: new work first, the longest way first. */
function firstRun(state: JobState | null): string {
  if (!state) return ''
  const runs = Object.values(state.plan.runs)
  const ends = state.plan.ways.map((way) => way.id)
  const fresh = ends.find((id) => state.plan.runs[id]?.status === 'new')
  return fresh ?? ends[0] ?? runs[0]?.id ?? ''
}
