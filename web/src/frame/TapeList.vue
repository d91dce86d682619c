<script setup lang="ts">
import { told } from '../quantity/told'
import { computed, ref } from 'vue'
import { useSession } from '../access/session'
import type { TapeEntry } from '../api/client'
import { useBench } from './bench'
import { clockTime, dayTime, serverNow } from './time'
import type { Waiting } from './outbox'

const bench = useBench()
const session = useSession()
const zone = computed(() => session.shop?.timeZone ?? 'UTC')
const newestFirst = computed(() => [...bench.entries].reverse())
const today = computed(() => bench.entries.filter((e) => Date.parse(e.observedAt) > serverNow() - 86400000).length)
const when = (iso: string): string => (Date.parse(iso) > serverNow() - 43200000 ? clockTime(iso, zone.value) : dayTime(iso, zone.value))
const serialOf = (unitId: string): string => bench.units.find((u) => u.id === unitId)?.serial ?? ''
const tone = (e: TapeEntry): string => (e.refused ? 'out' : (e.verdict ?? ''))

function waitingLine(w: Waiting): string {
  const p = w.body.payload
  return `${told(p['place'] ?? p['island'] ?? w.body.kind.replace('-', ' '))} ${told(p['text'] ?? p['to'])}`
}
/** What a correction on the page took back: struck out, and not offered again. */
const takenBack = computed(() => new Set([...bench.entries.filter((e) => e.kind === 'correction' && !e.refused).map((e) => told(e.payload['corrects'])), ...bench.mine.filter((w) => w.body.kind === 'correction').map((w) => told(w.body.payload['corrects']))]))
const asked = ref<string | null>(null)
async function takeBack(e: TapeEntry): Promise<void> {
  asked.value = null
  await bench.write('correction', { corrects: e.id, reason: '' }, e.unitId ?? bench.unit?.id ?? null)
}
/** Near the end of what is here, the page before it is fetched. */
function onScroll(e: Event): void {
  const box = e.target as HTMLElement
  if (box.scrollHeight - box.scrollTop - box.clientHeight < 400) void bench.older()
}
async function again(w: Waiting): Promise<void> {
  await bench.outbox.drop(w.counter)
}
</script>

<template>
  <aside class="tape" aria-label="Tape">
    <h2>Tape <span class="soft small">{{ today }} today</span></h2>
    <p v-if="bench.others.length > 0" class="small out">{{ bench.others.length }} of another hand wait here, and go out when they sign in.</p>
    <ol tabindex="0" aria-label="Entries, newest first" @scroll.passive="onScroll">
      <li v-for="w in [...bench.mine].reverse()" :key="w.counter" class="sending">
        <span class="m time">{{ when(w.body.observedAt) }}</span> <b>{{ waitingLine(w) }}</b>
        <div v-if="w.stuck === null" class="soft">sending · not judged yet</div>
        <div v-else class="out">{{ w.stuck }} <button type="button" class="plain" @click="again(w)"><u>take it away</u></button></div>
      </li>
      <li v-for="e in newestFirst" :key="e.id" :class="{ refused: e.refused || takenBack.has(e.id) }">
        <span class="m time">{{ when(e.observedAt) }}</span> <b>{{ e.headline }}</b><span v-if="bench.units.length > 1 && e.unitId !== null" class="soft small"> · {{ serialOf(e.unitId) }}</span>
        <div :class="tone(e)">{{ e.line }}</div>
        <div v-if="e.personId !== session.me?.id" class="soft">{{ session.nameOf(e.personId) }}</div>
        <div v-if="takenBack.has(e.id)" class="soft">taken back</div>
        <div v-else-if="asked === e.id" class="back asks">Take it back? <button type="button" class="plain" @click="takeBack(e)"><u>yes</u></button> <button type="button" class="plain" @click="asked = null"><u>no</u></button></div>
        <button v-else-if="e.canBeTakenBack && session.mayWrite" type="button" class="plain back soft" :aria-label="`Take back: ${e.headline}`" @click="asked = e.id"><u>take back</u></button>
      </li>
      <li v-if="bench.hasOlder"><button type="button" class="plain soft" :disabled="bench.fetchingOlder" @click="bench.older()"><u>{{ bench.fetchingOlder ? 'fetching…' : 'older' }}</u></button></li>
      <li v-if="bench.entries.length === 0" class="soft">Nothing yet.</li>
    </ol>
  </aside>
</template>

<style scoped>
.tape { border-left: 1px solid var(--line); background: var(--sap); padding: 10px 0 0 14px; font-size: 14px; display: flex; flex-direction: column; min-height: 0; }
h2 { font-size: 15px; display: flex; justify-content: space-between; margin: 0 14px 4px 0; }
ol { list-style: none; margin: 0; padding: 0 14px 0 0; overflow-y: auto; scrollbar-width: thin; flex: 1; }
/* What is out of sight costs nothing. */
li { content-visibility: auto; contain-intrinsic-size: auto 52px; padding: 6px 0; border-bottom: 1px dashed var(--line); overflow-wrap: anywhere; }
li.sending { background: repeating-linear-gradient(135deg, transparent 0 10px, var(--lit) 10px 12px); }
.time { color: var(--soft); font-size: 13px; }
li { position: relative; } .back:not(.asks) { position: absolute; right: 0; top: 4px; font-size: 13px; opacity: 0; background: var(--sap); } li:hover .back, .back:focus-visible { opacity: 1; }
@media (pointer: coarse) { .back:not(.asks) { position: static; opacity: 1; min-height: 32px; } }
li.refused b { text-decoration: line-through; }
@media (max-width: 760px) { .tape { max-height: 50vh; } }
</style>
