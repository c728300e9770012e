/** What a step answers about the job on screen: asked once a revision; the last answer stays until the next. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, shallowRef, watch } from 'vue'
import { newTicket, stop, ticketHeader } from '../api/ticket'
import { send, taken } from '../api/transport'
import type { paths } from '../api/schema'
import { useJob } from '../state/job'

type StepPath = Extract<keyof paths, `/api/jobs/{job_id}/steps/${string}`>
/** Steps, and questions of steps, that are answered without being told anything. */
type Asked = { [P in StepPath]: paths[P] extends { get: { responses: { 200: unknown } } } ? P : never }[StepPath]
export type StepAnswer<P extends Asked> = paths[P] extends {
  get: { responses: { 200: { content: { 'application/json': infer A } } } }
}
  ? A
  : never

/** With `wanted` false nothing is asked until somebody does so by `refetch`. */
export function useStep<P extends Asked>(path: P, { wanted = true } = {}) {
  const store = useJob()
  const place = computed(() => ({ id: store.state?.id ?? '', revision: store.state?.revision ?? 0 }))
  let ticket = ''
  const query = useQuery({
    queryKey: computed(() => ['step', path, place.value.id, place.value.revision]),
    queryFn: () => {
      ticket = newTicket()
      const params = { path: { job_id: place.value.id }, header: ticketHeader(ticket) }
      return taken(send('get', path, { params } as never) as Promise<{ data?: StepAnswer<P>; error?: unknown }>)
    },
    enabled: computed(() => wanted && place.value.id !== ''),
    placeholderData: wanted ? keepPreviousData : undefined,
  })
  /** What was answered last stays on screen when the next answer is a refusal. */
  const last = shallowRef<StepAnswer<P>>()
  watch(query.data, (now) => now && (last.value = now as StepAnswer<P>), { immediate: true })
  const data = computed(() => (wanted ? last.value : (query.data.value as StepAnswer<P> | undefined)))
  const trouble = computed(() => query.error.value?.message ?? '')
  /** Ask again, of the job with every edit that is on its way. */
  async function refetch(): Promise<void> {
    await store.settled()
    await query.refetch()
  }
  return { data, trouble, isError: query.isError, asking: query.isFetching, stop: () => stop(ticket), refetch }
}
