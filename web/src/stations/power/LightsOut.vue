<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { useBench } from '../../frame/bench'
import { timeFactor } from '../../frame/time'
import { speak } from '../../live/speech'

/** Lights out: everything is dark but the clock and the question; after half a minute every output tube is asked about. */
const props = defineProps<{ positions: string[] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ closed: [] }>()
const bench = useBench()
const darkSeconds = 30
const choices = [['none', 'none'], ['faint-blue', 'faint blue'], ['red-plate', 'red plate'], ['red-screen', 'red screen']] as const
const left = ref(darkSeconds)
const at = ref(0)
const sheet = useTemplateRef<HTMLElement>('sheet')
let timer: ReturnType<typeof setInterval> | undefined
const asked = computed(() => (left.value > 0 ? null : (props.positions[at.value] ?? null)))

function close(): void { clearInterval(timer); open.value = false; void nextTick(() => { emit('closed') }) }
watch(open, (is) => {
  clearInterval(timer)
  if (!is) return
  left.value = darkSeconds
  at.value = 0
  const begun = performance.now()
  timer = setInterval(() => {
    left.value = Math.max(0, Math.ceil(darkSeconds - ((performance.now() - begun) / 1000) * timeFactor.value))
    if (left.value === 0) { clearInterval(timer); if (asked.value !== null) speak(`${asked.value}: none, faint blue, red plate, red screen?`) }
  }, 200)
  void nextTick(() => sheet.value?.focus())
}, { immediate: true })
onBeforeUnmount(() => { clearInterval(timer) })

async function answer(choice: string): Promise<void> {
  const position = asked.value
  if (position === null) {
    // Red is seen at once, and is no matter of half a minute.
    if (!choice.startsWith('red')) return
    left.value = 0
    return
  }
  await bench.write('trial', { test: 'lights-out', part: position, text: choice })
  at.value += 1
  if (choice.startsWith('red') || at.value >= props.positions.length) close()
}
/** In the dark nobody sees where the focus is: what was still being written may have taken it. */
useEventListener(window, 'keydown', (e: KeyboardEvent) => { if (open.value) onKey(e) }, { capture: true })
function onKey(e: KeyboardEvent): void {
  if (e.key === 'Escape') { close(); return } // twice is off: the frame hears it too
  const choice = /^[1-4]$/.test(e.key) ? choices[Number(e.key) - 1] : undefined
  if (choice !== undefined) { e.preventDefault(); void answer(choice[0]) }
}
</script>

<template>
  <teleport to="body">
    <div v-if="open" ref="sheet" class="dark" role="dialog" aria-modal="true" aria-label="Lights out" tabindex="-1">
      <p class="clock m" role="timer">{{ left > 0 ? left : '' }}</p>
      <template v-if="left > 0"><p class="ask">Look at the plates and the screens.</p></template>
      <template v-else-if="asked !== null"><p class="ask"><b class="m">{{ asked }}</b></p></template>
      <div class="choices"><button v-for="(c, n) in choices" :key="c[0]" type="button" :disabled="left > 0 && !c[0].startsWith('red')" @click="answer(c[0])"><kbd>{{ n + 1 }}</kbd> {{ c[1] }}</button></div>
      <p class="foot">Off is Esc Esc. <button type="button" @click="close">Light</button></p>
    </div>
  </teleport>
</template>

<style scoped>
.dark { position: fixed; inset: 0; z-index: 3000; background: #000; color: #a8703a; display: grid; align-content: center; justify-items: center; gap: 18px; outline: none; }
p { margin: 0; }
.clock { font-size: 120px; line-height: 1; min-height: 120px; }
.ask { font-size: 26px; } .ask b { font-size: 72px; }
.choices { display: flex; gap: 14px; flex-wrap: wrap; justify-content: center; }
button { font: 700 20px var(--words); min-height: 64px; min-width: 150px; background: #000; color: #a8703a; border: 1px solid #a8703a; border-radius: 4px; cursor: pointer; }
button:disabled { opacity: 0.45; }
kbd { background: #000; color: inherit; border-color: #a8703a; }
.foot { position: absolute; bottom: 18px; } .foot button { min-height: 44px; min-width: 90px; font-size: 16px; }
</style>
