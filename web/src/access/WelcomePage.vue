<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import { useSession } from './session'

/** Whoever was invited, or forgot, sets a password; the link works once. */
const session = useSession()
const router = useRouter()
const token = window.location.hash.slice(1)
const password = ref('')
const error = ref('')

async function begin(): Promise<void> {
  error.value = ''
  try {
    const who = await ask(api.POST('/api/invitation', { body: { token, password: password.value } }))
    await session.signIn(who.signInName, password.value)
    localStorage.setItem('signInName', who.signInName)
    await router.replace('/')
  } catch (e) {
    error.value = e instanceof Error ? e.message : String(e)
  }
}
</script>

<template>
  <main class="door">
    <form class="card" @submit.prevent="begin">
      <h1>Your password</h1>
      <p class="soft">This address works once; afterwards you sign in with the name that you were given.</p>
      <div><label class="said" for="welcome-password">Password, ten characters or more</label><n-input v-model:value="password" type="password" placeholder="" :input-props="{ id: 'welcome-password', autocomplete: 'new-password' }" /></div>
      <p role="alert" class="danger">{{ error }}</p>
      <n-button attr-type="submit" type="primary" size="large" block>Set it and go in</n-button>
    </form>
  </main>
</template>

<style scoped>
form { width: 420px; max-width: 100%; padding: 28px; display: grid; gap: 14px; }
</style>
