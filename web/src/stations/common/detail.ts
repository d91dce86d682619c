import type { Schemas } from '../../api/client'

type Detail = NonNullable<Schemas['BoardItem']['more']>

/** What only this sort of item has; null for an item of another sort. */
export function detailOf<K extends Detail['kind']>(item: Schemas['BoardItem'], kind: K): Extract<Detail, { kind: K }> | null {
  return item.more !== null && item.more.kind === kind ? (item.more as Extract<Detail, { kind: K }>) : null
}
