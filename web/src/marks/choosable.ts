/** What makes a part of a drawing a button: for the pointer, for the keyboard, and by its name. Where nothing can be chosen it is a picture. */
export const choosable = (name: string, choose: (() => void) | null): Record<string, unknown> => (choose === null ? { role: 'img', 'aria-label': name } : {
  role: 'button', tabindex: 0, 'aria-label': name,
  onClick: choose,
  onKeydown: (e: KeyboardEvent) => {
    if (e.key !== 'Enter' && e.key !== ' ') return
    e.preventDefault()
    choose()
  },
})
