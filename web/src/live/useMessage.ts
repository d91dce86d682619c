import { onBeforeUnmount, ref, type Ref } from 'vue'

/** A sentence that stands for a while and goes by itself. */
export function useMessage(ms = 6000): { message: Ref<string>; say: (sentence: string) => void } {
  const message = ref('')
  let timer: ReturnType<typeof setTimeout> | undefined
  onBeforeUnmount(() => { clearTimeout(timer) })
  return {
    message,
    say: (sentence) => {
      clearTimeout(timer)
      message.value = sentence
      timer = setTimeout(() => { message.value = '' }, ms)
    },
  }
}
