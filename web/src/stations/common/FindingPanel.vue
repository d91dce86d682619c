<script setup lang="ts">
import { NInput, NModal } from 'naive-ui'
import { nextTick, reactive, useTemplateRef, watch } from 'vue'
import { useBench, type Payloads } from '../../frame/bench'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ place: string }>()
const emit = defineEmits<{ closed: [] }>()
const bench = useBench()
const first = useTemplateRef<HTMLSelectElement>('first')
const form = reactive<Required<Omit<Payloads['finding'], 'photos'>>>({ what: 'burnt', severity: 'watch', place: '', text: '', origin: 'unknown' })

const kinds = ['wrong-value', 'burnt', 'cracked', 'bulged', 'leaking', 'loose', 'broken', 'splice', 'scorched', 'bad-joint', 'missing-earth', 'modified', 'wrong-fuse', 'perished', 'pests', 'lifted-trace', 'missing', 'other'].map((value) => ({ value, label: value.replaceAll('-', ' ') }))
const severities = [{ value: 'note', label: 'note' }, { value: 'watch', label: 'watch' }, { value: 'out', label: 'must be put right' }, { value: 'danger', label: 'danger' }]
const origins = [{ value: 'unknown', label: 'not known' }, { value: 'original', label: 'original' }, { value: 'earlier-repair', label: 'earlier repair' }, { value: 'owner', label: 'owner’s wish' }, { value: 'ours', label: 'ours' }]

watch(open, async (is) => {
  if (!is) { emit('closed'); return }
  form.place = props.place
  form.text = ''
  await nextTick()
  setTimeout(() => { first.value?.focus() }, 80)
})
async function write(): Promise<void> {
  await bench.write('finding', { what: form.what, severity: form.severity, place: form.place.trim() === '' ? 'chassis' : form.place.trim().replaceAll(' ', '-'), text: form.text.trim(), origin: form.origin })
  open.value = false
}
</script>

<template>
  <n-modal v-model:show="open" :auto-focus="false" transform-origin="center">
    <div class="card panel" role="dialog" aria-modal="true" tabindex="-1" aria-labelledby="finding-title"><form class="form" @submit.prevent="write">
      <h2 id="finding-title">A finding</h2>
      <div><label class="said" for="finding-what">What</label><select id="finding-what" ref="first" v-model="form.what"><option v-for="k in kinds" :key="k.value" :value="k.value">{{ k.label }}</option></select></div>
      <div><label class="said" for="finding-place">Where: a part, a tube position, chassis, cabinet</label><n-input v-model:value="form.place" placeholder="" :input-props="{ id: 'finding-place' }" /></div>
      <div><label class="said" for="finding-severity">How bad</label><select id="finding-severity" v-model="form.severity"><option v-for="k in severities" :key="k.value" :value="k.value">{{ k.label }}</option></select></div>
      <div><label class="said" for="finding-origin">Whose work</label><select id="finding-origin" v-model="form.origin"><option v-for="k in origins" :key="k.value" :value="k.value">{{ k.label }}</option></select></div>
      <div class="wide"><label class="said" for="finding-text">In a few words</label><n-input v-model:value="form.text" maxlength="400" placeholder="scorched under R26, board brown" :input-props="{ id: 'finding-text' }" /></div>
      <div class="wide acts"><button type="submit" class="go">Write it down</button><button type="button" class="plain" @click="open = false">Leave it</button></div>
    </form></div>
  </n-modal>
</template>

<style scoped>
.panel { width: 620px; max-width: 96vw; padding: 20px 24px; outline: none; }
.form { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; }
select { font: 16px var(--words); width: 100%; height: 44px; border: 1px solid var(--line); border-radius: 4px; background: var(--field); color: var(--ink); padding: 0 8px; }
h2, .wide { grid-column: 1 / -1; }
.acts { display: flex; gap: 18px; align-items: center; }
.go { font: 600 17px var(--words); min-height: 46px; border-radius: 4px; border: 2px solid var(--needle); background: var(--needle); color: var(--on-needle); cursor: pointer; padding: 4px 16px; }
.acts .plain { min-height: 44px; }
</style>
