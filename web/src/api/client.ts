import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Bench = Schemas['Bench']
export type Point = Schemas['Point']
export type TapeEntry = Schemas['TapeEntry']
export type Island = Schemas['Island']
export type ChassisState = Bench['state']['name']
export type Verdict = Schemas['Reading']['verdict']

export const api = createClient<paths>({ baseUrl: '' })

/** What a refused request says, as a sentence to show. */
export class Refusal extends Error {
  constructor(readonly status: number, detail: string, readonly path: string | undefined) {
    super(detail)
  }

  /** Nobody answered, or the answer was that the server or database is away: worth trying again. */
  get isAway(): boolean {
    return this.status === 0 || this.status >= 502 || this.status === 500
  }
}

const away = 'The server does not answer. What you typed is kept here and goes out when it is back.'

interface Answer<T> { data?: T; error?: unknown; response: Response }

/** The data of an answer; throws a Refusal for anything else, a dead server included. */
export async function ask<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await request
  } catch {
    throw new Refusal(0, away, undefined)
  }
  if (answer.response.ok) {
    return answer.data as T
  }
  const problem = answer.error
  const said = typeof problem === 'object' && problem !== null ? (problem as Partial<Schemas['Problem']>) : {}
  throw new Refusal(answer.response.status, said.detail ?? away, said.path)
}

/** An id whose first bits are the time (UUIDv7), from `crypto.getRandomValues`. */
export function newId(now = Date.now()): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  for (let i = 0; i < 6; i++) bytes[i] = Math.floor(now / 2 ** (8 * (5 - i))) % 256
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x70
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`
}
