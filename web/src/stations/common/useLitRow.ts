import { nextTick, watch, type Ref } from 'vue'

/** Keeps the row in hand in view: the one with the class `lit` in a box that scrolls. */
export function useLitRow(box: Readonly<Ref<HTMLElement | null>>, lit: () => string | null, block: ScrollLogicalPosition): void {
  watch(lit, async () => {
    await nextTick()
    box.value?.querySelector('tr.lit')?.scrollIntoView({ block })
  }, { immediate: true })
}
