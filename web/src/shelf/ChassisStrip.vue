<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useNow, waited } from '../frame/time'
import { dangerWords, isLive, useUnprovedChassis } from './chassis'

/** What is on elsewhere in the shop, or holds a charge for all that anybody knows; on every screen. The job in hand speaks for itself. */
const props = defineProps<{ except?: string }>()
const { all, isUnknown } = useUnprovedChassis()
const now = useNow(5000)
/** What fits in one line; the rest stands on the shelf. */
const most = 3
const here = computed(() => all.value.filter((c) => c.jobId !== props.except && !c.isFromBookIn))
const shown = computed(() => here.value.slice(0, most))
</script>

<template>
  <p v-if="isUnknown" class="unknown" role="status">Which chassis of the shop are on cannot be asked just now: take every one for live.</p>
  <nav v-if="here.length > 0" class="strip" aria-label="On or not proved discharged">
    <router-link v-for="c in shown" :key="c.jobId + c.unitId" :to="`/jobs/${c.jobId}`" :class="{ live: isLive(c) }">
      <span class="sign" aria-hidden="true">{{ isLive(c) ? '⚡' : '◐' }}</span><span class="tag m">{{ c.tag }}</span><span v-if="here.length < most" class="what">{{ c.model }}</span><b>{{ dangerWords(c) }}</b><span class="m">{{ waited(c.since, now) }}</span>
    </router-link>
    <router-link v-if="here.length > most" to="/" class="rest">and {{ here.length - most }} more</router-link>
  </nav>
</template>

<style scoped>
.strip { display: flex; background: var(--sap); overflow: hidden; border-bottom: 3px solid var(--ink); }
a { display: flex; align-items: center; gap: 10px; min-height: 44px; padding: 0 18px; color: var(--ink); text-decoration: none; white-space: nowrap; border-right: 2px solid var(--line); }
a.live { background: #96480f; color: #fffdf6; border-right-color: #fffdf6; }
.unknown { margin: 0; padding: 6px 18px; font-weight: 700; background: var(--sap); color: var(--ink); border-bottom: 3px solid var(--ink); }
.tag { font-weight: 700; border: 2px solid currentcolor; border-radius: 4px; padding: 0 6px; }
.sign { font-size: 20px; }
a:focus-visible { outline-offset: -4px; }
a.live:focus-visible { outline-color: #fffdf6; }
@media (max-width: 760px) { .strip { flex-wrap: wrap; } .what { display: none; } }
</style>
