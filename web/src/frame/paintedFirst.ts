/** A page that paints nothing, as one behind another, waits no longer than this. */
const unpaintedMs = 100

/** What cannot wait is painted before the rest of the news that tell of it; the rest follows in the next moment, and never twice. */
export interface PaintedFirst {
  /** @param rest once what `first` did stands on the screen */
  show: (first: () => void, rest: () => void) => void
  /** The rest at once: more news are here. */
  settle: () => void
  /** The rest no longer matters. */
  drop: () => void
  readonly waits: boolean
}

export function paintedFirst(): PaintedFirst {
  let rest: (() => void) | null = null
  function settle(): void {
    const due = rest
    rest = null
    due?.()
  }
  return {
    show(first, then) {
      settle()
      first()
      rest = then
      const mine = (): void => { if (rest === then) settle() }
      requestAnimationFrame(() => { setTimeout(mine) })
      setTimeout(mine, unpaintedMs)
    },
    settle,
    drop() { rest = null },
    get waits() { return rest !== null },
  }
}
