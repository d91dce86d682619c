import { useRoute } from 'vue-router'
import { told } from '../../quantity/told'
import { useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch, type ComputedRef, type Ref } from 'vue'
import { api, ask, type Schemas } from '../../api/client'
import { boardKey, useBench } from '../../frame/bench'
import { useSent } from './useSent'

export type Board = Schemas['Board']
export type BoardItem = Schemas['BoardItem']
export type Step = Schemas['Step']

/** A step of an item: what the entry line asks for. */
export interface Target { key: string; item: BoardItem; step: Step }

export interface Station {
  name: string
  ids: ComputedRef<{ jobId: string; unitId: string }>
  board: ComputedRef<Board | null>
  fault: ComputedRef<string | null>
  current: ComputedRef<Target | null>
  item: ComputedRef<BoardItem | null>
  lastWritten: Ref<string | null>
  open: ComputedRef<number>
  choose: (key: string) => void
  chooseItem: (part: string) => void
  step: (by: 1 | -1) => void
  /** To the part before or after this one. */
  stepItem: (by: 1 | -1) => void
  /** Moves on after a step was written: the next of its item, or of the board; back to it where the entry is refused. */
  advance: (key: string, entryId: string) => void
}

export const keyOf = (step: Step, number: number): string => `${step.part}|${step.test}|${step.subject}|${String(number)}`

/** One cold station of the job on the bench: its board, judged by the server, and what is to be done next. */
export function useStation(name: string): Station {
  const bench = useBench()
  const chosen = ref<string | null>(null)
  const lastWritten = ref<string | null>(null)
  const unit = computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '' }))
  const query = useQuery({
    queryKey: computed(() => boardKey(unit.value.jobId, unit.value.unitId, name)),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/stations/{station}', { params: { path: { ...unit.value, station: name } } })),
    enabled: computed(() => unit.value.unitId !== ''),
  })
  // The board follows the tape: what comes onto it brings this board along.
  bench.station = name
  onBeforeUnmount(() => { if (bench.station === name) bench.station = null })

  const board = computed(() => query.data.value ?? null)
  const targets = computed<Target[]>(() => (board.value?.items ?? []).flatMap((item) => item.steps.map((step, i) => ({ key: keyOf(step, i), item, step }))))
  const onTheWay = computed(() => new Set(bench.mine.filter((w) => w.body.unitId === bench.unit?.id).map((w) => {
    const p = w.body.payload
    return w.body.kind === 'as-fitted' ? `${told(p['text']).replace(/^found /, '').split(' ')[0] ?? ''}|change|` : `${told(p['part'])}|${told(p['test'])}|${told(p['subject'])}`
  })))
  const waits = (t: Target): boolean => onTheWay.value.has(`${t.step.part}|${t.step.change === '' ? t.step.test : 'change'}|${t.step.subject}`)
  /** What a part still asks for; nothing once its answer is clear. */
  const isOpen = (t: Target): boolean => t.step.given === null && !t.step.optional && t.item.next !== null && !waits(t)
  /** In the state that the chassis is in, that much can be done now. */
  const fits = (t: Target): boolean => t.step.states.includes(bench.state)

  const current = computed<Target | null>(() => targets.value.find((t) => t.key === chosen.value)
    ?? targets.value.find((t) => isOpen(t) && fits(t)) ?? targets.value.find(isOpen) ?? targets.value[0] ?? null)
  const open = computed(() => targets.value.filter(isOpen).length)

  function move(by: 1 | -1): void {
    const i = targets.value.findIndex((t) => t.key === current.value?.key)
    const next = targets.value[Math.max(0, Math.min(targets.value.length - 1, i + by))]
    if (next !== undefined) chosen.value = next.key
  }
  const sent = useSent((key) => { chosen.value = key })
  watch(() => bench.unit?.id, () => { chosen.value = lastWritten.value = null })
  function advance(key: string, entryId: string): void {
    sent(entryId, key)
    lastWritten.value = key
    const i = targets.value.findIndex((t) => t.key === key)
    const rest = [...targets.value.slice(i + 1), ...targets.value.slice(0, i)]
    // What was measured to go in goes in next, where a proof of discharge is all that it waits for.
    const own = targets.value.slice(i + 1).find((t) => t.item.part === targets.value[i]?.item.part && isOpen(t))
    const goesIn = own !== undefined && own.step.change === 'done' && (bench.state === 'discharging' || fits(own))
    chosen.value = (goesIn ? own : rest.find((t) => isOpen(t) && fits(t)) ?? rest.find(isOpen) ?? targets.value[i])?.key ?? null
  }
  function chooseItem(part: string): void {
    const own = targets.value.filter((t) => t.item.part === part)
    chosen.value = (own.find((t) => isOpen(t) && fits(t)) ?? own.find(isOpen) ?? own[0])?.key ?? null
  }

  // A link from another station names the part.
  const wanted = useRoute().query['part']
  const opened = watch(board, (b) => {
    if (b === null) return
    if (typeof wanted === 'string' && chosen.value === null) chooseItem(wanted)
    void Promise.resolve().then(() => { opened() })
  }, { immediate: true })

  function stepItem(by: 1 | -1): void {
    const items = board.value?.items ?? []
    const i = items.findIndex((item) => item.part === current.value?.item.part)
    const next = items[Math.max(0, Math.min(items.length - 1, i + by))]
    if (next !== undefined) chooseItem(next.part)
  }
  // When the chassis changes its state, the part in hand stays, and asks for what can be done now.
  watch(() => bench.state, () => { if (current.value !== null && !fits(current.value)) chooseItem(current.value.item.part) })

  return {
    name, ids: unit, board, current, lastWritten, open,
    fault: computed(() => query.error.value?.message ?? null),
    item: computed(() => current.value?.item ?? null),
    choose: (key) => { chosen.value = key }, chooseItem, step: move, stepItem, advance,
  }
}
