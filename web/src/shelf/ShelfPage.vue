<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { NInput } from 'naive-ui'
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { useNow, waited } from '../frame/time'
import TopBar from '../frame/TopBar.vue'
import { dangerWords, isLive, useUnprovedChassis } from './chassis'

type Job = Schemas['JobSummary']
const session = useSession()
const router = useRouter()
const words = ref('')
const now = useNow(30000)
const field = useTemplateRef<InstanceType<typeof NInput>>('field')
onMounted(() => field.value?.focus())

const queries = useQueryClient()
const asked = (q: string) => ({ queryKey: ['jobs', q], queryFn: () => ask(api.GET('/api/jobs', { params: { query: { q } } })) })
const { data, error, isPending } = useQuery({
  queryKey: computed(() => asked(words.value.trim()).queryKey),
  queryFn: () => asked(words.value.trim()).queryFn(),
  refetchInterval: 10000,
  placeholderData: (before: Schemas['Shelf'] | undefined) => before,
})

const { all: unproved } = useUnprovedChassis()
const danger = computed(() => Object.fromEntries(found.value.map((j) => [j.id, unproved.value.filter((c) => c.jobId === j.id)])))
const places: { state: Job['shelfState']; title: string; hint: string }[] = [
  { state: 'on-the-bench', title: 'On the bench', hint: 'Nothing on the bench.' },
  { state: 'owners-word', title: 'Waiting for an owner’s word', hint: 'No owner is being waited for.' },
  { state: 'parts', title: 'Waiting for parts', hint: 'No parts are on their way.' },
  { state: 'soaking', title: 'Soaking', hint: 'Nothing is soaking.' },
  { state: 'ready', title: 'Ready to collect', hint: 'Nothing is ready.' },
]
const day = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: session.shop?.timeZone ?? 'UTC' })
const found = computed(() => data.value?.jobs ?? [])
const shelves = computed(() => [...places, ...(found.value.some((j) => j.shelfState === 'collected') ? [{ state: 'collected' as const, title: 'Collected', hint: '' }] : [])]
  .map((p) => ({ ...p, jobs: found.value.filter((j) => j.shelfState === p.state), count: data.value?.counts[p.state] ?? 0 })))

/** The first that is found by what is typed now: Enter may come before its answer, while another amplifier still stands first. */
async function openFirst(): Promise<void> {
  const { jobs } = await queries.query(asked(words.value.trim()))
  const first = places.map((p) => jobs.find((j) => j.shelfState === p.state)).find((j) => j !== undefined) ?? jobs[0]
  if (first !== undefined) void router.push(`/jobs/${first.id}`)
}
</script>

<template>
  <top-bar />
  <main class="page">
    <div class="top">
      <h1>Shelf</h1>
      <div class="find"><label class="sr" for="find">Find</label><n-input ref="field" v-model:value="words" clearable placeholder="Owner, maker, model, serial or tag" :input-props="{ id: 'find', type: 'search' }" @keydown.enter="openFirst" /></div>
      <router-link v-if="session.mayWrite" id="book-in" class="act" to="/book-in">Book in an amplifier</router-link>
    </div>
    <p v-if="error" role="alert" class="danger">{{ error.message }}</p>
    <p v-if="!isPending && found.length === 0 && words.trim() !== ''">Nothing is found by “{{ words }}”. Part of a word is enough: a serial, a name, a tag such as K-417.</p>
    <p v-else-if="!isPending && found.length === 0">The shelf is empty. Book in an amplifier to begin.<template v-if="session.me?.role === 'owner'"> What stands on paper, what you charge and which meters you have is set under <router-link to="/shop">Shop</router-link>.</template></p>
    <div v-if="found.length > 0" class="shelves">
      <section v-for="s in shelves" :key="s.state" :class="{ wide: s.state === 'on-the-bench' }" :aria-label="s.title">
        <h2>{{ s.title }} <span class="soft m">{{ s.count }}</span></h2>
        <p v-if="s.jobs.length === 0" class="soft small">{{ words.trim() === '' ? s.hint : '–' }}</p>
        <ul>
          <li v-for="j in s.jobs" :key="j.id">
            <router-link :to="`/jobs/${j.id}`" class="card job">
              <span class="tag m">{{ j.tag }}</span>
              <span class="what"><b>{{ j.maker }} {{ j.model }}<span v-if="j.unitCount > 1" class="soft"> and {{ j.unitCount - 1 }} more</span></b><span class="soft small">{{ j.ownerName }} · <span class="m">{{ j.serial }}</span></span></span>
              <span class="wait"><b class="m">{{ waited(j.shelfSince, now) }}</b><span class="soft small">{{ j.waitsFor }}{{ j.waitsUntil === null ? '' : `, by ${day(j.waitsUntil)}` }}</span></span>
              <span class="said small"><b v-for="c in danger[j.id]" :key="c.unitId" :class="['power', isLive(c) ? 'live' : c.isFromBookIn ? 'soft' : 'held']">{{ j.unitCount > 1 ? `${c.serial}: ` : '' }}{{ dangerWords(c) }}</b><b v-if="j.reminder !== null" :class="['remind', j.reminder.isLate ? 'danger' : 'watch']">{{ j.reminder.sentence }}</b><b v-else-if="j.promisedOn !== null" class="remind soft">promised for {{ day(j.promisedOn) }}</b>{{ j.complaint }}</span>
            </router-link>
          </li>
        </ul>
        <p v-if="s.count > s.jobs.length" class="soft small more">and <span class="m">{{ s.count - s.jobs.length }}</span> that came here earlier: find them by owner, maker, serial or tag</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.top { display: flex; gap: 20px; align-items: center; margin-bottom: 18px; }
.find { flex: 1; max-width: 460px; }
.act { min-height: 44px; display: inline-flex; align-items: center; padding: 0 18px; background: var(--needle); color: var(--on-needle); border-radius: 4px; text-decoration: none; font-weight: 600; margin-left: auto; }
.shelves { display: grid; grid-template-columns: 1fr 1fr; gap: 18px 24px; align-items: start; }
.wide ul { display: grid; grid-template-columns: 1fr 1fr; gap: 10px 24px; }
.more { margin: 8px 0 0; }
section h2 { border-bottom: 2px solid var(--line); padding-bottom: 4px; margin-bottom: 10px; }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 10px; }
.job { display: grid; grid-template-columns: auto 1fr auto; gap: 2px 14px; padding: 10px 14px; text-decoration: none; color: inherit; }
.job:hover { border-color: var(--heart); }
.tag { font-size: 20px; font-weight: 700; align-self: center; border: 2px solid var(--ink); border-radius: 4px; padding: 2px 8px; background: var(--sap); }
.what, .wait { display: flex; flex-direction: column; }
.wait { text-align: right; max-width: 240px; }
.power { margin-right: 8px; } .live, .held { display: inline-block; border-radius: 4px; padding: 2px 8px; } .live { background: #96480f; color: #fffdf6; } .held { background: var(--sap); border: 2px solid var(--ink); }
.said { grid-column: 1 / -1; padding-top: 4px; } .remind::after { content: ' · '; font-weight: 400; color: var(--soft); }
@media (max-width: 800px) { .shelves, .wide ul { grid-template-columns: 1fr; } .top { flex-wrap: wrap; } .find { order: 3; flex-basis: 100%; max-width: none; } }
</style>
