<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import type { Schemas } from '../../api/client'
import { useBench } from '../../frame/bench'
import { amount, minorOf } from '../../owner/money'

/** What goes in for a part: what it should be, where it came from, what it cost; and what is said of it where nobody said yes. */
const props = defineProps<{ part: string; detail: Schemas['WorkDetail'] }>()
const bench = useBench()
const session = useSession()
const value = ref('new')
const source = ref('')
const cost = ref('')
const why = ref('')
const other = ref({ why: '', undo: '', agreed: '' })
const opened = ref<'' | 'order' | 'other' | 'fit'>('')
watch(() => props.part, () => { value.value = 'new'; source.value = localStorage.getItem('partsFrom') ?? ''; cost.value = ''; why.value = ''; opened.value = '' }, { immediate: true })
const isDead = computed(() => bench.state === 'dead')
const costMinor = computed(() => (cost.value.trim() === '' ? null : minorOf(cost.value)))
const wrong = computed(() => (cost.value.trim() !== '' && costMinor.value === null ? `“${cost.value}” is no price: 12 or 12.50` : ''))
const fitted = computed(() => props.detail.fitted.at(-1) ?? null)
const isOther = computed(() => value.value.trim() !== '' && !/^(new|repaired|drawn)$/i.test(value.value.trim()))

async function fit(): Promise<void> {
  if (wrong.value !== '' || value.value.trim() === '') return
  if (source.value.trim() !== '') localStorage.setItem('partsFrom', source.value.trim())
  const supplied = { ...(source.value.trim() === '' ? {} : { source: source.value.trim() }), ...(costMinor.value === null ? {} : { costMinor: costMinor.value }) }
  await bench.write('as-fitted', { text: `${props.part} ${value.value.trim()}`, ...(Object.keys(supplied).length === 0 ? {} : { with: supplied }) })
  opened.value = isOther.value ? 'other' : ''
  cost.value = ''
}
async function order(): Promise<void> {
  if (why.value.trim() === '') return
  await bench.write('work-order', { part: props.part, why: why.value.trim() })
  opened.value = ''
}
async function explain(): Promise<void> {
  const o = other.value
  if ([o.why, o.undo, o.agreed].some((t) => t.trim() === '')) return
  await bench.write('modification', { part: props.part, why: o.why.trim(), undo: o.undo.trim(), agreed: o.agreed.trim() })
  opened.value = ''
}
</script>

<template>
  <section class="fitting" aria-label="The exchange">
    <p v-if="detail.ordered" class="small"><b class="within">{{ detail.orderWhy === '' ? 'The owner said yes' : 'Without the owner’s yes' }}</b> <span class="soft">{{ detail.orderWhy === '' ? detail.order : detail.orderWhy }}</span></p>
    <p v-else class="small"><b class="watch">Not approved.</b> <button v-if="session.mayWrite && opened !== 'order'" type="button" class="plain act" @click="opened = 'order'">say why it is done all the same</button></p>
    <form v-if="opened === 'order'" class="row" @submit.prevent="order"><input v-model="why" maxlength="400" placeholder="said yes on the telephone; our own slip" aria-label="Why without a yes"><button type="submit" :disabled="why.trim() === ''">write</button></form>
    <p v-if="fitted !== null" class="small">In: <b class="m">{{ fitted.text }}</b> <span class="soft">{{ [fitted.source, fitted.costMinor === null ? '' : amount(fitted.costMinor)].filter((t) => t !== '').join(' · ') }}</span></p>
    <p v-if="detail.explained !== null" class="small soft">Another than drawn: {{ detail.explained }}</p>
    <template v-if="session.mayWrite">
      <form v-if="fitted === null || opened === 'fit'" class="row" @submit.prevent="fit">
        <input v-model="source" class="source" maxlength="120" placeholder="from: stock, drawer 3, a supplier" aria-label="Where it came from"><input v-model="value" class="m value" maxlength="40" aria-label="What goes in" autocapitalize="none" spellcheck="false"><input v-model="cost" class="m cost" placeholder="0.00" aria-label="What it cost"><button type="submit" :disabled="!isDead || wrong !== '' || value.trim() === ''">fit</button>
      </form>
      <p v-if="detail.proposal !== '' && (fitted === null || opened === 'fit')" class="small soft">Wanted here: <b class="m">{{ detail.proposal }}</b></p>
      <p v-if="wrong !== ''" class="small out" role="alert">{{ wrong }}</p>
      <p v-else-if="!isDead && fitted === null" class="small soft">Parts are changed on a dead chassis.</p>
      <p v-if="isOther || fitted !== null" class="small acts"><button v-if="fitted !== null && opened !== 'fit'" type="button" class="plain act" @click="opened = 'fit'">another one goes in</button><button v-if="opened !== 'other'" type="button" class="plain act" @click="opened = 'other'">another value on purpose</button></p>
      <form v-if="opened === 'other'" class="other" @submit.prevent="explain">
        <input v-model="other.why" maxlength="400" placeholder="why" aria-label="Why it is another"><input v-model="other.undo" maxlength="400" placeholder="how to undo it" aria-label="How to undo it"><input v-model="other.agreed" maxlength="200" placeholder="who agreed" aria-label="Who agreed"><button type="submit" :disabled="[other.why, other.undo, other.agreed].some((t) => t.trim() === '')">write</button>
      </form>
    </template>
  </section>
</template>

<style scoped>
.fitting { display: grid; gap: 6px; border-top: 1px solid var(--line); padding-top: 6px; }
.row, .other { display: flex; flex-wrap: wrap; gap: 6px; }
input { font: 15px var(--words); color: var(--ink); background: var(--field); border: 1px solid var(--line); border-radius: 3px; padding: 4px 8px; min-height: 34px; flex: 1; min-width: 90px; }
input.value { flex: 1 1 84px; min-width: 64px; } input.source { flex-basis: 100%; } input.cost { flex: 0 1 70px; min-width: 60px; text-align: right; }
button:not(.plain) { font: 600 15px var(--words); min-height: 34px; padding: 0 12px; border: 1px solid var(--needle); border-radius: 4px; background: var(--needle); color: var(--on-needle); cursor: pointer; }
button:disabled { background: var(--card); color: var(--soft); border-color: var(--line); cursor: default; }
.acts { display: flex; flex-wrap: wrap; gap: 2px 14px; } .act { color: var(--heart-strong); font-weight: 600; text-align: left; min-height: 30px; }
@media (pointer: coarse) { input, button { min-height: 44px !important; } }
</style>
