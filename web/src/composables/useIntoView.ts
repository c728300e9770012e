/** On a narrow screen the panel of a picked part lies below: bring it into view when another part is picked. */
import { nextTick, watch, type Ref } from 'vue'

export function useIntoView(panel: Ref<HTMLElement | null>, picked: () => string | undefined): void {
  watch(picked, async (key, before) => {
    if (!key || key === before || !window.matchMedia('(max-width: 900px)').matches) return
    await nextTick()
    panel.value?.scrollIntoView({ block: 'start' })
  })
}
