<script setup lang="ts">
import { computed, reactive, ref, useTemplateRef } from 'vue'
import { useSession } from '../../access/session'
import { useBench, type Payloads } from '../../frame/bench'
import { detailOf } from '../common/detail'
import type { Board } from '../common/useStation'

/** A lead before it comes off: colour, from, to, what it does; ohms and a photo where there are. */
const props = defineProps<{ board: Board }>()
const bench = useBench()
const session = useSession()
const form = reactive<Pick<Payloads['lead'], 'colour' | 'from' | 'to' | 'does' | 'certainty'> & { ohms: string; photo: string }>({ colour: '', from: '', to: '', does: 'other', ohms: '', certainty: 'seen', photo: '' })
const said = ref('')
const first = useTemplateRef<HTMLInputElement>('first')
const functions: Payloads['lead']['does'][] = ['mains', 'high-voltage', 'high-voltage-centre', 'rectifier-heater', 'heater', 'heater-centre', 'plate', 'other-plate', 'supply', 'secondary', 'secondary-common', 'chassis', 'other']
const taken = computed(() => new Set([...props.board.items.map((i) => detailOf(i, 'lead')?.name ?? ''), ...bench.mine.filter((w) => w.body.kind === 'lead').map((w) => String(w.body.payload['name']))]))
const next = computed(() => Array.from({ length: 999 }, (_, i) => `L${i + 1}`).find((n) => !taken.value.has(n)) ?? 'L999')
/** Photos with their pins: L1 is pin 2 of the third. */
const photos = computed(() => props.board.photos.flatMap((p, i) => [{ value: `${p.photoId}|0`, label: `photo ${i + 1}${p.caption === '' ? '' : `, ${p.caption}`}` }, ...p.pins.map((pin, k) => ({ value: `${p.photoId}|${k + 1}`, label: `photo ${i + 1}, pin ${k + 1}${pin.says === undefined || pin.says === '' ? '' : `: ${pin.says}`}` }))]))

async function write(): Promise<void> {
  const missing = [['its colour', form.colour], ['where it comes from', form.from], ['where it goes', form.to]].filter(([, v]) => (v ?? '').trim() === '').map(([n]) => n)
  if (missing.length > 0) { said.value = `${missing.join(', ')} belong${missing.length > 1 ? '' : 's'} to a lead`; return }
  const [photoId = '', pin = '0'] = form.photo.split('|')
  said.value = ''
  await bench.write('lead', {
    name: next.value, colour: form.colour.trim(), from: form.from.trim(), to: form.to.trim(), does: form.does, certainty: form.certainty,
    ...(form.ohms.trim() === '' ? {} : { ohms: form.ohms.trim() }), ...(photoId === '' ? {} : { photoId }), ...(pin === '0' ? {} : { pin: Number(pin) }),
  })
  Object.assign(form, { colour: '', from: form.from, to: '', ohms: '' })
  first.value?.focus()
}
</script>

<template>
  <form v-if="session.mayWrite" class="lead" @submit.prevent="write">
    <b class="m">{{ next }}</b>
    <input ref="first" v-model="form.colour" maxlength="40" placeholder="colour" aria-label="Colour"><input v-model="form.from" maxlength="40" placeholder="from: T2" aria-label="From"><input v-model="form.to" maxlength="40" placeholder="to: V4.3" aria-label="To">
    <select v-model="form.does" aria-label="What it does"><option v-for="f in functions" :key="f" :value="f">{{ f.replaceAll('-', ' ') }}</option></select>
    <input v-model="form.ohms" class="ohms m" maxlength="40" placeholder="ohms" aria-label="Ohms">
    <select v-model="form.certainty" aria-label="How sure"><option value="seen">seen</option><option value="believed">believed</option></select>
    <select v-if="photos.length > 0" v-model="form.photo" aria-label="Photo"><option value="">no photo</option><option v-for="p in photos" :key="p.value" :value="p.value">{{ p.label }}</option></select>
    <button type="submit">off</button>
    <p v-if="said !== ''" class="small out wide" role="alert">{{ said }}</p>
    <p class="small soft wide">Written before it comes off; it speaks against power until it is ticked off as back. A photo is taken with <kbd>p</kbd>, its pins are numbered.</p>
  </form>
</template>

<style scoped>
.lead { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; }
input, select { font: 15px var(--words); color: var(--ink); background: var(--field); border: 1px solid var(--line); border-radius: 3px; padding: 4px 6px; min-height: 34px; flex: 1; min-width: 74px; } select { flex: 0 1 auto; max-width: 150px; } .ohms { max-width: 80px; }
button { font: 600 15px var(--words); min-height: 34px; padding: 0 14px; border: 1px solid var(--needle); border-radius: 4px; background: var(--needle); color: var(--on-needle); cursor: pointer; }
.wide { flex-basis: 100%; margin: 0; }
@media (pointer: coarse) { input, select, button { min-height: 44px; } }
</style>
