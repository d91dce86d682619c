<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import TopBar from '../frame/TopBar.vue'
import DialCard from './DialCard.vue'
import InstrumentsCard from './InstrumentsCard.vue'
import MetersCard from './MetersCard.vue'
import PracticeBench from './PracticeBench.vue'
import RunningCard from './RunningCard.vue'
import ThingsCard from './ThingsCard.vue'

/** What stands on the bench around the amplifier: meters and where they answer, variacs with what their dials give, lamps, loads, probes. */
const session = useSession()
const settings = useQuery({ queryKey: ['shop-settings'], queryFn: () => ask(api.GET('/api/shop/settings')) })
const equipment = useQuery({ queryKey: ['equipment'], queryFn: () => ask(api.GET('/api/equipment')) })
const list = computed(() => equipment.data.value ?? null)
const variacs = computed(() => list.value?.things.filter((t) => t.kind === 'variac') ?? [])
</script>

<template>
  <top-bar />
  <main class="page">
    <h1>Equipment <small v-if="session.me?.role !== 'owner'" class="soft">listed by the shop’s owner</small></h1>
    <p v-for="e in [settings.error.value, equipment.error.value]" v-show="e !== null" :key="String(e)" role="alert" class="out">{{ e?.message }}</p>
    <practice-bench />
    <div class="cards">
      <div class="column"><instruments-card v-if="list !== null" :list="list" /><meters-card v-if="settings.data.value !== undefined" :settings="settings.data.value" /><running-card /></div>
      <div class="column"><dial-card v-for="v in variacs" :key="v.id" :variac="v" :instruments="list?.instruments ?? []" /><things-card v-if="list !== null" :list="list" /></div>
    </div>
  </main>
</template>
