import { onBeforeUnmount, onMounted } from 'vue'

/** What a person chooses from and does not type into. */
const LISTS = '.v-select:not(.v-autocomplete):not(.v-combobox), select'

/** Single-key actions for the whole page; silent while a person types or a dialog is open. */
export function useShortcuts(actions: Record<string, () => void>): void {
  function onKey(event: KeyboardEvent): void {
    const target = event.target as HTMLElement | null
    if (event.key === '/' && actions['/'] && target?.closest(LISTS)) {
      event.preventDefault() // a list would take it for the beginning of one of its choices
      event.stopPropagation()
      actions['/']()
      return
    }
    if (target?.closest('input, textarea, select, [role=combobox], [role=listbox], [contenteditable], [role=dialog]'))
      return
    const combined = event.ctrlKey || event.metaKey
    if (event.altKey) return
    const name = combined ? `mod+${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}` : event.key
    const action = actions[name]
    if (!action) return
    event.preventDefault()
    action()
  }
  onMounted(() => window.addEventListener('keydown', onKey, { capture: true }))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey, { capture: true }))
}
