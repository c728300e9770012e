/** A calculator asked again and again: only the answer to the newest question is taken, a late one is dropped. */
import { hashKey } from '@tanstack/vue-query'
import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { newTicket, stop, ticketHeader } from '../api/ticket'
import { Refused, send, taken } from '../api/transport'
import type { paths } from '../api/schema'
import { queries } from '../api/queries'

type Path = Extract<keyof paths, `/api/calc/${string}`>
type Asked<P extends Path> = paths[P] extends { post: { requestBody: { content: { 'application/json': infer B } } } }
  ? B
  : never
type Answered<P extends Path> = paths[P] extends {
  post: { responses: { 200: { content: { 'application/json': infer A } } } }
}
  ? A
  : never

export interface Calculator<P extends Path> {
  answer: ShallowRef<Answered<P> | null>
  trouble: Ref<string>
  asking: Ref<boolean>
  /** Ask; true if this was still the newest question when its answer came, and it has one. */
  ask: (body: Asked<P>) => Promise<boolean>
  /** End what is being worked. */
  stop: () => Promise<void>
  /** Take nothing of what was asked so far. */
  forget: () => void
}

const KEPT_MS = 60_000 // whole jobs are asked about: their answers are not kept for long

/** With `keeps` the last answer stays on screen while the next question is refused. */
export function useCalculator<P extends Path>(path: P, { keeps = false } = {}): Calculator<P> {
  const answer: ShallowRef<Answered<P> | null> = shallowRef(null)
  const trouble = ref('')
  const asking = ref(false)
  let ticket = ''
  let newest = 0

  async function ask(body: Asked<P>): Promise<boolean> {
    const mine = ++newest
    const queryFn = () => {
      ticket = newTicket()
      const asked = { body, params: { header: ticketHeader(ticket) } }
      return taken(send('post', path, asked as never) as Promise<{ data?: Answered<P>; error?: unknown }>)
    }
    asking.value = true
    try {
      const found = await queries.fetchQuery({ queryKey: [path, hashKey([body])], queryFn, gcTime: KEPT_MS })
      if (mine !== newest) return false
      answer.value = found
      trouble.value = ''
      return true
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      if (mine !== newest) return false
      answer.value = keeps ? answer.value : null
      trouble.value = error.message
      return false
    } finally {
      if (mine === newest) asking.value = false
    }
  }

  function forget(): void {
    newest++
    asking.value = false
    answer.value = null
  }

  return { answer, trouble, asking, ask, stop: () => stop(ticket), forget }
}
