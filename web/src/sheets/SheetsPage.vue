<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { ref, useTemplateRef } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import TopBar from '../frame/TopBar.vue'
import { readSheetFile } from './sheetFile'

const session = useSession()
const router = useRouter()
const { data, isPending } = useQuery({ queryKey: ['sheets'], queryFn: () => ask(api.GET('/api/sheets')) })
const picker = useTemplateRef<HTMLInputElement>('picker')
const error = ref('')

async function importFile(e: Event): Promise<void> {
  error.value = ''
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  try {
    const sheet = await readSheetFile(file)
    await router.push(`/sheets/${sheet.id}`)
  } catch (x) {
    error.value = `${file.name}: ${x instanceof Error ? x.message : String(x)} Nothing was stored.`
  }
}
</script>

<template>
  <top-bar />
  <main class="page">
    <div class="top"><h1>Sheets</h1>
      <template v-if="session.mayWrite"><input ref="picker" type="file" accept=".json,application/json" class="sr" aria-label="Sheet file" tabindex="-1" @change="importFile"><n-button @click="picker?.click()">Import a sheet file</n-button><n-button @click="router.push('/sheets/new/circuit')">Begin a new sheet</n-button></template></div>
    <p v-if="error !== ''" role="alert" class="out fault">{{ error }}</p>
    <p v-if="!isPending && (data ?? []).length === 0">No sheets yet. Import one, or begin a new one and type its circuit, a block to a line. An amplifier can be measured without a sheet too.</p>
    <table v-else class="list card">
      <thead><tr><th>Sheet</th><th>From</th><th>Mains</th><th>{{ session.heading('tubes') }}</th><th>Points</th><th>Version</th></tr></thead>
      <tbody><tr v-for="s in data ?? []" :key="s.id"><td><router-link :to="`/sheets/${s.id}`"><b>{{ s.name }}</b></router-link></td><td>{{ s.trust.replaceAll('-', ' ') }}</td><td class="m">{{ s.printedMainsVolts }} V</td><td>{{ [...new Set(s.tubes)].join(', ') }}</td><td class="m">{{ s.pointCount }}</td><td class="m">{{ s.number }}</td></tr></tbody>
    </table>
  </main>
</template>

<style scoped>
.top { display: flex; gap: 14px; align-items: center; margin-bottom: 14px; }
.top h1 { flex: 1; }
.fault { font-weight: 600; margin-bottom: 12px; }
.list tbody td { vertical-align: middle; padding-block: 2px; }
td a { display: inline-flex; min-height: 36px; align-items: center; }
</style>
