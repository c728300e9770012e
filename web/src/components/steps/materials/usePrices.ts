/** Price books: read from a file, asked of the simulated shops, dropped. What they say of a job is the server's. */
import { useQuery } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { problemText, type Problem, type Schemas } from '../../../api/client'
import { send, taken } from '../../../api/transport'
import { queries } from '../../../api/queries'
import { useJob } from '../../../state/job'
import { useTakeOff } from './useTakeOff'

export const usePrices = defineStore('prices', () => {
  const store = useJob()
  const goods = useTakeOff()
  const list = useQuery({ queryKey: ['books'], queryFn: () => taken(send('get', '/api/books')) })
  const books = computed(() => list.data.value?.books ?? [])
  const trouble = ref('')
  const busy = ref('')

  async function done(answer: { data?: Schemas['BookList']; error?: unknown }): Promise<void> {
    busy.value = ''
    trouble.value = answer.data ? '' : problemText(answer.error as Problem)
    if (!answer.data) return
    queries.setQueryData(['books'], answer.data)
    await goods.count()
  }

  /** Keep a book that comes in our own columns. */
  async function keepOwn(name: string, trip: number, text: string, currency: string, rulebook: string): Promise<void> {
    busy.value = `Reading ${name}`
    await done(await send('post', '/api/books', { body: { name, trip, text, currency, rulebook } }))
  }

  /** The books have changed beside: ask anew. */
  async function changed(): Promise<void> {
    await list.refetch()
    await goods.count()
  }

  async function ask(shop: string, how: { silent?: boolean; late?: boolean } = {}): Promise<void> {
    busy.value = `Asking ${shop}`
    const params = { path: { job_id: store.state!.id } }
    await done(
      await send('post', '/api/jobs/{job_id}/standins/price-service', {
        params,
        body: { shop, silent: false, late: false, ...how },
      }),
    )
  }

  async function drop(name: string): Promise<void> {
    await done(await send('post', '/api/books/drop', { body: { name } }))
  }

  /** Take the prices of books into the job, or none of them. */
  async function take(names: string[]): Promise<void> {
    await store.takePrices(names)
  }

  return { books, trouble, busy, keepOwn, changed, ask, drop, take }
})
