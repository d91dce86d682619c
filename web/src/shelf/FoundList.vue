<script setup lang="ts" generic="T extends { id: string }">
defineProps<{ items: T[]; line: (item: T) => string }>()
const emit = defineEmits<{ choose: [item: T] }>()
</script>

<template>
  <ul v-if="items.length > 0" aria-label="Found">
    <li v-for="item in items" :key="item.id"><button type="button" @click="emit('choose', item)">{{ line(item) }}</button></li>
  </ul>
</template>

<style scoped>
ul { list-style: none; position: absolute; z-index: 5; left: 0; right: 0; margin: 4px 0 0; padding: 0; box-shadow: 0 6px 16px #0003; border: 1px solid var(--line); border-radius: 4px; background: var(--sap); }
button { font: inherit; color: inherit; background: none; border: 0; width: 100%; text-align: left; padding: 6px 12px; min-height: 44px; cursor: pointer; }
button:hover, button:focus-visible { background: var(--lit); }
</style>
