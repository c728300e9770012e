import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** Width of an element in pixels, followed as it changes. */
export function useWidth(element: Ref<HTMLElement | null>, before: number): Ref<number> {
  const width = ref(before)
  let observer: ResizeObserver | null = null
  onMounted(() => {
    if (!element.value) return
    width.value = element.value.clientWidth
    observer = new ResizeObserver(() => {
      if (element.value) width.value = element.value.clientWidth
    })
    observer.observe(element.value)
  })
  onBeforeUnmount(() => observer?.disconnect())
  return width
}
