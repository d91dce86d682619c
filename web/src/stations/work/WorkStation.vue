<script setup lang="ts">
import { computed, watch } from 'vue'
import { RouterLink } from 'vue-router'
import StationPage from '../common/StationPage.vue'
import { detailOf } from '../common/detail'
import { useStation } from '../common/useStation'
import AroundWork from './AroundWork.vue'
import FitForm from './FitForm.vue'
import WorkClock from './WorkClock.vue'
import { useWork } from './useWork'

/** What was ordered, part by part: measured, fitted, read back. */
const props = defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation(props.name)
const { work, unit, fault } = useWork()
// A part that is in is read back next; a tube that is in leads on to the next part.
const lit = computed(() => ({ key: station.current.value?.key ?? '', isFit: station.current.value?.step.test === 'fit', given: station.current.value?.step.given ?? null, item: station.item.value }))
watch(lit, (now, before) => {
  if (!now.isFit || now.key !== before.key || now.given === null || before.given !== null) return
  if (now.item?.steps.some((s) => s.given === null && !s.optional) === true) station.chooseItem(now.item.part)
  else station.choose('')
})
</script>

<template>
  <station-page :station="station" @state="emit('state')" @conditions="emit('conditions')">
    <template #head><work-clock v-if="work !== null" :work="work" /></template>
    <template #empty>
      <h2>No work is ordered yet</h2>
      <p>What the owner says yes to at <router-link :to="{ name: 'owners-word' }">Owner’s word</router-link> stands here, grouped by what must be open for it. A part that was exchanged already shows up by itself.</p>
      <around-work v-if="unit !== null && station.board.value !== null" class="around" :board="station.board.value" :unit="unit" :currency="work?.money.currency ?? ''" :fault="fault" />
    </template>
    <template #under><around-work v-if="unit !== null && station.board.value !== null" :board="station.board.value" :unit="unit" :currency="work?.money.currency ?? ''" :fault="fault" /></template>
    <template #beside="{ item }"><fit-form v-if="detailOf(item, 'work') !== null" :part="item.part" :detail="detailOf(item, 'work')!" /></template>
  </station-page>
</template>

<style scoped>
.around { margin-top: 14px; text-align: left; }
</style>
