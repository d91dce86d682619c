<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import { queries } from '../api/queries'
import { useEquipment } from './useEquipment'

/** The simulated amplifier of a demo shop: one press connects its meters; nobody can be hurt by it. */
const session = useSession()
const query = useQuery({ queryKey: ['practice-bench'], queryFn: () => ask(api.GET('/api/practice-bench')) })
const bench = computed(() => query.data.value?.bench ?? null)
const { fault, isBusy, run } = useEquipment()

const connect = (): Promise<boolean> => run(async () => {
  queries.setQueryData(['practice-bench'], await ask(api.POST('/api/practice-bench')))
  await Promise.all([session.load(), queries.invalidateQueries({ queryKey: ['equipment'] })])
})
</script>

<template>
  <section v-if="bench !== null" class="practice" aria-label="Practice bench">
    <p><b>Practice bench.</b> A simulated {{ bench.sheet }} behind simulated meters, to try everything on: it cannot hurt anybody.</p>
    <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
    <p class="row">
      <n-button v-if="!bench.connected && session.mayWrite" type="primary" size="large" :disabled="isBusy" @click="connect">Connect the practice bench</n-button>
      <span v-else-if="bench.connected" class="within">Connected: set its meters on a {{ bench.sheet }} job, while it is dead.</span>
      <a :href="bench.panel" target="_blank" rel="noopener">Its front panel: switch, variac, probes</a>
    </p>
  </section>
</template>

<style scoped>
.practice { margin-top: 12px; border-left: 6px solid var(--needle); background: var(--card); padding: 10px 14px; display: grid; gap: 6px; }
.row { display: flex; gap: 18px; align-items: center; flex-wrap: wrap; min-height: 44px; }
.row a { min-height: 44px; display: inline-flex; align-items: center; }
</style>
