<script setup lang="ts">
import { NSelect } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import { api, ask, type Schemas } from '../../api/client'
import { useBench } from '../../frame/bench'
import SubstitutionCard from '../../sheets/SubstitutionCard.vue'
import FromDrawer from './FromDrawer.vue'

/** Before another tube goes in: what its type changes here, by the model; and the swap that shows what a fault follows. */
const props = defineProps<{ position: string; type: string | null; partners: string[]; set: string[] }>()
const session = useSession()
const bench = useBench()
const other = ref<string | null>(null)
const found = ref<Schemas['WhatIf']['substitutions']>([])
const fault = ref('')
const version = computed(() => bench.unit?.sheet?.versionId ?? null)
const types = computed(() => (session.shop?.tubeTypes ?? []).filter((t) => t !== props.type).map((value) => ({ value, label: value })))
const isDead = computed(() => bench.state === 'dead')
watch(() => props.position, () => { other.value = null; found.value = []; fault.value = '' })

let asked = 0
watch(other, async (type) => {
  const own = ++asked
  found.value = []
  fault.value = ''
  if (type === null || version.value === null) return
  try {
    const answer = await ask(api.POST('/api/sheet-versions/{versionId}/what-if', { params: { path: { versionId: version.value } }, body: { changes: [`${props.position} ${type}`] } }))
    if (own === asked) found.value = answer.substitutions
  } catch (e) {
    if (own === asked) fault.value = e instanceof Error ? e.message : String(e)
  }
})
async function change(text: string): Promise<void> {
  await bench.write('as-fitted', { text })
  other.value = null
}
</script>

<template>
  <div v-if="session.mayWrite" class="fitting">
    <label class="small soft" for="other-type">Another type in {{ position }}</label>
    <n-select v-model:value="other" class="types" size="small" filterable clearable placeholder="what would change" :options="types" :input-props="{ id: 'other-type' }" />
    <template v-if="other === null"><button v-for="p in partners" :key="p" type="button" :disabled="!isDead" :title="isDead ? '' : 'only on a dead chassis'" @click="change(`swap ${position} ${p}`)">swap with {{ p }}</button></template>
    <button v-else type="button" :disabled="!isDead" @click="change(`${position} ${other ?? ''}`)">fit {{ other }}</button>
    <p v-if="!isDead && (partners.length > 0 || other !== null)" class="small soft why">Tubes go in and out on a dead chassis.</p>
    <p v-if="fault !== ''" class="small out why" role="alert">{{ fault }}</p>
    <p v-if="other !== null && version === null" class="small soft why">No sheet says what it would change.</p>
    <from-drawer v-if="other === null && type !== null" :position="position" :type="type" :set="set" />
    <substitution-card v-for="s in found" :key="s.headline" class="why" :substitution="s" />
  </div>
</template>

<style scoped>
.fitting { display: flex; flex-wrap: wrap; gap: 6px 8px; align-items: center; border-top: 1px solid var(--line); padding-top: 6px; }
.types { width: 168px; }
.why { flex-basis: 100%; margin: 0; }
button { font: 15px var(--words); min-height: 34px; padding: 0 10px; border: 1px solid var(--line); border-radius: 4px; background: var(--card); color: var(--ink); cursor: pointer; }
button:disabled { color: var(--soft); cursor: default; }
@media (pointer: coarse) { button { min-height: 44px; } }
</style>
