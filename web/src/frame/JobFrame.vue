<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { RouterLink, RouterView } from 'vue-router'
import { useSession } from '../access/session'
import LiveBar from '../live/LiveBar.vue'
import ChassisStrip from '../shelf/ChassisStrip.vue'
import { useBench } from './bench'
import ConditionPanel from './ConditionPanel.vue'
import ConditionStrip from './ConditionStrip.vue'
import StatePanel from './StatePanel.vue'
import StopScreen from './StopScreen.vue'
import StationPath from './StationPath.vue'
import TapeList from './TapeList.vue'

const props = defineProps<{ jobId: string }>()
const bench = useBench()
const session = useSession()
const stating = ref(false)
const switching = ref(false)
const meters = useTemplateRef<InstanceType<typeof LiveBar>>('meters')
let lastEscape = 0

watch(() => props.jobId, (id) => { void bench.open(id) }, { immediate: true })
onBeforeUnmount(() => bench.close())

/** Escape twice: power is off. */
watch(() => bench.settingMeters, (asked) => { if (asked) { bench.settingMeters = false; meters.value?.set() } })
function onKey(e: KeyboardEvent): void {
  if (e.key !== 'Escape' || !session.mayWrite) return
  const now = Date.now()
  if (now - lastEscape < 700 && bench.bench?.state.next.includes('discharging') === true) {
    void bench.write('state-change', { to: 'discharging' })
    stating.value = switching.value = false
    lastEscape = 0
    return
  }
  lastEscape = now
}
onMounted(() => { window.addEventListener('keydown', onKey) })
onBeforeUnmount(() => { window.removeEventListener('keydown', onKey) })
</script>

<template>
  <div v-if="bench.fault !== null" class="page"><h1>This job cannot be opened</h1><p role="alert">{{ bench.fault }} <router-link to="/">Back to the shelf</router-link>.</p></div>
  <div v-else-if="bench.job !== null && bench.bench !== null" class="frame">
    <div class="top"><chassis-strip :except="bench.job.id" /><condition-strip @state="switching = true" @conditions="stating = true" /></div>
    <station-path />
    <main class="board"><router-view @state="switching = true" @conditions="stating = true" /></main>
    <tape-list />
    <live-bar ref="meters" />
    <div id="entry-slot" class="slot" />
    <condition-panel v-model:open="stating" />
    <stop-screen />
    <state-panel v-model:open="switching" @conditions="stating = true" />
  </div>
  <div v-else class="page" aria-busy="true"><p class="soft">{{ bench.away ?? 'Opening the job…' }}</p></div>
</template>

<style scoped>
.frame { height: 100dvh; min-height: 600px; display: grid; grid-template: auto minmax(0, 1fr) auto auto / 178px minmax(0, 1fr) 286px; }
.top, .slot { grid-column: 1 / -1; }
.slot { grid-row: -2; }
.board { min-width: 0; min-height: 0; display: flex; flex-direction: column; }
@media (max-width: 1100px) { .frame { grid-template-columns: 150px minmax(0, 1fr) 206px; } }
@media (max-width: 760px) { .frame { height: auto; grid-template: auto auto auto auto / minmax(0, 1fr); } }
</style>
