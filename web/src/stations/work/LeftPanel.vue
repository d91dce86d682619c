<script setup lang="ts">
import { reactive, ref } from 'vue'
import { useSession } from '../../access/session'
import type { Schemas } from '../../api/client'
import { useBench, type Payloads } from '../../frame/bench'
import { partName } from '../common/partName'

/** What is left for later: close-out asks about it, and the next visit begins with it. */
defineProps<{ unit: Schemas['UnitWork'] }>()
const bench = useBench()
const session = useSession()
const sort = ref<Payloads['open-end']['sort']>('stopgap')
const sorts: { value: Payloads['open-end']['sort']; label: string }[] = [{ value: 'stopgap', label: 'stopgap part' }, { value: 'temporary', label: 'temporary fixing' }, { value: 'deferred', label: 'put off' }, { value: 'untested', label: 'not tested' }, { value: 'promised', label: 'promised' }]
const text = ref('')
const how = reactive<Record<string, string>>({})
async function write(): Promise<void> {
  if (text.value.trim() === '') return
  const m = /^([A-Z][A-Za-z0-9/]*):\s+(\S.*)$/.exec(text.value.trim())
  await bench.write('open-end', { sort: sort.value, text: m?.[2] ?? text.value.trim(), ...(m?.[1] === undefined ? {} : { part: m[1] }) })
  text.value = ''
}
async function close(entryId: string): Promise<void> {
  const said = (how[entryId] ?? '').trim()
  if (said === '') return
  await bench.write('open-end-closed', { end: entryId, how: said })
}
</script>

<template>
  <div class="left-over">
    <ul v-if="unit.openEnds.length > 0"><li v-for="e in unit.openEnds" :key="e.entryId" :class="{ shut: e.closed !== null }"><span><b>{{ sorts.find((s) => s.value === e.sort)?.label }}</b> <b v-if="e.part !== ''">{{ partName(e.part) }}:</b> {{ e.text }}</span><span v-if="e.closed !== null" class="soft small">closed: {{ e.closed }}</span><form v-else-if="session.mayWrite" class="row" @submit.prevent="close(e.entryId)"><input v-model="how[e.entryId]" maxlength="400" placeholder="how it ended" :aria-label="`How it ended: ${e.text}`"><button type="submit" :disabled="(how[e.entryId] ?? '').trim() === ''">close</button></form></li></ul>
    <p v-else class="small soft">Nothing is left for later. A stopgap that goes in, a fixing that will not last, a promised test: written here, they are asked about before it leaves.</p>
    <form v-if="session.mayWrite" class="row" @submit.prevent="write"><select v-model="sort" aria-label="What is left"><option v-for="s in sorts" :key="s.value" :value="s.value">{{ s.label }}</option></select><input v-model="text" maxlength="400" placeholder="C1: two 22 µF until the can comes" aria-label="What is left for later"><button type="submit" :disabled="text.trim() === ''">write</button></form>
  </div>
</template>

<style scoped>
.left-over { display: grid; gap: 6px; } ul { list-style: none; margin: 0; padding: 0; } li { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; justify-content: space-between; font-size: 15px; padding: 3px 0; border-bottom: 1px solid var(--fine); } .shut > span:first-child { text-decoration: line-through; color: var(--soft); }
.row { display: flex; flex-wrap: wrap; gap: 6px; }
input, select { font: 15px var(--words); color: var(--ink); background: var(--field); border: 1px solid var(--line); border-radius: 3px; padding: 4px 8px; min-height: 34px; flex: 1; min-width: 120px; } select { flex: 0 1 auto; }
button { font: 600 15px var(--words); min-height: 34px; padding: 0 12px; border: 1px solid var(--needle); border-radius: 4px; background: var(--needle); color: var(--on-needle); cursor: pointer; } button:disabled { background: var(--card); color: var(--soft); border-color: var(--line); }
@media (pointer: coarse) { input, select, button { min-height: 44px; } }
</style>
