<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { onMounted, ref, useTemplateRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from './session'

const session = useSession()
const route = useRoute()
const router = useRouter()
const name = ref(localStorage.getItem('signInName') ?? '')
const password = ref('')
const error = ref('')
const busy = ref(false)
const nameField = useTemplateRef<InstanceType<typeof NInput>>('nameField')
const passwordField = useTemplateRef<InstanceType<typeof NInput>>('passwordField')
onMounted(() => (name.value === '' ? nameField : passwordField).value?.focus())

async function signIn(): Promise<void> {
  error.value = ''
  busy.value = true
  try {
    await session.signIn(name.value.trim().toLowerCase(), password.value)
    localStorage.setItem('signInName', name.value.trim().toLowerCase())
    const to = route.query['to']
    await router.replace(typeof to === 'string' && to.startsWith('/') ? to : '/')
  } catch (e) {
    error.value = e instanceof Error ? e.message : String(e)
    passwordField.value?.select()
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <form class="card" @submit.prevent="signIn">
      <svg viewBox="0 0 120 40" width="120" height="40" aria-hidden="true"><path d="M14 4H6v32h8M106 4h8v32h-8" fill="none" stroke="var(--ink)" stroke-width="3" /><path d="M56 6h8v28h-8z" fill="var(--heart)" /><path d="M6 20h108" stroke="var(--line)" /></svg>
      <h1>Yew Bench</h1>
      <p class="soft">Sign in to the bench.</p>
      <div><label class="said" for="name">Name</label><n-input ref="nameField" v-model:value="name" placeholder="" :input-props="{ id: 'name', autocomplete: 'username', autocapitalize: 'none' }" /></div>
      <div><label class="said" for="password">Password</label><n-input ref="passwordField" v-model:value="password" type="password" placeholder="" :input-props="{ id: 'password', autocomplete: 'current-password' }" /></div>
      <p id="error" role="alert" class="danger">{{ error }}</p>
      <n-button id="go" attr-type="submit" type="primary" size="large" :loading="busy" block>Sign in</n-button>
    </form>
  </main>
</template>

<style scoped>
form { width: 380px; max-width: 100%; padding: 28px; display: grid; gap: 14px; }
#error { min-height: 22px; font-weight: 600; }
</style>
