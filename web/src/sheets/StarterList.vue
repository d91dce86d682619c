<script lang="ts">
import type { paths } from '../api/schema'

/** A textbook circuit, as lines. */
export type Starter = paths['/api/circuits/starters']['get']['responses']['200']['content']['application/json'][number]
</script>

<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { api, ask } from '../api/client'

/** What an amplifier may be begun from when nobody has its drawing: the circuit that is most like it, to be changed where it differs. */
const emit = defineEmits<{ begin: [starter: Starter] }>()
const { data, error } = useQuery({ queryKey: ['circuit-starters'], queryFn: () => ask(api.GET('/api/circuits/starters')), staleTime: Infinity })
</script>

<template>
  <section class="card starters" aria-label="Circuits to begin from">
    <p><b>No drawing of it?</b> Begin from the circuit that is most like it, and change tubes and values where they differ. It says so on every verdict until the sheet is drawn from the unit. Or type its first line at the left.</p>
    <p v-if="error !== null" class="danger">{{ error.message }}</p>
    <div class="all"><button v-for="s in data ?? []" :key="s.id" type="button" @click="emit('begin', s)"><b>{{ s.name }}</b><span class="small soft">{{ s.says }}</span></button></div>
  </section>
</template>

<style scoped>
.starters { padding: 8px 12px; display: grid; grid-template-rows: auto auto minmax(0, 1fr); gap: 6px; overflow: hidden; }
.all { grid-row: 3; display: flex; flex-direction: column; gap: 6px; overflow: auto; }
button { font: inherit; color: inherit; text-align: left; background: var(--sap); border: 1px solid var(--line); border-radius: 4px; min-height: 44px; padding: 6px 10px; cursor: pointer; flex: none; display: grid; gap: 2px; align-content: start; }
</style>
