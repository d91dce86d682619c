import type { ComputedRef } from 'vue'
import type { Island } from '../../api/client'
import type { MeterFunction, Taken } from '../../live/live'

/** What became of a line that was sent off: taken, not taken with why, or a question back. */
export type Sent = { taken: true } | { said: string } | Question

/** A slip that is suspected: what is asked, and what `y` would write. */
export interface Question { question: string; yes: () => Promise<Sent>; no: () => Promise<Sent> }

/** A use of the line besides answering what is asked: a note, a reason, a part that is new. Its text is words. */
export interface Mode {
  title: () => string
  below: () => string
  /** figures stand in it, not words */
  figures?: boolean
  placeholder?: string
  /** what it begins with; null, with why, where it cannot be entered now */
  begin?: () => { text: string } | { said: string }
  /** what is said of an empty line; without it an empty line leaves the mode */
  needs?: string
  write: (text: string) => Promise<Sent>
}

/** A key that acts in an empty field; none of them can begin a value. `elsewhere`: its name stands at what it does on the page, not among the keys at the foot. */
export interface LineKey { key: string; label: string; shown?: string; pressed?: boolean; elsewhere?: boolean; act?: () => string | undefined; mode?: string }

/** What a station makes of the one entry line: what it asks for now, and what is done with what is typed. */
export interface Line {
  /** changes when something else is asked for */
  key: ComputedRef<string | null>
  above: ComputedRef<string>
  title: ComputedRef<string>
  below: ComputedRef<string>
  /** behind the figure: V DC */
  unit: ComputedRef<string>
  placeholder: ComputedRef<string>
  /** a word that holds for what is typed: lifted */
  tag: ComputedRef<string>
  choices: ComputedRef<{ value: string; words: string }[]>
  /** why what is asked for cannot be answered in the state that the chassis is in; empty when it can */
  waits: ComputedRef<string>
  /** letters that may begin what is typed here, and so are no keys */
  begins: ComputedRef<string>
  /** a bank of charge that must be proved before anything else */
  island: ComputedRef<Island | null>
  /** what was written last, as the server has it */
  last: ComputedRef<{ headline: string; line: string; tone: string } | null>
  /** how a text is understood while it is typed */
  understood: (text: string) => string
  /** the place that a note is about */
  place: ComputedRef<string | null>
  /** what a meter on the network may show for it; null where no meter reads that */
  reads: ComputedRef<MeterFunction | null>
  /** what an empty line writes: what a meter has kept of it already */
  offered?: ComputedRef<string | null>
  /** whether a place with its value is taken even while nothing is asked: V3.5 287 */
  placesToo?: ComputedRef<boolean>
  /** how many figures belong into the line: more than one are gathered in it, one after the other */
  figures: ComputedRef<number>
  /** @param from an instrument, where it was not typed */
  write: (text: string, from?: Taken) => Promise<Sent>
  choose: (value: string) => Promise<Sent>
  /** after a bank was proved */
  proved: () => void
  modes: Record<string, Mode>
  keys: ComputedRef<LineKey[]>
  step: (by: 1 | -1) => void
  stepItem?: (by: 1 | -1) => void
  /** to what was written last */
  back: () => void
}

export const taken: Sent = { taken: true }

/** A place at the beginning of a line: V3.5 287. */
export const placeOf = (text: string): [string, string] | null => {
  const m = /^([A-Z][A-Za-z0-9]*(?:[./+-][A-Za-z0-9]+)*)\s+(\S.*)$/.exec(text.trim())
  return m === null ? null : [m[1] ?? '', m[2] ?? '']
}
