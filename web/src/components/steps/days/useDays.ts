/** The days on screen: laid out anew by the server after each edit, and while a task is dragged. */
import { pointerStep } from '../../../format/pointer'
import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '../../../api/client'
import { send } from '../../../api/transport'
import type { Happening } from '../../../state/job'
import { useStep } from '../../../composables/useStep'
import { useJob } from '../../../state/job'

export type Task = Schemas['TaskLaid']

export const useDays = defineStore('days', () => {
  const store = useJob()
  const answer = useStep('/api/jobs/{job_id}/steps/days')
  const found = computed(() => (answer.data.value?.days ?? null) as Schemas['DaysPlan'] | null)
  const turning = computed(() => (answer.data.value?.turning ?? []) as Schemas['Turning'][])
  const trouble = answer.trouble
  const tried = ref<Schemas['DaysPlan'] | null>(null)
  const chosen = ref('')
  const plan = computed(() => tried.value ?? found.value)
  const task = computed(() => plan.value?.tasks.find((one) => one.key === chosen.value))
  /** Tasks by their number in the order of the days: the same in the picture and in the list. */
  const numberOf = computed(
    () => new Map((plan.value?.tasks ?? []).filter((one) => one.day !== null).map((one, i) => [one.key, i + 1])),
  )
  const people = computed(() => Object.entries(store.job?.days.people ?? {}))
  watch(found, () => (tried.value = null))

  const kept = (key: string) => store.job?.days.changed[key]
  const path = (key: string): string => `/days/changed/${pointerStep(key)}`

  /** Change a task, and keep it. */
  function change(key: string, fields: Partial<Schemas['TaskChange-Input']>): Promise<void> {
    return store.edit((job) => [{ op: 'add', path: path(key), value: { ...job.days.changed[key], ...fields } }])
  }

  function asPlanned(key: string): Promise<void> {
    return store.edit([{ op: 'remove', path: path(key) }])
  }

  let asked = 0
  /** Lay out with the task there, without keeping it: only the answer to the newest question is shown. */
  async function tryAt(key: string, fields: Partial<Schemas['TaskChange-Input']>): Promise<void> {
    const id = store.state?.id
    const now = ++asked
    if (!id) return
    const { data } = await send('post', '/api/jobs/{job_id}/steps/days/try', {
      params: { path: { job_id: id } },
      body: { task: key, change: { ...kept(key), ...fields } as never },
    })
    if (data && now === asked) tried.value = data.days as Schemas['DaysPlan']
  }
  function letGo(): void {
    asked++
    tried.value = null
  }

  const today = ref(0)
  const hour = ref<number | null>(null)
  watch(
    () => store.job?.days,
    (days) => {
      if (!days) return
      today.value = days.now?.day ?? today.value
      hour.value = days.now?.at_h ?? hour.value ?? days.begins_h
    },
    { immediate: true },
  )

  function choose(key: string): void {
    chosen.value = key
  }

  function setNow(day: number, at_h: number | null): void {
    today.value = day
    if (at_h !== null) hour.value = at_h
  }

  /** Something happened: one press, and what is not begun is laid out anew. */
  function event(what: Happening, subject = ''): Promise<void> {
    const now = { day: today.value, at_h: hour.value ?? store.job!.days.begins_h }
    return store.sendDays(`/api/jobs/{job_id}/steps/days/events/${what}`, { now, subject })
  }

  return {
    found,
    plan,
    tried,
    turning,
    trouble,
    chosen,
    task,
    numberOf,
    people,
    change,
    asPlanned,
    tryAt,
    letGo,
    today,
    hour,
    setNow,
    choose,
    event,
    kept,
  }
})
