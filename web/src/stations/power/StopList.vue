<script setup lang="ts">
import { computed } from 'vue'
import VerdictShape from '../../marks/VerdictShape.vue'
import { useSession } from '../../access/session'
import { big, limiterWords, type Power, type Stop } from './usePower'
import { placeWords } from '../../frame/place'

/** The stops of this time on, and what the one in hand asks for. */
const props = defineProps<{ power: Power; stop: Stop | null; lit: string | null }>()
const emit = defineEmits<{ go: [stop: Stop]; probe: [key: string]; seen: [] }>()
const session = useSession()
const at = computed(() => props.stop)
const required = computed(() => at.value?.readings.filter((r) => r.required) ?? [])
const others = computed(() => at.value?.readings.filter((r) => !r.required && r.volts !== null) ?? [])
const inLead = (s: Stop): string => (s.limiters.length === 0 ? 'bare' : s.limiters[0]?.kind === 'lamp' ? 'lamp' : 'limiter')
const mark = (s: Stop): string => (s.done ? 'done' : s.here ? 'here' : s.next ? 'next' : 'later')
</script>

<template>
  <div class="stop-list">
    <ol class="walk" aria-label="Stops">
      <li v-for="s in power.stops" :key="s.id" :class="mark(s)">
        <button type="button" :disabled="!session.mayWrite || mark(s) === 'later'" @click="emit('go', s)"><b class="m">{{ s.volts }} V</b><small :title="limiterWords(s)">{{ inLead(s) }}</small><span class="state">{{ s.done ? 'done' : s.here ? 'here' : s.next ? 'go' : 'locked' }}</span></button>
      </li>
    </ol>
    <section v-if="at !== null" class="asks">
      <h2>{{ at.here ? 'Here' : 'There' }}, read</h2>
      <ul>
        <li v-for="r in required" :key="r.place" :class="['wanted', { lit: `${r.place}|${r.function}` === lit }]">
          <button type="button" :disabled="!at.here" @click="emit('probe', `${r.place}|${r.function}`)">
            <b>{{ placeWords(r.place) }}</b>
            <span :class="['m', 'figure', { long: (r.read?.shown.length ?? 0) > 5 }]">{{ r.read === null ? (r.toTap ? 'tap' : '·') : r.read.shown }}</span>
            <span class="soft m">{{ r.volts === null ? '' : `${big(r.lowVolts)}…${big(r.highVolts)}` }}</span>
            <verdict-shape v-if="r.read?.verdict != null" :verdict="r.read.verdict" />
          </button>
        </li>
        <li :class="['wanted', { lit: lit === 'stop-seen' }]"><button type="button" class="seen" :disabled="!at.here" @click="emit('seen')"><b>look, listen, smell</b><span class="words">{{ at.seen ?? '·' }}</span></button></li>
      </ul>
      <div v-if="others.length > 0" class="also"><span class="small soft">also</span><button v-for="r in others" :key="r.place" type="button" :class="{ lit: `${r.place}|${r.function}` === lit }" :disabled="!at.here" @click="emit('probe', `${r.place}|${r.function}`)"><b>{{ r.place }}</b><span v-if="r.read !== null" class="m"> {{ r.read.shown }}</span></button></div>
      <p v-if="at.against.length > 0" class="out" role="status"><b>Against going on:</b> {{ at.against.join(', ') }}. Find out why, or let it stand with a reason (a).</p>
    </section>
    <p v-if="power.stops.length > 0 && power.stops.every((s) => s.done)" class="within"><b>Every stop is done.</b></p>
  </div>
</template>

<style scoped>
.stop-list { display: flex; flex-direction: column; gap: 8px; min-height: 0; overflow-y: auto; position: relative; }
.walk { list-style: none; display: grid; grid-template-columns: repeat(auto-fit, minmax(50px, 1fr)); gap: 3px; margin: 0; padding: 0; }
.walk button { width: 100%; min-height: 62px; display: grid; justify-items: start; font: inherit; color: inherit; background: var(--card); border: 1px solid var(--line); border-top: 5px solid var(--line); border-radius: 4px; padding: 2px; cursor: pointer; text-align: left; }
.walk b { white-space: nowrap; font-size: 14px; } .walk small { font-size: 14px; color: var(--soft); } .walk .state { font-size: 14px; font-weight: 700; }
.walk .done button { border-top-color: var(--within); } .walk .done .state { color: var(--within); }
.walk .here button { border: 2px solid var(--heart); border-top-width: 5px; background: var(--lit); } .walk .next button { border-top-color: var(--heart); }
.walk .later { opacity: 0.75; }
h2 { font-size: 15px; }
.asks ul { list-style: none; margin: 0; padding: 0; }
.asks li button { width: 100%; min-height: 44px; display: grid; grid-template-columns: minmax(66px, 1fr) 72px 100px 18px; gap: 4px; align-items: center; font: inherit; color: inherit; background: none; border: 0; border-bottom: 1px solid var(--fine); padding: 0 4px; text-align: left; cursor: pointer; }
.also { display: flex; flex-wrap: wrap; gap: 4px; align-items: center; padding-top: 6px; }
.also button { min-height: 44px; min-width: 44px; padding: 0 6px; font: inherit; font-size: 15px; color: inherit; background: none; border: 1px solid var(--line); border-radius: 4px; cursor: pointer; }
.figure { font-size: 22px; text-align: right; } .figure.long { font-size: 17px; } .asks li .seen { grid-template-columns: 1fr auto; } .words { font-weight: 700; padding-right: 8px; }
.asks .soft { font-size: 14px; white-space: nowrap; }
.lit { background: var(--lit); box-shadow: inset 4px 0 0 var(--heart); }
</style>
