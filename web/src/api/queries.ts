/** What the server said, kept by what was asked and for a job by its revision: nothing is asked twice. */
import { QueryClient } from '@tanstack/vue-query'
import { Refused } from './transport'

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: Infinity, // a revision never changes; what may change is asked for by name
      gcTime: 5 * 60_000,
      retry: (count, error) => !(error instanceof Refused) && count < 1,
      refetchOnWindowFocus: false,
      networkMode: 'always', // the server may be this machine
    },
  },
})
