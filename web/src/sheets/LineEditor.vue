<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'

export interface LineMark { line: number; severity: 'fault' | 'out' | 'watch'; sentence: string }
const text = defineModel<string>({ required: true })
const props = defineProps<{ marks: LineMark[] }>()
const emit = defineEmits<{ at: [line: number] }>()

const area = useTemplateRef<HTMLTextAreaElement>('area')
const scrolled = ref(0)
const current = ref(0)
const lines = computed(() => text.value.split('\n'))
const signs = { fault: '✕', out: '!', watch: '?' } as const
const worst = (line: number): LineMark | undefined => ['fault', 'out', 'watch'].flatMap((s) => props.marks.filter((m) => m.line === line && m.severity === s))[0]

function moved(): void {
  const caret = area.value?.selectionStart ?? 0
  current.value = text.value.slice(0, caret).split('\n').length - 1
  emit('at', current.value)
}
/** Puts the caret at the end of a line. */
async function goTo(line: number): Promise<void> {
  await nextTick()
  const end = lines.value.slice(0, line + 1).join('\n').length
  area.value?.focus()
  area.value?.setSelectionRange(end, end)
  if (area.value !== null) area.value.scrollTop = Math.max(0, line - 6) * 25
  moved()
}
/** A line below the one that the caret is in. */
async function insertBelow(line: string): Promise<void> {
  const all = lines.value
  const at = all[current.value]?.trim() === '' ? current.value : current.value + 1
  text.value = [...all.slice(0, at), line, ...all.slice(all[at]?.trim() === '' ? at + 1 : at)].join('\n')
  await goTo(at)
}
defineExpose({ goTo, insertBelow })
</script>

<template>
  <div class="editor">
    <div class="gutter" aria-hidden="true"><div :style="{ transform: `translateY(${-scrolled}px)` }"><div v-for="(_, i) in lines" :key="i" :class="['no', worst(i)?.severity, { here: i === current }]">{{ worst(i) === undefined ? i + 1 : signs[worst(i)?.severity ?? 'watch'] }}</div></div></div>
    <textarea ref="area" v-model="text" spellcheck="false" autocapitalize="off" autocomplete="off" wrap="off" aria-label="The circuit, a block to a line" aria-describedby="line-said" @scroll="scrolled = ($event.target as HTMLTextAreaElement).scrollTop" @keyup="moved" @click="moved" @focus="moved" />
  </div>
</template>

<style scoped>
.editor { display: grid; grid-template-columns: 44px 1fr; border: 1px solid var(--line); border-radius: 4px; background: var(--card); min-height: 0; overflow: hidden; }
.gutter { overflow: hidden; border-right: 1px solid var(--fine); padding-top: 6px; font: 14px/25px var(--figures); color: var(--soft); text-align: center; }
.no.here { background: var(--lit); color: var(--ink); }
.no.fault, .no.out { font-weight: 700; color: var(--out); }
.no.watch { font-weight: 700; color: var(--watch); }
textarea { border: 0; resize: none; width: 100%; height: 100%; padding: 6px 10px; font: 16px/25px var(--figures); color: var(--ink); background: none; white-space: pre; overflow: auto; }
textarea:focus-visible { outline-offset: -3px; }
</style>
