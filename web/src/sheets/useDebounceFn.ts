/** Calls a function once things have been quiet for so many milliseconds. */
export function useDebounceFn(call: () => unknown, milliseconds: number): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  return () => {
    clearTimeout(timer)
    timer = setTimeout(call, milliseconds)
  }
}
