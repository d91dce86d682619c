<script setup lang="ts">
import { nextTick, onMounted, useTemplateRef } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'

/** A proof needs a meter that was named: asked once, then it is in hand. */
const emit = defineEmits<{ named: []; leave: []; failed: [why: string] }>()
const bench = useBench()
const session = useSession()
const row = useTemplateRef<HTMLElement>('row')
const last = localStorage.getItem('meterId')

function focus(): void { (row.value?.querySelector<HTMLElement>('button.last') ?? row.value?.querySelector('button'))?.focus() }
onMounted(() => { void nextTick(focus) })
defineExpose({ focus })

async function choose(id: string): Promise<void> {
  try {
    await bench.nameMeter(id)
  } catch (e) {
    emit('failed', e instanceof Error ? e.message : String(e))
    return
  }
  emit('named')
}
</script>

<template>
  <div ref="row" class="asked" role="group" aria-label="By which meter?" @keydown.escape.stop="emit('leave')">
    <b class="out">By which meter?</b>
    <button v-for="m in session.shop?.meters ?? []" :key="m.id" type="button" :class="{ last: m.id === last }" @click="choose(m.id)">{{ m.name.split(',')[0] }}</button>
    <span v-if="(session.shop?.meters.length ?? 0) === 0" class="soft">The shop lists no meter.</span>
  </div>
</template>

<style scoped>
.asked { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
button { font: 600 15px var(--words); border: 1px solid var(--line); background: var(--card); color: var(--ink); border-radius: 4px; min-height: 36px; padding: 0 14px; cursor: pointer; }
</style>
