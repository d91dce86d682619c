<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { inFront, wouldReadNext, type Cause, type Hints, type Swap } from './useVoltages'

/** What would explain the readings, each cause with what it would make them read; where a reading tells most; tubes to change places. */
const props = defineProps<{ hints: Hints | null; swaps: Swap[]; pending: boolean; mayWrite: boolean; isDead: boolean }>()
const emit = defineEmits<{ probe: [key: string]; swapped: [positions: string[]] }>()
const open = ref<string | null>(null)
const showsBehind = ref(false)

const sorted = computed(() => inFront(props.hints?.causes ?? []))
const shown = computed(() => (showsBehind.value ? [...sorted.value.likely, ...sorted.value.behind] : sorted.value.likely))
/** A cause keeps its place in view while readings come: by what it is, not by where it stands. */
const nameOf = (c: Cause): string => `${c.kind} ${c.part}`
const wouldRead = computed(() => (props.hints === null ? new Map<string, string>() : wouldReadNext(props.hints)))
const isOnly = computed(() => props.hints?.causes.length === 1)
watch(() => shown.value.map(nameOf).join('|'), () => { if (!shown.value.some((c) => nameOf(c) === open.value)) open.value = isOnly.value && shown.value[0] !== undefined ? nameOf(shown.value[0]) : null }, { immediate: true })
const toggle = (c: Cause): void => { open.value = open.value === nameOf(c) ? null : nameOf(c) }
const width = (c: Cause): string => `${String(Math.max(3, Math.round(c.percent)))}%`
</script>

<template>
  <section class="card hints" :aria-busy="pending" aria-label="What would explain it">
    <h2>{{ hints?.headline ?? 'Tubes to change places' }} <small v-if="pending" class="soft">asking…</small></h2>
    <template v-if="hints !== null">
      <button v-if="hints.next !== null" type="button" class="go" @click="emit('probe', hints.next.key)"><b>{{ hints.next.name }} tells most</b> <kbd>h</kbd></button>
      <p v-else-if="hints.nextSentence !== null" class="small">{{ hints.nextSentence }}</p>
      <p v-if="hints.next !== null" class="small soft heads" aria-hidden="true"><span>cause</span><span>then it reads, V</span></p>
      <ol>
        <li v-for="c in shown" :key="nameOf(c)">
          <button type="button" :aria-expanded="open === nameOf(c)" @click="toggle(c)">
            <span class="share" aria-hidden="true"><i :style="{ width: width(c) }" /></span><span>{{ c.sentence }}<span class="sr">, {{ Math.round(c.percent) }} of 100 among these{{ wouldRead.has(c.sentence) ? `; ${hints.next?.name ?? ''} then reads, volts:` : '' }} </span></span><span class="m then">{{ wouldRead.get(c.sentence) }}</span>
          </button>
          <div v-if="open === nameOf(c)" class="would">
            <p v-if="c.alike !== null" class="small">{{ c.alike }}.</p>
            <table v-if="c.reads.length > 0"><thead><tr><th></th><th class="n">reads</th><th class="n">would</th></tr></thead><tbody><tr v-for="r in c.reads" :key="r.key"><th scope="row">{{ r.name }}</th><td class="n m">{{ r.read }}</td><td class="n m soft">{{ r.would }}</td></tr></tbody></table>
          </div>
        </li>
      </ol>
      <button v-if="sorted.behind.length > 0" type="button" class="more small" :aria-expanded="showsBehind" @click="showsBehind = !showsBehind">{{ showsBehind ? 'The likelier only' : `and ${String(sorted.behind.length)} far less likely` }}</button>
    </template>
    <div v-for="s in swaps" :key="s.positions.join(' ')" class="swap">
      <p><b :class="{ out: s.outcome === 'tube' || s.outcome === 'socket' }">{{ s.positions.join(' and ') }}</b> {{ s.sentence }}</p>
      <button v-if="s.outcome === 'proposed' && mayWrite" type="button" :disabled="!isDead" @click="emit('swapped', s.positions)">They changed places{{ isDead ? '' : ': when proved dead' }}</button>
    </div>
  </section>
</template>

<style scoped>
.hints { overflow: hidden auto; scrollbar-width: thin; padding: 6px 10px; display: flex; flex-direction: column; gap: 4px; min-height: 0; }
.hints > * { flex: none; }
h2 { font-size: 16px; line-height: 1.25; } h2 small { font-weight: 400; font-size: 13px; }
ol { list-style: none; margin: 0; padding: 0; display: grid; }
li + li { border-top: 1px solid var(--fine); }
button { font: inherit; color: inherit; cursor: pointer; }
li button { width: 100%; min-height: 44px; text-align: left; background: none; border: 0; padding: 2px 0; display: grid; grid-template-columns: 22px minmax(0, 1fr) auto; gap: 7px; align-items: center; font-size: 15px; line-height: 1.2; }
.share { height: 10px; background: var(--window); border-radius: 2px; overflow: hidden; } .share i { display: block; height: 100%; background: var(--heart); }
.then { font-size: 13.5px; color: var(--soft); text-align: right; white-space: nowrap; }
.heads { display: flex; justify-content: space-between; margin-bottom: -4px; }
.would { padding: 0 0 6px 29px; display: grid; gap: 4px; }
.would table { border-collapse: collapse; font-size: 14px; width: 100%; } .would th { font-weight: 500; text-align: left; color: var(--soft); padding: 0; } .would td { padding: 1px 0 1px 8px; }
.more { align-self: start; background: none; border: 0; padding: 0; min-height: 44px; text-decoration: underline; color: var(--soft); }
.swap { border-top: 1px solid var(--line); padding-top: 6px; display: grid; gap: 4px; }
.swap p { font-size: 15px; line-height: 1.3; }
.go, .swap button { min-height: 44px; border: 1px solid var(--line); border-radius: 4px; background: var(--lit); padding: 4px 10px; text-align: left; display: flex; justify-content: space-between; align-items: center; }
.swap button:disabled { background: var(--card); color: var(--soft); cursor: default; }
</style>
