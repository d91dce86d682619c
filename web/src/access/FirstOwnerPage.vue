<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import { useSession } from './session'

const session = useSession()
const router = useRouter()
const token = window.location.hash.slice(1)
const name = ref('')
const signInName = ref('')
const password = ref('')
const error = ref('')

async function begin(): Promise<void> {
  error.value = ''
  try {
    await ask(api.POST('/api/setup', { body: { token, name: name.value, signInName: signInName.value, password: password.value } }))
    await session.signIn(signInName.value.trim().toLowerCase(), password.value)
    await router.replace('/')
  } catch (e) {
    error.value = e instanceof Error ? e.message : String(e)
  }
}
</script>

<template>
  <main class="door">
    <form class="card" @submit.prevent="begin">
      <h1>A new shop</h1>
      <p class="soft">You become its owner. This address works once.</p>
      <div><label class="said" for="owner-name">Your name, as it stands on reports</label><n-input v-model:value="name" placeholder="" :input-props="{ id: 'owner-name', autocomplete: 'name' }" /></div>
      <div><label class="said" for="owner-sign-in">Name to sign in with</label><n-input v-model:value="signInName" placeholder="" :input-props="{ id: 'owner-sign-in', autocomplete: 'username', autocapitalize: 'none' }" /></div>
      <div><label class="said" for="owner-password">Password, ten characters or more</label><n-input v-model:value="password" type="password" placeholder="" :input-props="{ id: 'owner-password', autocomplete: 'new-password' }" /></div>
      <p role="alert" class="danger">{{ error }}</p>
      <n-button attr-type="submit" type="primary" size="large" block>Open the shop</n-button>
    </form>
  </main>
</template>

<style scoped>
form { width: 420px; max-width: 100%; padding: 28px; display: grid; gap: 14px; }
</style>
