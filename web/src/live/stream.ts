/** What the event process tells, by the name of the event. */
export interface Told { name: string; data: unknown }

export interface StreamEvents {
  told: (event: Told) => void
  /** the stream is there again: whoever follows looks at what it missed */
  opened: () => void
  /** nobody tells anything now */
  lost: () => void
}

type Message = { kind: 'told'; event: Told } | { kind: 'opened' } | { kind: 'lost' } | { kind: 'ask' }

/** What of the past a page that joins later must know. */
const kept = 'instruments'
const names = ['tape', 'live', 'instruments', 'beat', 'database']
const firstPause = 1000
const longestPause = 5000

/**
 * The server's events, one stream for all tabs of a browser: it has six lines to a host, and a seventh tab would stand still. The tab
 * that holds the lock has the stream and passes on what it hears; when it goes, another takes its place.
 *
 * An EventSource gives up for good on an HTTP error, as while the process is started again: a new one is made, with what is known.
 */
export class EventStream {
  private source: EventSource | null = null
  private timer: ReturnType<typeof setTimeout> | undefined
  private pause = firstPause
  private last = new Map<string, Told>()
  private release: (() => void) | null = null
  private readonly wire = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('yew-events')
  private ended = false

  constructor(private readonly events: StreamEvents, private readonly since: () => string) {
    if (this.wire !== null) this.wire.onmessage = (e: MessageEvent<Message>) => { this.heard(e.data) }
  }

  start(): void {
    const locks = (navigator as Partial<Navigator>).locks
    if (locks === undefined || this.wire === null) { this.open(); return }
    void locks.request('yew-events', () => new Promise<void>((release) => {
      if (this.ended) { release(); return }
      this.release = release
      this.open()
    }))
    this.wire.postMessage({ kind: 'ask' } satisfies Message)
  }

  end(): void {
    this.ended = true
    clearTimeout(this.timer)
    this.source?.close()
    this.source = null
    this.release?.()
    this.wire?.close()
  }

  private open(): void {
    if (this.ended) return
    const since = this.since()
    const source = new EventSource(`/api/events${since === '' ? '' : `?since=${encodeURIComponent(since)}`}`)
    this.source = source
    source.onopen = () => { this.pause = firstPause; this.pass({ kind: 'opened' }) }
    source.onerror = () => {
      source.close()
      if (this.source !== source) return
      this.source = null
      this.pass({ kind: 'lost' })
      this.timer = setTimeout(() => { this.open() }, this.pause)
      this.pause = Math.min(longestPause, this.pause * 2)
    }
    for (const name of names) {
      source.addEventListener(name, (e) => {
        try {
          this.pass({ kind: 'told', event: { name, data: JSON.parse(String(e.data)) as unknown } })
        } catch { /* a line cut short says nothing */ }
      })
    }
  }

  /** To this tab and the others. */
  private pass(message: Message): void {
    this.wire?.postMessage(message)
    this.heard(message)
  }

  private heard(message: Message): void {
    if (message.kind === 'ask') {
      if (this.source === null) return
      for (const event of this.last.values()) this.wire?.postMessage({ kind: 'told', event } satisfies Message)
      if (this.source.readyState === EventSource.OPEN) this.wire?.postMessage({ kind: 'opened' } satisfies Message)
      return
    }
    if (message.kind === 'told') {
      if (message.event.name === kept) this.last.set(kept, message.event)
      this.events.told(message.event)
    } else if (message.kind === 'opened') this.events.opened()
    else this.events.lost()
  }
}
