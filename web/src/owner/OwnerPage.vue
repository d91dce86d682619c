<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, reactive, ref } from 'vue'
import { api, ask, type Schemas } from '../api/client'
import { amount, answers as choices, type Answer } from './money'

/** The estimate as the owner of the amplifier reads it on a phone: yes, no or later to every line, a note, and one send. */
const props = defineProps<{ token: string }>()
const estimate = ref<Schemas['OwnersEstimate'] | null>(null)
const offer = ref<Schemas['Offer'] | null>(null)
const fault = ref('')
const given = reactive<Record<string, Answer>>({})
const note = ref('')
const sending = ref(false)
const path = { path: { token: props.token } }

onMounted(async () => {
  try {
    estimate.value = await ask(api.GET('/api/owner/{token}', { params: path }))
    offer.value = estimate.value.offer
    Object.assign(given, estimate.value.answers)
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
})
const lines = computed(() => offer.value?.lines ?? [])
const groups = computed(() => (estimate.value?.tiers ?? []).map((t) => ({ ...t, lines: lines.value.filter((l) => l.tier === t.tier) })).filter((g) => g.lines.length > 0))
const open = computed(() => lines.value.filter((l) => given[l.id] === undefined).length)
const price = useDebounceFn(async () => {
  try {
    offer.value = await ask(api.POST('/api/owner/{token}/price', { params: path, body: { answers: given } }))
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
}, 120)
function say(line: string, answer: Answer): void {
  given[line] = answer
  void price()
}
async function send(): Promise<void> {
  fault.value = ''
  sending.value = true
  try {
    estimate.value = await ask(api.POST('/api/owner/{token}/answer', { params: path, body: { answers: given, ...(note.value.trim() === '' ? {} : { note: note.value }) } }))
    offer.value = estimate.value.offer
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  } finally {
    sending.value = false
  }
}
const day = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
</script>

<template>
  <main class="word">
    <template v-if="estimate !== null && offer !== null">
      <header><p><b>{{ estimate.shop.name }}</b><br><span class="soft">{{ estimate.shop.address }}</span></p><h1>Your {{ estimate.amplifiers.join(' and your ') }}</h1><p class="soft">Estimate of {{ day(estimate.sentAt) }}, valid until {{ day(estimate.validUntil) }}.</p></header>
      <p v-if="estimate.isAnswered" class="fit" role="status"><b>Your answer has reached the shop.</b> Ring them if you want something else.</p>
      <p v-else>Say yes, no or later to each line, then send. Nothing is done without your yes.</p>
      <section v-for="g in groups" :key="g.tier" :aria-label="g.words">
        <h2 :class="g.tier">{{ g.words }}</h2>
        <article v-for="l in g.lines" :key="l.id" class="card">
          <h3>{{ l.text }}</h3>
          <p v-if="l.why !== ''" class="small">{{ l.why }}</p>
          <p class="price"><b class="m">{{ offer.currency }} {{ amount(given[l.id] === 'yes' ? l.netMinor : l.marginalMinor) }}</b><span v-if="l.openings.length > 0 && given[l.id] !== 'yes' && l.marginalMinor < l.aloneMinor" class="small soft"> while it is open; alone {{ amount(l.aloneMinor) }}</span></p>
          <div class="says" role="radiogroup" :aria-label="l.text">
            <button v-for="c in choices" :key="c.value" type="button" role="radio" :aria-checked="given[l.id] === c.value" :disabled="estimate.isAnswered" @click="say(l.id, c.value)">{{ c.label }}</button>
          </div>
        </article>
      </section>
      <label class="said" for="note">A word to the shop</label>
      <textarea id="note" v-model="note" rows="3" maxlength="1000" :disabled="estimate.isAnswered" />
      <p v-if="offer.note !== ''" class="small">{{ offer.note }}</p>
      <p v-if="estimate.school !== ''" class="small soft">{{ estimate.school }}</p>
      <footer class="sum">
        <p><span v-for="x in offer.totals.taxes" :key="x.basisPoints" class="small soft">{{ amount(x.netMinor) }} and {{ x.basisPoints / 100 }} % tax · </span><b class="m">{{ offer.currency }} {{ amount(offer.totals.grossMinor) }}</b></p>
        <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
        <button v-if="!estimate.isAnswered" id="send-answer" type="button" class="send" :disabled="open > 0 || sending" @click="send">{{ open > 0 ? `${open} to go` : 'Send my answer' }}</button>
      </footer>
    </template>
    <p v-else-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
    <p v-else class="soft">Opening…</p>
  </main>
</template>

<style scoped>
/* What takes the focus stops above the sum at the foot. */
:global(html:has(.word .sum)) { scroll-padding-bottom: 180px; }
.word { max-width: 620px; margin: 0 auto; padding: 16px 16px 40px; display: flex; flex-direction: column; gap: 12px; font-size: 17px; }
h1 { font-size: 24px; } h2 { font-size: 17px; margin: 8px 0 6px; border-bottom: 2px solid var(--line); } h2.unsafe-without { border-color: var(--danger); color: var(--danger); } h3 { font-size: 17px; }
article { padding: 10px 12px; margin-bottom: 8px; display: grid; gap: 4px; }
.price b { font-size: 20px; }
.says { display: grid; grid-template-columns: repeat(3, 1fr); gap: 6px; }
.says button { min-height: 48px; font: 17px var(--words); border: 1px solid var(--line); border-radius: 4px; background: var(--card); color: var(--ink); cursor: pointer; }
.says button[aria-checked='true'] { background: var(--needle); color: var(--on-needle); border-color: var(--needle); font-weight: 700; }
textarea { font: inherit; width: 100%; border: 1px solid var(--soft); border-radius: 4px; background: var(--field); color: var(--ink); padding: 8px; }
.sum { position: sticky; bottom: 0; background: var(--paper); padding: 10px 0; border-top: 2px solid var(--ink); display: grid; gap: 8px; } .sum b { font-size: 22px; }
.send { min-height: 54px; font: 700 18px var(--words); border: 0; border-radius: 4px; background: var(--needle); color: var(--on-needle); cursor: pointer; } .send:disabled { background: var(--band); color: var(--soft); }
</style>
