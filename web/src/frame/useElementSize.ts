import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** The size of an element in pixels, followed as it changes; 0 until it is on the page. */
export function useElementSize(element: Readonly<Ref<HTMLElement | null>>): { width: Ref<number>; height: Ref<number> } {
  const width = ref(0)
  const height = ref(0)
  const observer = new ResizeObserver(([entry]) => {
    width.value = Math.floor(entry?.contentRect.width ?? 0)
    height.value = Math.floor(entry?.contentRect.height ?? 0)
  })
  onMounted(() => { if (element.value !== null) observer.observe(element.value) })
  onBeforeUnmount(() => observer.disconnect())
  return { width, height }
}
