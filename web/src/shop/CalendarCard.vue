<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { ref } from 'vue'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import { queries } from '../api/queries'

/** The promised days and deliveries in a calendar program, by a link of its own. */
const session = useSession()
const query = useQuery({ queryKey: ['calendar'], queryFn: () => ask(api.GET('/api/shop/calendar')) })
const link = ref('')
const fault = ref('')

async function make(): Promise<void> {
  fault.value = ''
  try {
    link.value = `${location.origin}${(await ask(api.POST('/api/shop/calendar'))).path}`
    await told()
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
}
async function end(): Promise<void> {
  fault.value = ''
  link.value = ''
  try {
    await ask(api.DELETE('/api/shop/calendar'))
    await told()
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
}
const told = async (): Promise<void> => { await queries.invalidateQueries({ queryKey: ['calendar'] }); await queries.invalidateQueries({ queryKey: ['shop-settings'] }) }
const copy = (): void => { void navigator.clipboard.writeText(link.value).catch(() => undefined) }
</script>

<template>
  <section class="card calendar" aria-label="Calendar">
    <h2>Calendar</h2>
    <p class="small soft">Promised days and expected deliveries, for any calendar program that reads iCalendar. Whoever has the link reads tags, models and what is waited for; no owner is named.</p>
    <p v-if="link !== ''" class="fit"><b>Shown this once:</b> <span class="m link">{{ link }}</span> <button type="button" class="plain act" @click="copy">copy</button></p>
    <p v-if="session.me?.role === 'owner'" class="row"><n-button size="small" type="primary" @click="make">{{ query.data.value?.isOpen === true ? 'Make a new link, ending the old one' : 'Make the link' }}</n-button><n-button v-if="query.data.value?.isOpen === true" size="small" @click="end">End it</n-button></p>
    <p v-else class="small soft">{{ query.data.value?.isOpen === true ? 'A link is in use.' : 'No link is in use; the shop’s owner makes one.' }}</p>
    <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
  </section>
</template>

<style scoped>
.calendar { padding: 14px 16px; display: grid; gap: 8px; }
.row { display: flex; gap: 10px; } .link { overflow-wrap: anywhere; } .act { color: var(--heart-strong); font-weight: 700; min-height: 32px; }
</style>
