<script setup lang="ts">
import { nextTick, useTemplateRef } from 'vue'
import { columns, emptyRow, pastedRows, type PointRow } from './sheetFile'

const rows = defineModel<PointRow[]>('rows', { required: true })
const table = useTemplateRef<HTMLTableElement>('table')

/** Several cells from a spreadsheet replace nothing: they are put in from this row on. */
function paste(e: ClipboardEvent, at: number): void {
  const clip = e.clipboardData?.getData('text/plain') ?? ''
  if (!clip.includes('\t') && !clip.trim().includes('\n')) return
  e.preventDefault()
  const isEmpty = Object.values<string>({ ...(rows.value[at] ?? emptyRow()) }).every((v) => v.trim() === '')
  rows.value = [...rows.value.slice(0, at), ...pastedRows(clip), ...rows.value.slice(isEmpty ? at + 1 : at)]
}
async function add(at: number): Promise<void> {
  rows.value = [...rows.value.slice(0, at), emptyRow(), ...rows.value.slice(at)]
  await nextTick()
  table.value?.querySelectorAll<HTMLInputElement>('tbody tr')[at]?.querySelector('input')?.focus()
}
const remove = (at: number): void => { rows.value = rows.value.filter((_, i) => i !== at) }
</script>

<template>
  <div>
    <p class="soft small">Cells from a spreadsheet can be pasted into any row. <kbd>Enter</kbd> adds a row below.</p>
    <table ref="table" class="card">
      <thead><tr><th v-for="c in columns" :key="c.name" :title="c.hint" :class="c.name">{{ c.title }}</th><th><span class="sr">Remove</span></th></tr></thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i">
          <td v-for="c in columns" :key="c.name"><input v-model="row[c.name]" class="m" :aria-label="`${c.title}, row ${i + 1}`" :placeholder="i === rows.length - 1 && row.place === '' ? c.hint.split(',')[0] : ''" @paste="paste($event, i)" @keydown.enter.prevent="add(i + 1)"></td>
          <td><button type="button" :aria-label="`Remove row ${i + 1}`" @click="remove(i)">×</button></td>
        </tr>
      </tbody>
    </table>
    <button type="button" class="add" @click="add(rows.length)">Add a row</button>
  </div>
</template>

<style scoped>
table { border-collapse: collapse; width: 100%; margin: 8px 0; table-layout: fixed; }
.where { width: 27%; }
th:last-child { width: 48px; }
th { text-align: left; font-weight: 500; font-size: 14px; color: var(--soft); padding: 4px 8px; border-bottom: 1px solid var(--line); }
td { border-bottom: 1px solid var(--fine); padding: 0; }
input { width: 100%; border: 0; background: none; color: var(--ink); font-size: 15px; padding: 6px 8px; min-height: 36px; }
button { font: 18px var(--words); color: var(--ink); background: none; border: 0; min-height: 36px; min-width: 44px; cursor: pointer; }
.add { border: 1px solid var(--line); border-radius: 4px; font-size: 16px; padding: 0 14px; min-height: 44px; background: var(--sap); }
</style>
