<script setup lang="ts">
import { NConfigProvider } from 'naive-ui'
import { watch } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from './access/session'
import { useBench } from './frame/bench'
import { useLive } from './live/live'
import { naiveOverrides, naiveTheme } from './theme'

const session = useSession()
const bench = useBench()
const live = useLive()
const router = useRouter()

watch(() => session.me?.id ?? null, (id, before) => {
  void bench.outbox.signedIn(id)
  if (id === null) live.stop()
  else live.start()
  if (id === null && before !== null && before !== undefined) void router.push({ name: 'sign-in', query: { to: router.currentRoute.value.fullPath } })
}, { immediate: true })
</script>

<template>
  <n-config-provider :theme="naiveTheme" :theme-overrides="naiveOverrides" inline-theme-disabled style="height: 100%">
    <router-view />
  </n-config-provider>
</template>
