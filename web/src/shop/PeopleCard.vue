<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, reactive, ref } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { queries } from '../api/queries'

/** Who works here: invited by a link that works once, with a role, until their access ends. */
const session = useSession()
const query = useQuery({ queryKey: ['people'], queryFn: () => ask(api.GET('/api/shop/people')) })
const people = computed(() => query.data.value?.people ?? [])
type Role = Schemas['RoleGiven']['role']
const roles: { value: Role; label: string }[] = [{ value: 'owner', label: 'owner' }, { value: 'technician', label: 'technician' }, { value: 'onlooker', label: 'onlooker' }]
const access: Record<Schemas['ShopPerson']['access'], string> = { yes: '', invited: 'invited, no password yet', expired: 'the invitation ran out', 'new-password': 'has a link for a new password', ended: 'access ended' }
const given = reactive<Schemas['Invited']>({ name: '', signInName: '', role: 'technician' })
const fault = ref('')
const link = ref('')
/** Whose access is about to end: asked once more. */
const ending = ref('')

async function done(request: Promise<Schemas['People']>): Promise<boolean> {
  fault.value = ''
  ending.value = ''
  try {
    const now = await request
    queries.setQueryData(['people'], now)
    link.value = now.path === null ? '' : `${location.origin}${now.path}`
    await session.load()
    await queries.invalidateQueries({ queryKey: ['shop-settings'] })
    return true
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
    return false
  }
}
async function invite(): Promise<void> {
  if (await done(ask(api.POST('/api/shop/people', { body: { ...given } })))) Object.assign(given, { name: '', signInName: '' })
}
const path = (p: Schemas['ShopPerson']): { params: { path: { id: string } } } => ({ params: { path: { id: p.id } } })
const again = (p: Schemas['ShopPerson']): Promise<boolean> => done(ask(api.POST('/api/shop/people/{id}/invitation', path(p))))
/** A role that was refused springs back to what stands. */
async function become(p: Schemas['ShopPerson'], list: HTMLSelectElement): Promise<void> {
  const role = roles.find((r) => r.value === list.value)?.value
  if (role === undefined || !await done(ask(api.PUT('/api/shop/people/{id}/role', { ...path(p), body: { role } })))) list.value = p.role
}
function end(p: Schemas['ShopPerson']): void {
  if (ending.value !== p.id) { ending.value = p.id; return }
  void done(ask(api.DELETE('/api/shop/people/{id}/access', path(p))))
}
const copy = (): void => { void navigator.clipboard.writeText(link.value).catch(() => undefined) }
</script>

<template>
  <form class="card people" aria-label="People" @submit.prevent="invite">
    <h2>People</h2>
    <p v-if="link !== ''" class="fit"><b>Works once, shown this once:</b> <span class="m link">{{ link }}</span> <button type="button" class="plain act" @click="copy">copy</button></p>
    <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
    <ul>
      <li v-for="p in people" :key="p.id">
        <span class="who"><b>{{ p.name }}</b> <span class="small soft">{{ p.signInName }}</span><br v-if="access[p.access] !== ''"><span class="small soft">{{ access[p.access] }}</span></span>
        <select :value="p.role" :aria-label="`Role of ${p.name}`" :disabled="p.access === 'ended'" @change="become(p, $event.target as HTMLSelectElement)"><option v-for="r in roles" :key="r.value" :value="r.value">{{ r.label }}</option></select>
        <button type="button" class="plain act" @click="again(p)">{{ p.access === 'ended' ? 'let back' : p.access === 'yes' ? 'new password' : 'new link' }}</button>
        <button v-if="p.access !== 'ended'" type="button" class="plain act" :class="{ danger: ending === p.id }" :aria-label="`End the access of ${p.name}`" @click="end(p)">{{ ending === p.id ? 'really end' : 'end' }}</button>
      </li>
    </ul>
    <div class="three">
      <div><label class="said" for="invited-name">Somebody new: name on reports</label><n-input v-model:value="given.name" maxlength="120" placeholder="" :input-props="{ id: 'invited-name', autocomplete: 'off' }" /></div>
      <div><label class="said" for="invited-as">signs in as</label><n-input v-model:value="given.signInName" maxlength="120" placeholder="" :input-props="{ id: 'invited-as', autocomplete: 'off', autocapitalize: 'none' }" /></div>
      <div><label class="said" for="invited-role">Role</label><n-select v-model:value="given.role" :options="roles" :input-props="{ id: 'invited-role' }" /></div>
    </div>
    <p><n-button attr-type="submit" size="small" type="primary" :disabled="given.name.trim() === '' || given.signInName.trim() === ''">Make an invitation</n-button></p>
    <p class="small soft">A technician does the work and writes; an onlooker reads. Whose access ends keeps every entry under their name.</p>
  </form>
</template>

<style scoped>
.people { padding: 14px 16px; display: grid; gap: 10px; }
ul { margin: 0; padding: 0; list-style: none; }
li { display: grid; grid-template-columns: minmax(0, 1fr) 120px 104px 84px; gap: 10px; align-items: center; border-bottom: 1px solid var(--fine); padding: 4px 0; }
select { font: inherit; min-height: 36px; border: 1px solid var(--soft); border-radius: 3px; background: var(--field); color: var(--ink); }
.act { text-decoration: underline; min-height: 36px; }
.link { overflow-wrap: anywhere; }
.three { display: grid; grid-template-columns: 1.4fr 1fr 1fr; gap: 10px; align-items: end; }
@media (max-width: 620px) { li { grid-template-columns: 1fr 1fr; } .three { grid-template-columns: 1fr; } }
</style>
