/** When a dialog closes, the focus goes back to what had it before it opened. */
import { nextTick, watch, type Ref } from 'vue'

export function useFocusBack(open: Ref<boolean>): void {
  let before: HTMLElement | null = null
  watch(
    open,
    async (now) => {
      if (now) {
        before = document.activeElement instanceof HTMLElement ? document.activeElement : null
        return
      }
      await nextTick()
      // what took the focus on its way, as a command that goes elsewhere does, keeps it
      if (before?.isConnected && (!document.activeElement || document.activeElement === document.body)) before.focus()
    },
    { flush: 'sync' },
  )
}
