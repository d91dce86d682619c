<script setup lang="ts">
import { RouterLink } from 'vue-router'
</script>

<template>
  <main class="page"><h1>There is nothing here</h1><p>The address leads nowhere. <router-link to="/">Back to the shelf</router-link>.</p></main>
</template>
