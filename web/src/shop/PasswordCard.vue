<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { ref } from 'vue'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'

/** One's own password; other devices are signed out by it. */
const session = useSession()
const now = ref('')
const password = ref('')
const fault = ref('')
const kept = ref(false)

async function keep(): Promise<void> {
  fault.value = ''
  kept.value = false
  try {
    const who = await ask(api.POST('/api/password', { body: { now: now.value, password: password.value } }))
    await session.signIn(who.signInName, password.value)
    now.value = ''
    password.value = ''
    kept.value = true
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
}
</script>

<template>
  <form class="card own" aria-label="Your password" @submit.prevent="keep">
    <h2>Your password</h2>
    <div class="two">
      <div><label class="said" for="password-now">As it is</label><n-input v-model:value="now" type="password" placeholder="" :input-props="{ id: 'password-now', autocomplete: 'current-password' }" /></div>
      <div><label class="said" for="password-new">New, ten characters or more</label><n-input v-model:value="password" type="password" placeholder="" :input-props="{ id: 'password-new', autocomplete: 'new-password' }" /></div>
    </div>
    <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
    <p class="row"><n-button attr-type="submit" size="small" type="primary" :disabled="now === '' || password === ''">Change it</n-button><span role="status" class="small within">{{ kept ? 'changed; other devices are signed out' : '' }}</span></p>
  </form>
</template>

<style scoped>
.own { padding: 14px 16px; display: grid; gap: 10px; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; }
.row { display: flex; gap: 14px; align-items: center; }
</style>
