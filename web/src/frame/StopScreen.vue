<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { useSession } from '../access/session'
import { speak } from '../live/speech'
import { useBench } from './bench'
import { placeWords } from './place'

/** A broken stop rule: one word on the whole screen, the reason under it, and the one thing that can still be done (SAFE-6). */
const bench = useBench()
const session = useSession()
const button = useTemplateRef<HTMLButtonElement>('button')
/** What stopped: as the server judged it, the unit in hand first, else any other of the job; else what a reading means that it has not judged yet. */
const stop = computed(() => {
  const stopped = [...bench.broken, bench.bench, ...bench.benches].find((b) => b?.state.stop?.isOff === false && b.state.next.includes('discharging'))
  return stopped?.state.stop == null ? bench.foreseenStop : { unitId: stopped.unitId, place: stopped.state.stop.place, sentence: stopped.state.stop.sentence }
})
const offSent = computed(() => bench.mine.some((w) => w.body.kind === 'state-change' && w.body.unitId === stop.value?.unitId && w.body.payload['to'] === 'discharging' && w.stuck === null))
const unit = computed(() => { const u = bench.units.find((one) => one.id === stop.value?.unitId); return bench.units.length < 2 || u === undefined ? '' : `${u.model} ${u.serial}` })

// Said once: the server's judgement of what was foreseen is the same stop.
watch(() => (stop.value === null ? '' : `${stop.value.unitId} ${stop.value.place}`), (says) => {
  if (says === '' || stop.value === null) return
  speak(`Off. Off. ${stop.value.place}: ${stop.value.sentence}`)
  void nextTick(() => button.value?.focus())
}, { immediate: true })

async function off(): Promise<void> {
  if (stop.value !== null) await bench.write('state-change', { to: 'discharging' }, stop.value.unitId)
}
</script>

<template>
  <teleport to="body">
    <div v-if="stop !== null && !offSent" class="off" role="alertdialog" aria-modal="true" aria-labelledby="off-word" aria-describedby="off-why">
      <p id="off-word" class="word">OFF</p>
      <p id="off-why" class="why"><template v-if="unit !== ''">{{ unit }}. </template>{{ placeWords(stop.place) }}: {{ stop.sentence }}</p>
      <button v-if="session.mayWrite" ref="button" type="button" @click="off">It is off</button>
      <p class="then">Then prove it discharged, and write what you find. Nothing else is taken.</p>
    </div>
  </teleport>
</template>

<style scoped>
.off { position: fixed; inset: 0; z-index: 4000; background: #7d0f1c; color: #fff; display: grid; align-content: center; justify-items: center; gap: 12px; padding: 20px; border: 22px solid #fff; outline: 10px solid #7d0f1c; outline-offset: -10px; }
p { margin: 0; text-align: center; }
.word { font: 800 min(46vh, 34vw)/0.9 var(--words); letter-spacing: 0.02em; }
.why { font-size: 30px; font-weight: 700; max-width: 30em; line-height: 1.2; }
button { font: 800 30px var(--words); min-height: 84px; min-width: 320px; background: #fff; color: #7d0f1c; border: 4px solid #fff; border-radius: 6px; cursor: pointer; margin-top: 10px; }
button:focus-visible { outline: 6px solid #ffd9a0; outline-offset: 4px; }
.then { font-size: 18px; }
</style>
