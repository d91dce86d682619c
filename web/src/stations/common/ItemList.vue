<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { useLitRow } from './useLitRow'
import VerdictShape from '../../marks/VerdictShape.vue'
import WindowMark from '../../marks/WindowMark.vue'
import { partName } from './partName'
import { type BoardItem } from './useStation'

const props = defineProps<{ items: BoardItem[]; lit: string | null }>()
const emit = defineEmits<{ choose: [part: string] }>()
const box = useTemplateRef<HTMLElement>('box')

const groups = computed(() => {
  const found: { name: string; items: BoardItem[] }[] = []
  for (const item of props.items) {
    const last = found.at(-1)
    if (last?.name === item.group) last.items.push(item)
    else found.push({ name: item.group, items: [item] })
  }
  return found
})
const first = (item: BoardItem): BoardItem['gauges'][number] | undefined => item.gauges[0]
/** What the group's heading does not say already. */
const named = (item: BoardItem): string => [item.detail, groups.value.some((g) => g.items.includes(item) && g.items.every((i) => i.name === item.name)) && item.detail !== '' ? '' : item.name].filter((s) => s !== '').join(' · ')

useLitRow(box, () => props.lit, 'nearest')
</script>

<template>
  <div ref="box" class="rows card" tabindex="0" role="region" aria-label="What there is to test">
    <table>
      <tbody v-for="g in groups" :key="g.name">
        <tr class="group"><th colspan="4" scope="rowgroup">{{ g.name }}</th></tr>
        <tr v-for="i in g.items" :key="i.part" :class="{ lit: i.part === lit }" :aria-current="i.part === lit" @click="emit('choose', i.part)">
          <th scope="row">{{ partName(i.part) }}</th>
          <td :class="['what', { measured: first(i) }]" :colspan="first(i) ? 1 : 2" :title="`${i.name} ${i.detail}`">{{ named(i) }}</td>
          <td v-if="first(i)" class="n m">
            <b>{{ first(i)?.shown }}</b><window-mark v-if="first(i)?.window !== null" :position="first(i)?.mark.position ?? null" :shape="first(i)?.mark.shape ?? 'query'" :verdict="first(i)?.verdict ?? 'cannot-say'" :words="i.wordText" />
          </td>
          <td class="word"><verdict-shape :verdict="i.verdict" :open="!i.done" /><span :class="['verdict', i.done ? i.verdict : 'soft']">{{ !i.asked && !i.done ? 'if wanted' : i.wordText.toLowerCase().replace(' without', '').replace(', with a remark', ', remark') }}</span></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.rows { overflow: hidden auto; scrollbar-width: thin; min-height: 0; flex: 0 1 auto; }
table { border-collapse: collapse; width: 100%; font-size: 15px; }
.group th { font-size: 13px; font-weight: 500; color: var(--soft); text-align: left; padding: 6px 8px 2px; background: var(--band); position: sticky; top: 0; z-index: 1; }
tbody th { text-align: left; white-space: nowrap; }
td, tbody tr:not(.group) th { padding: 2px 6px; border-bottom: 1px solid var(--fine); height: 36px; }
.what { width: 100%; max-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.n { white-space: nowrap; text-align: right; }
.n svg { vertical-align: middle; margin-left: 4px; }
.word { white-space: nowrap; }
.word svg { vertical-align: -4px; margin-right: 4px; }
tr.lit td, tr.lit th { background: var(--lit); }
tr.lit th { box-shadow: inset 4px 0 0 var(--heart); }
tbody tr:not(.group) { cursor: pointer; }
@media (max-width: 1100px) { .what.measured { display: none; } }
</style>
