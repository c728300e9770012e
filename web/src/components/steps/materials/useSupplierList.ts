/** A supplier's own list while it is read: his columns, what a price is for, which of his numbers is which of ours. */
import { defineStore } from 'pinia'
import { computed, reactive, ref } from 'vue'
import { problemText, type Problem, type Schemas } from '../../../api/client'
import { send } from '../../../api/transport'
import { useJob } from '../../../state/job'
import { usePrices } from './usePrices'

type Columns = Schemas['ListAnswer']['columns']

export const useSupplierList = defineStore('supplier-list', () => {
  const store = useJob()
  const prices = usePrices()
  const name = ref('')
  const trip = ref(0)
  const currency = ref('')
  const text = ref('')
  const find = ref('')
  const read = ref<Schemas['ListAnswer'] | null>(null)
  const matches = reactive<Record<string, Schemas['Match']>>({})
  const trouble = ref('')
  const busy = ref(false)
  const open = computed(() => read.value !== null)

  async function ask(columns: Columns | null, keep = false): Promise<boolean> {
    busy.value = true
    const { data, error } = await send('post', '/api/suppliers/read', {
      body: {
        name: name.value,
        trip: trip.value,
        text: text.value,
        currency: currency.value,
        rulebook: store.job!.rulebook,
        columns,
        matches: { ...matches },
        find: find.value,
        feet: store.units === 'feet',
        keep,
      },
    })
    busy.value = false
    trouble.value = data ? '' : problemText(error as Problem)
    if (data) read.value = data
    return Boolean(data)
  }

  /** Begin with a file, or with the list of a supplier that was kept; a book in our own columns is taken in at once. */
  async function begin(supplier: string, cost: number, list: string): Promise<void> {
    close()
    name.value = supplier
    trip.value = cost
    text.value = list
    currency.value = store.job?.prices.currency || store.options?.words.currency || ''
    if ((await ask(null)) && read.value?.own) {
      read.value = null
      await prices.keepOwn(supplier, cost, list, currency.value, store.job!.rulebook)
    }
  }

  const change = (changes: Partial<Columns>) => ask({ ...read.value!.columns, ...changes })
  async function match(key: string, goods: Schemas['Goods'] | null): Promise<void> {
    if (!goods) return
    matches[key] = { item: goods.item, what: goods.what }
    await ask(read.value!.columns)
  }

  async function keep(): Promise<void> {
    if (!(await ask(read.value!.columns, true))) return
    close()
    await prices.changed()
  }

  function close(): void {
    read.value = null
    trouble.value = ''
    find.value = ''
    for (const key of Object.keys(matches)) delete matches[key]
  }

  return { name, currency, find, read, open, trouble, busy, begin, ask, change, match, keep, close }
})
