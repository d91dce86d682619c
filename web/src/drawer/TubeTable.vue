<script setup lang="ts">
import { useTemplateRef } from 'vue'
import type { Schemas } from '../api/client'
import VerdictShape from '../marks/VerdictShape.vue'
import { useLitRow } from '../stations/common/useLitRow'
import { milliamperes, millisiemens } from './figures'

/** The tubes of the drawer, a line each. */
const props = defineProps<{ tubes: Schemas['DrawerLine'][]; lit: string | null }>()
const emit = defineEmits<{ choose: [label: string] }>()
const box = useTemplateRef<HTMLElement>('box')
const ticked = defineModel<string[]>('ticked', { required: true })
useLitRow(box, () => props.lit, 'nearest')
function tick(label: string): void {
  ticked.value = ticked.value.includes(label) ? ticked.value.filter((l) => l !== label) : [...ticked.value, label]
}
</script>

<template>
  <div ref="box" class="rows card" tabindex="0" role="region" aria-label="Tubes of the drawer">
    <table>
      <thead><tr><th scope="col"><span class="sr">ticked</span></th><th scope="col">Label</th><th scope="col">Type</th><th scope="col">Maker</th><th scope="col" class="n">mA</th><th scope="col" class="n">mS</th><th scope="col">Test</th><th scope="col">State</th></tr></thead>
      <tbody>
        <tr v-for="t in tubes" :key="t.label" :class="{ lit: t.label === lit }" :aria-current="t.label === lit">
          <td><input type="checkbox" :checked="ticked.includes(t.label)" :aria-label="`Tick ${t.label}`" @change="tick(t.label)"></td>
          <th scope="row"><button type="button" class="plain m" @click="emit('choose', t.label)">{{ t.label }}</button></th>
          <td @click="emit('choose', t.label)">{{ t.type }}</td>
          <td class="soft" @click="emit('choose', t.label)">{{ t.maker }}</td>
          <td class="n m">{{ milliamperes(t.plateMilliamperes) }}</td><td class="n m">{{ millisiemens(t.millisiemens) }}</td>
          <td class="test" :title="t.sentence ?? 'not tested'"><template v-if="t.verdict !== null"><verdict-shape :verdict="t.verdict" /><span v-if="t.plateMilliamperes === null" class="m">{{ t.figures }}</span><span class="sr">{{ t.sentence }}</span></template><span v-else class="soft">not tested</span></td>
          <td>{{ t.standsIn ?? t.stateWords.toLowerCase() }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.rows { position: relative; overflow: auto; scrollbar-width: thin; min-height: 0; }
table { border-collapse: collapse; width: 100%; font-size: 15px; }
thead th { position: sticky; top: 0; background: var(--band); z-index: 1; font-weight: 500; font-size: 14px; color: var(--soft); text-align: left; padding: 6px 8px; }
td, tbody th { padding: 0 8px; border-bottom: 1px solid var(--fine); height: 34px; text-align: left; white-space: nowrap; }
tbody th button { min-height: 34px; font-weight: 700; min-width: 44px; }
tbody td:not(:first-child) { cursor: pointer; }
tr.lit td, tr.lit th { background: var(--lit); }
tr.lit td:first-child { box-shadow: inset 4px 0 0 var(--heart); }
.test svg { vertical-align: -4px; margin-right: 4px; }
input { width: 18px; height: 18px; accent-color: var(--heart); vertical-align: middle; }
@media (pointer: coarse) { td, tbody th, tbody th button { height: 44px; } }
</style>
