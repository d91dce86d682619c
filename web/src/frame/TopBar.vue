<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import { switchTheme, theme } from '../theme'

const session = useSession()
</script>

<template>
  <header class="bar">
    <router-link to="/" class="mark"><span class="m" aria-hidden="true">[<b>|</b>]</span> <span class="shop">{{ session.shop?.name }}</span></router-link>
    <nav aria-label="Places">
      <router-link to="/">Shelf</router-link>
      <router-link to="/sheets">Sheets</router-link>
      <router-link to="/sums">Quick sums</router-link>
      <router-link v-if="session.mayWrite" to="/book-in">Book in</router-link>
    </nav>
    <button type="button" class="plain" @click="switchTheme">{{ theme === 'day' ? 'Lamp' : 'Day' }}</button>
    <span class="person">{{ session.me?.name }}</span>
    <button id="sign-out" type="button" class="plain" @click="session.signOut()">Sign out</button>
  </header>
</template>

<style scoped>
.bar { background: var(--needle); color: var(--on-needle); display: flex; align-items: center; gap: 22px; padding: 0 24px; min-height: 56px; }
.bar a { color: inherit; text-decoration: none; }
.bar a, .bar button { min-height: 44px; display: inline-flex; align-items: center; }
.mark { font-weight: 700; gap: 10px; }
.mark b { color: #e08a45; }
nav { display: flex; gap: 20px; flex: 1; }
nav a.router-link-exact-active { box-shadow: inset 0 -3px 0 #e08a45; }
.bar :focus-visible { outline-color: #f0a367; }
@media (max-width: 760px) { .bar { gap: 12px; padding: 0 12px; flex-wrap: wrap; } .shop, .person { display: none; } nav { gap: 14px; } }
</style>
