<script setup lang="ts">
import { NButton } from 'naive-ui'

/** One card of the shop's settings; what is typed stays until it is kept or put back. */
defineProps<{ title: string; maySet: boolean; isChanged: boolean; isPending: boolean; kept: boolean; fault: string; keep?: string }>()
const emit = defineEmits<{ keep: []; back: [] }>()
</script>

<template>
  <form class="card setting" :aria-label="title" @submit.prevent="emit('keep')">
    <h2>{{ title }}</h2>
    <slot />
    <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
    <p v-if="maySet" class="row"><n-button attr-type="submit" size="small" type="primary" :disabled="!isChanged || isPending">{{ keep ?? 'Keep' }}</n-button><button v-if="isChanged" type="button" class="plain act" @click="emit('back')">as it was</button><span role="status" class="small within">{{ kept && !isChanged ? 'kept' : '' }}</span></p>
  </form>
</template>

<style scoped>
.setting { padding: 14px 16px; display: grid; gap: 10px; align-content: start; }
.row { display: flex; gap: 14px; align-items: center; min-height: 36px; }
.act { text-decoration: underline; min-height: 36px; }
</style>
