<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { Schemas } from '../../api/client'
import { amount } from '../../owner/money'
import { partName } from '../common/partName'

/** While something is open: what else there the boards call worn, and what one more costs now. */
defineProps<{ unit: Schemas['UnitWork']; currency: string }>()
const says: Record<string, string> = { yes: 'yes', no: 'the owner said no', later: 'the owner said later', 'not-asked': 'not asked yet' }
</script>

<template>
  <div class="openings">
    <section v-for="o in unit.openings.filter((x) => x.name !== '')" :key="o.name">
      <h2>With {{ o.name }}</h2>
      <p v-if="o.also.length === 0" class="small soft">Nothing else there is called worn.</p>
      <ul v-else><li v-for="a in o.also" :key="a.part"><router-link :to="{ name: 'station', params: { station: a.station }, query: { part: a.part } }"><b>{{ partName(a.part) }}</b></router-link> <b class="m" :title="`${currency}, while it is open`">+{{ amount(a.marginalMinor) }}</b> <router-link v-if="a.says === 'not-asked'" :to="{ name: 'owners-word' }">ask</router-link><span v-else class="soft nowrap">{{ says[a.says] }}</span> <span class="why" :title="a.why">{{ a.why }}</span></li></ul>
    </section>
    <p v-if="unit.openings.every((x) => x.name === '')" class="small soft">Nothing that was ordered needs anything opened. What else an opening would reach stands here once the owner has said yes to it.</p>
  </div>
</template>

<style scoped>
.openings { display: grid; grid-template-columns: minmax(0, 1fr); gap: 8px; } .nowrap { white-space: nowrap; } h2 { font-size: 15px; }
ul { list-style: none; margin: 2px 0 0; padding: 0; } li { display: flex; gap: 8px; align-items: baseline; min-height: 30px; font-size: 15px; border-bottom: 1px solid var(--fine); }
.why { flex: 1; min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; color: var(--soft); }
</style>
