/** Sums in the job's own currency: to the cent where something is bought, in whole figures where it is weighed. */
import { useJob } from '../state/job'

export function useMoney() {
  const store = useJob()
  const of = (text: string): string =>
    `${text} ${store.job?.prices.currency || store.options?.words.currency || ''}`.trim()
  return {
    exact: (sum: number): string => of(sum.toFixed(2)),
    about: (sum: number): string => of(sum.toFixed(0)),
  }
}
