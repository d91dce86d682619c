<script setup lang="ts">
import type { Schemas } from '../../api/client'
import type { Sending } from './usePhotos'

defineProps<{ photos: Schemas['Photo'][]; sending: Sending[] }>()
const emit = defineEmits<{ open: [photo: Schemas['Photo']]; dismiss: [sending: Sending] }>()
</script>

<template>
  <ul class="strip" aria-label="Photos">
    <li v-for="s in sending" :key="s.preview" class="sending">
      <img v-if="s.said === null" :src="s.preview" alt=""><span v-if="s.said === null" class="small">sending…</span>
      <span v-else class="out small" role="alert"><b>{{ s.name }}</b>: {{ s.said }} <button type="button" class="plain" @click="emit('dismiss', s)"><u>all right</u></button></span>
    </li>
    <li v-for="p in photos" :key="p.photoId">
      <button type="button" class="plain" @click="emit('open', p)">
        <img :src="`/api/photos/${p.photoId}/thumb`" :alt="p.caption === '' ? `Photo of ${p.place}` : p.caption" loading="lazy">
        <span class="small">{{ p.caption === '' ? p.place : p.caption }}<b v-if="p.pins.length > 0"> · {{ p.pins.length }}</b></span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.strip { list-style: none; display: flex; gap: 8px; margin: 0; padding: 2px 0; overflow-x: auto; flex: none; scrollbar-width: thin; }
li { flex: none; max-width: 190px; }
img { height: 84px; width: auto; max-width: 160px; object-fit: cover; display: block; border-radius: 3px; border: 1px solid var(--line); }
.sending { max-width: 320px; }
.sending img { opacity: 0.6; }
span { display: block; max-width: 160px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.sending span.out { white-space: normal; max-width: 300px; }
</style>
