<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import { dayTime } from '../frame/time'
import TopBar from '../frame/TopBar.vue'
import BiasCard from './BiasCard.vue'
import CalendarCard from './CalendarCard.vue'
import HeadCard from './HeadCard.vue'
import PasswordCard from './PasswordCard.vue'
import PeopleCard from './PeopleCard.vue'
import PracticeCard from './PracticeCard.vue'
import PricesCard from './PricesCard.vue'

/** How the shop works: its owner sets it, everybody may read it, every change keeps its hand. */
const session = useSession()
const query = useQuery({ queryKey: ['shop-settings'], queryFn: () => ask(api.GET('/api/shop/settings')) })
const settings = computed(() => query.data.value ?? null)
const parts: Record<string, string> = { head: 'On paper', prices: 'What we charge', practice: 'How we work', meter: 'Meter listed', person: 'People', calendar: 'Calendar', equipment: 'Equipment', instrument: 'Meter on the network' }
</script>

<template>
  <top-bar />
  <main class="page">
    <h1>The shop <small v-if="session.me?.role !== 'owner'" class="soft">set by its owner</small></h1>
    <p v-if="query.error.value !== null" role="alert" class="out">{{ query.error.value.message }}</p>
    <div v-if="settings !== null" class="cards">
      <div class="column"><head-card :settings="settings" /><practice-card :settings="settings" /><bias-card :settings="settings" /><people-card v-if="session.me?.role === 'owner'" /></div>
      <div class="column"><prices-card :settings="settings" /><calendar-card /><password-card /></div>
      <section class="card changes wide" aria-label="Changes">
        <h2>Changes</h2>
        <p v-if="settings.changes.length === 0" class="soft">None yet. Each will stand here with its hand and what was before.</p>
        <ul v-else tabindex="0" aria-label="Changes, newest first">
          <li v-for="c in settings.changes" :key="c.at + c.what"><b>{{ parts[c.what] }}{{ c.about === '' ? '' : `: ${c.about}` }}</b> <span class="small soft">{{ session.nameOf(c.personId) }}, {{ dayTime(c.at, session.shop?.timeZone ?? 'UTC') }}</span>
            <div v-if="c.what === 'person'" class="m small">{{ c.changed.filter((f) => f.field !== 'name').map((f) => `${f.field} ${f.before === '' ? '' : `${f.before} → `}${f.after}`).join(', ') }}</div>
            <div v-else-if="c.what !== 'meter'" class="m small"><span v-for="f in c.changed" :key="f.field" class="one">{{ f.field }}: {{ f.before === '' ? '–' : f.before }} → {{ f.after === '' ? '–' : f.after }}</span></div></li>
        </ul>
      </section>
    </div>
  </main>
</template>

<style scoped>
.changes { padding: 14px 16px; }
.changes ul { margin: 8px 0 0; padding: 0; list-style: none; display: grid; gap: 10px; max-height: 420px; overflow: auto; }
.one { display: block; overflow-wrap: anywhere; }
</style>
