<script setup lang="ts">
import { NSelect } from 'naive-ui'
import { computed } from 'vue'
import StationPage from '../common/StationPage.vue'
import type { Schemas } from '../../api/client'
import { detailOf } from '../common/detail'
import ReformRun from './ReformRun.vue'
import { usePractice } from '../common/usePractice'
import { useStation, type BoardItem } from '../common/useStation'

const props = defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation(props.name)
const practice = usePractice(() => station.board.value?.practice)

const schools = [{ value: 'measure-first', label: 'measure first' }, { value: 'age-first', label: 'age first' }, { value: 'labour-first', label: 'labour first' }]
const school = computed(() => schools.find((s) => s.value === station.board.value?.practice.capacitorSchool)?.label ?? '')
const replacement = (item: BoardItem): string => detailOf(item, 'capacitor')?.replacement.text ?? ''
const limited = (item: BoardItem): string => detailOf(item, 'capacitor')?.replacement.limitedBy ?? ''
const reform = (item: BoardItem): Schemas['Reform'] | null => detailOf(item, 'capacitor')?.reform ?? null
const removed = computed(() => (station.board.value?.items ?? []).filter((i) => i.verdict === 'out' || i.verdict === 'danger').map((i) => i.part))
</script>

<template>
  <station-page :station="station" @state="emit('state')" @conditions="emit('conditions')">
    <template #head>
      <span class="head">
        <a v-if="removed.length > 0" :href="`/api/jobs/${station.ids.value.jobId}/units/${station.ids.value.unitId}/labels.pdf?parts=${removed.join(',')}`" target="_blank" rel="noopener">Labels, PDF</a>
        <n-select v-if="practice.maySet.value" class="school" size="small" :value="station.board.value?.practice.capacitorSchool ?? 'measure-first'" :options="schools" aria-label="School" @update:value="(capacitorSchool) => practice.set({ capacitorSchool })" />
        <small v-else>{{ school }}</small>
      </span>
    </template>
    <template #beside="{ item }">
      <p v-if="item.verdict === 'out' || item.verdict === 'danger' || item.verdict === 'watch'" class="fit"><b>Fit:</b> <span class="m">{{ replacement(item) }}</span><span v-if="limited(item) !== ''" class="soft"> (no more for a {{ limited(item) }})</span></p>
      <reform-run v-if="reform(item) !== null" :reform="reform(item)!" />
    </template>
  </station-page>
</template>

<style scoped>
.head { margin-left: auto; display: flex; gap: 14px; align-items: center; font-size: 14px; font-weight: 400; white-space: nowrap; }
.school { width: 150px; }
</style>
