<script setup lang="ts">
import { NSelect } from 'naive-ui'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import { methodChoices, type Power } from './usePower'

/** The way of powering up, chosen while the power is off; full mains at once with its reason. */
const props = defineProps<{ power: Power }>()
const bench = useBench()
const session = useSession()
const asking = ref(false)
const reason = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
const mayChoose = computed(() => session.mayWrite && bench.state !== 'ramping' && bench.state !== 'energised')
const options = computed(() => methodChoices.map((m) => (m.value === props.power.choice.method && !props.power.choice.chosen ? { ...m, label: `${m.label}, as usual here` } : m)))

async function choose(method: Power['choice']['method']): Promise<void> {
  asking.value = method === 'straight'
  if (asking.value) { await nextTick(); field.value?.focus(); return }
  await bench.write('power-choice', { method })
}
async function straight(): Promise<void> {
  if (reason.value.trim() === '') return
  await bench.write('power-choice', { method: 'straight', reason: reason.value.trim() })
  asking.value = false
}
</script>

<template>
  <form v-if="asking" class="why" @submit.prevent="straight"><label class="sr" for="why-straight">Why it is known to be good</label><input id="why-straight" ref="field" v-model="reason" maxlength="400" placeholder="Why it is known to be good" @keydown.esc.stop="asking = false"><button type="submit" :disabled="reason.trim() === ''">Choose it</button></form>
  <div v-else class="method"><label class="sr" for="method">Way of powering up</label><n-select :value="power.choice.method" :disabled="!mayChoose" :options="options" size="large" :input-props="{ id: 'method' }" :title="power.choice.reason" @update:value="choose" /></div>
</template>

<style scoped>
.method, .why { flex: 1; min-width: 0; }
.why { display: flex; gap: 6px; }
input { flex: 1; min-width: 0; min-height: 44px; font: inherit; color: inherit; background: var(--field); border: 2px solid var(--ink); border-radius: 4px; padding: 0 8px; }
button { min-height: 44px; padding: 0 14px; font: 700 16px var(--words); border: 1px solid var(--line); border-radius: 4px; background: var(--sap); color: var(--ink); cursor: pointer; }
</style>
