/** A calculator asked again and again: only the answer to the newest question is taken, a late one is dropped. */
import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { client, problemText, type Problem } from '../api/client'
import type { paths } from '../api/schema'

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
  /** Ask; true if this was still the newest question when its answer came, and it has one. */
  ask: (body: Asked<P>) => Promise<boolean>
  /** Take nothing of what was asked so far. */
  forget: () => void
}

/** With `keeps` the last answer stays on screen while the next question is refused. */
export function useCalculator<P extends Path>(path: P, { keeps = false } = {}): Calculator<P> {
  const answer: ShallowRef<Answered<P> | null> = shallowRef(null)
  const trouble = ref('')
  let newest = 0

  async function ask(body: Asked<P>): Promise<boolean> {
    const mine = ++newest
    const { data, error } = await client.POST(path, { body } as never)
    if (mine !== newest) return false
    answer.value = (data as Answered<P> | undefined) ?? (keeps ? answer.value : null)
    trouble.value = data ? '' : problemText(error as Problem)
    return Boolean(data)
  }

  function forget(): void {
    newest++
    answer.value = null
  }

  return { answer, trouble, ask, forget }
}
