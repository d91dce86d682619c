/** What makes a part of a drawing a button, for pointer and keyboard: it is called by what is written in it, or by a name that holds that. Where nothing can be chosen it is a picture with its name. */
export const partOf = (name: string, choose: (() => void) | null, isWritten = true): Record<string, unknown> => (choose === null ? { role: 'img', 'aria-label': name } : {
  role: 'button', tabindex: 0, ...(isWritten ? {} : { 'aria-label': name }),
  onClick: choose,
  onKeydown: (e: KeyboardEvent) => {
    if (e.key !== 'Enter' && e.key !== ' ') return
    e.preventDefault()
    choose()
  },
})
