/** A step's state lives as long as its view is shown, and begins anew the next time. */
import { getActivePinia, type Store } from 'pinia'
import { onUnmounted } from 'vue'

export function useWhileShown(store: Pick<Store, '$id' | '$dispose'>): void {
  onUnmounted(() => {
    store.$dispose()
    delete getActivePinia()?.state.value[store.$id]
  })
}
