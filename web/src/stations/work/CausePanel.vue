<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSession } from '../../access/session'
import type { Schemas } from '../../api/client'
import { useBench } from '../../frame/bench'
import { partName } from '../common/partName'

/** What was wrong: what a measurement proves is offered; everything else is suspected, or was not found. */
const props = defineProps<{ unit: Schemas['UnitWork'] }>()
const bench = useBench()
const session = useSession()
const text = ref('')
const part = ref('')
const certainty = ref<'suspected' | 'proven' | 'not-found'>('suspected')
const proven = computed(() => new Set(props.unit.proofs.map((p) => p.part)))
const said = computed(() => (certainty.value === 'proven' && !proven.value.has(part.value.trim()) ? 'Nothing that was measured proves it: it is suspected until a part reads bad, or the fault follows it.' : ''))
function take(p: Schemas['UnitWork']['proofs'][number]): void {
  text.value = p.sentence.replace(/\.$/, '')
  part.value = p.part
  certainty.value = 'proven'
}
async function write(): Promise<void> {
  if (text.value.trim() === '' || said.value !== '') return
  await bench.write('cause', { text: text.value.trim(), certainty: certainty.value, ...(part.value.trim() === '' ? {} : { part: part.value.trim() }) })
  text.value = part.value = ''
}
</script>

<template>
  <div class="cause">
    <p class="small"><span class="soft">Complaint:</span> {{ bench.job?.complaint || 'none given' }}</p>
    <ul v-if="unit.causes.length > 0"><li v-for="c in [...unit.causes].reverse()" :key="c.entryId"><b :class="c.certainty === 'proven' ? 'within' : 'watch'">{{ c.certainty.replace('-', ' ') }}</b> <b v-if="c.part !== ''">{{ partName(c.part) }}:</b> {{ c.text }}</li></ul>
    <template v-if="session.mayWrite">
      <p v-if="unit.proofs.length > 0" class="small offers"><span class="soft">Measured bad:</span> <button v-for="p in unit.proofs" :key="p.part" type="button" class="plain act" :title="p.sentence" @click="take(p)">{{ partName(p.part) }}</button></p>
      <form class="row" @submit.prevent="write">
        <select v-model="certainty" aria-label="How sure"><option value="suspected">suspected</option><option value="proven">proven</option><option value="not-found">not found</option></select>
        <input v-model="part" class="m part" maxlength="40" placeholder="part" aria-label="Part"><input v-model="text" maxlength="400" placeholder="what was wrong" aria-label="What was wrong"><button type="submit" :disabled="text.trim() === '' || said !== ''">write</button>
      </form>
      <p v-if="said !== ''" class="small out" role="alert">{{ said }}</p>
    </template>
  </div>
</template>

<style scoped>
.cause { display: grid; gap: 6px; } ul { list-style: none; margin: 0; padding: 0; } li { font-size: 15px; padding: 3px 0; border-bottom: 1px solid var(--fine); }
.offers { display: flex; flex-wrap: wrap; gap: 2px 8px; align-items: center; } .act { color: var(--heart-strong); font-weight: 700; min-height: 32px; padding: 0 4px; }
.row { display: flex; flex-wrap: wrap; gap: 6px; }
input, select { font: 15px var(--words); color: var(--ink); background: var(--field); border: 1px solid var(--line); border-radius: 3px; padding: 4px 8px; min-height: 34px; flex: 1; min-width: 120px; } select, .part { flex: 0 1 auto; min-width: 70px; } .part { width: 80px; }
button:not(.plain) { font: 600 15px var(--words); min-height: 34px; padding: 0 12px; border: 1px solid var(--needle); border-radius: 4px; background: var(--needle); color: var(--on-needle); cursor: pointer; } button:disabled { background: var(--card); color: var(--soft); border-color: var(--line); }
@media (pointer: coarse) { input, select, button { min-height: 44px !important; } }
</style>
