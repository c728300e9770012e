/** Price books: read from a file, asked of the simulated shops, dropped. What they say of a job is the server's. */
import { ref } from 'vue'
import { client, problemText, type Problem, type Schemas } from '../api/client'
import { useJob } from '../state/job'

export function usePrices(after: () => Promise<void>) {
  const store = useJob()
  const books = ref<Schemas['BookItem'][]>([])
  const trouble = ref('')
  const busy = ref('')

  async function done(answer: { data?: Schemas['BookList']; error?: unknown }): Promise<void> {
    busy.value = ''
    trouble.value = answer.data ? '' : problemText(answer.error as Problem)
    if (!answer.data) return
    books.value = answer.data.books
    await after()
  }

  async function list(): Promise<void> {
    books.value = (await client.GET('/api/books')).data?.books ?? []
  }

  async function read(name: string, trip: number, file: File): Promise<void> {
    busy.value = `Reading ${file.name}, ${Math.ceil(file.size / 1000)} kB`
    await done(await client.POST('/api/books', { body: { name, trip, text: await file.text() } }))
  }

  async function ask(shop: string, how: { silent?: boolean; late?: boolean } = {}): Promise<void> {
    busy.value = `Asking ${shop}`
    const params = { path: { job_id: store.state!.id } }
    await done(
      await client.POST('/api/jobs/{job_id}/standins/price-service', {
        params,
        body: { shop, silent: false, late: false, ...how },
      }),
    )
  }

  async function drop(name: string): Promise<void> {
    await done(await client.POST('/api/books/drop', { body: { name } }))
  }

  /** Take the prices of books into the job, or none of them. */
  async function take(names: string[]): Promise<void> {
    await store.takePrices(names)
    await after()
  }

  return { books, trouble, busy, list, read, ask, drop, take }
}

export type PricesOnScreen = ReturnType<typeof usePrices>
