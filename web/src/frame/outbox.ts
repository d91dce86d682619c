import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { serverNow } from './time'
import { api, ask, newId, Refusal, type Schemas } from '../api/client'

export type NewEntry = Schemas['NewEntry']
export type TapeAnswer = Schemas['TapeAnswer']

/** An entry that has not been taken by the server yet. */
export interface Waiting {
  counter: number
  jobId: string
  personId: string
  body: NewEntry
  /** why the server will not take it as it is; offered for correction */
  stuck: string | null
}

interface Shelf extends DBSchema {
  waiting: { key: number; value: Waiting; indexes: { person: string } }
  kept: { key: string; value: string | number }
}

/** Which board the page shows: the answer brings it along. */
export interface Shown { station?: string; unit?: string }

export interface Transport { send(jobId: string, body: NewEntry, shown: Shown): Promise<TapeAnswer> }

export interface OutboxEvents {
  /** the list of waiting entries changed */
  changed(waiting: Waiting[]): void
  /** an entry was taken, with what the server answered */
  taken(waiting: Waiting, answer: TapeAnswer): void
  /** the server went away (a sentence) or came back (null) */
  away(sentence: string | null): void
  /** what the page shows of a job */
  shown?(jobId: string): Shown
}

const overHttp: Transport = { send: (jobId, body, query) => ask(api.POST('/api/jobs/{jobId}/tape', { params: { path: { jobId }, query }, body: { ...body, sentAt: new Date(serverNow()).toISOString() } })) }
/** A server that stumbles over one entry may stumble for ever: after so many tries it is put aside, and the rest goes out. */
const mostFaults = 3

/**
 * Keeps what was typed in IndexedDB until the server has it: shown at once, sent in order with the same id, retried for ever,
 * never lost by a reload, a dead server or a closed lid. Entries belong to who typed them and go out in that person's session.
 */
export class Outbox {
  private db: Promise<IDBPDatabase<Shelf>>
  private sending = false
  private timer: ReturnType<typeof setTimeout> | undefined
  private pause = 0
  private faults = 0
  private person: string | null = null
  /** what IndexedDB holds, at hand: sending does not wait for the disk */
  private box: Waiting[] = []
  private readonly loaded: Promise<void>

  constructor(private readonly events: OutboxEvents, private readonly transport: Transport = overHttp, name = 'yew-outbox', private readonly pauses = [500, 1000, 2000, 4000]) {
    this.db = openDB<Shelf>(name, 1, {
      upgrade(db) {
        db.createObjectStore('waiting', { keyPath: 'counter' }).createIndex('person', 'personId')
        db.createObjectStore('kept')
      },
    })
    this.loaded = this.db.then((db) => db.getAll('waiting')).then((all) => { this.box = all })
  }

  /** Whose session this is; their waiting entries start to go out. */
  async signedIn(personId: string | null): Promise<void> {
    await this.loaded
    this.person = personId
    this.tell()
    if (personId !== null) this.wake()
  }

  /** Puts an entry into the box; it is safe once this resolves. */
  async put(jobId: string, personId: string, entry: Omit<NewEntry, 'id' | 'device' | 'counter'>): Promise<Waiting> {
    await this.loaded
    const db = await this.db
    const tx = db.transaction(['waiting', 'kept'], 'readwrite')
    const kept = tx.objectStore('kept')
    const counter = Number((await kept.get('counter')) ?? 0) + 1
    const device = String((await kept.get('device')) ?? newId())
    await kept.put(counter, 'counter')
    await kept.put(device, 'device')
    // Plain data of its own: the store takes no proxies, and what is written must not change with the page.
    const payload = JSON.parse(JSON.stringify(entry.payload)) as Record<string, unknown>
    const waiting: Waiting = { counter, jobId, personId, body: { id: newId(), device, counter, ...entry, payload }, stuck: null }
    await tx.objectStore('waiting').put(waiting)
    this.box = [...this.box, waiting]
    this.tell()
    this.wake()
    await tx.done
    return waiting
  }

  /** Takes a stuck entry out of the box, for its text to be typed again. */
  async drop(counter: number): Promise<void> {
    this.box = this.box.filter((w) => w.counter !== counter)
    this.tell()
    await (await this.db).delete('waiting', counter)
  }

  /** Tries at once, without waiting for the next turn. */
  wake(): void {
    clearTimeout(this.timer)
    void this.run()
  }

  stop(): void {
    clearTimeout(this.timer)
    this.person = null
  }

  private async run(): Promise<void> {
    if (this.sending) return
    this.sending = true
    try {
      for (let next = this.next(); next !== undefined; next = this.next()) {
        if (!(await this.sendOne(next))) break
      }
    } finally {
      this.sending = false
    }
  }

  private next(): Waiting | undefined {
    return this.person === null ? undefined : this.box.find((w) => w.personId === this.person && w.stuck === null)
  }

  /** true when the next one may follow */
  private async sendOne(waiting: Waiting): Promise<boolean> {
    try {
      const answer = await this.transport.send(waiting.jobId, waiting.body, this.events.shown?.(waiting.jobId) ?? {})
      this.pause = this.faults = 0
      this.box = this.box.filter((w) => w.counter !== waiting.counter)
      this.events.away(null)
      this.events.taken(waiting, answer)
      this.tell()
      await (await this.db).delete('waiting', waiting.counter)
      return true
    } catch (e) {
      const refusal = e instanceof Refusal ? e : new Refusal(0, String(e), undefined)
      const fault = refusal.status === 500 && ++this.faults >= mostFaults
      if (!fault && (refusal.isAway || refusal.status === 401 || refusal.status === 429)) {
        if (refusal.status !== 401) this.events.away(refusal.message)
        this.timer = setTimeout(() => { void this.run() }, this.pauses[Math.min(this.pause++, this.pauses.length - 1)])
        return false
      }
      this.faults = 0
      const stuck = { ...waiting, stuck: refusal.message }
      this.box = this.box.map((w) => (w.counter === waiting.counter ? stuck : w))
      this.tell()
      await (await this.db).put('waiting', stuck)
      return true
    }
  }

  private tell(): void {
    this.events.changed(this.box)
  }
}
