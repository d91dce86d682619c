<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import ChassisStrip from '../shelf/ChassisStrip.vue'
import { switchTheme, theme } from '../theme'
import { timeFactor } from './time'

const session = useSession()
</script>

<template>
  <header class="bar">
    <router-link to="/" class="mark"><span class="m" aria-hidden="true">[<b>|</b>]</span> <span class="shop">{{ session.shop?.name }}</span></router-link>
    <nav aria-label="Places">
      <router-link to="/">Shelf</router-link>
      <router-link to="/sheets">Sheets</router-link>
      <router-link to="/drawer">{{ session.heading('tube') }} drawer</router-link>
      <router-link to="/sums">Quick sums</router-link>
      <router-link v-if="session.mayWrite" to="/book-in">Book in</router-link>
      <router-link to="/equipment">Equipment</router-link>
      <router-link to="/shop">Shop</router-link>
    </nav>
    <span v-if="timeFactor > 1" class="fast" title="Practice: seconds of this shop in one of ours">time × {{ timeFactor }}</span>
    <button type="button" class="plain" @click="switchTheme">{{ theme === 'day' ? 'Lamp' : 'Day' }}</button>
    <span class="person">{{ session.me?.name }}</span>
    <button id="sign-out" type="button" class="plain" @click="session.signOut()">Sign out</button>
  </header>
  <chassis-strip />
</template>

<style scoped>
.bar { background: var(--needle); color: var(--on-needle); display: flex; align-items: center; gap: 22px; padding: 0 24px; min-height: 56px; }
.bar a { color: inherit; text-decoration: none; }
.bar a, .bar button { min-height: 44px; display: inline-flex; align-items: center; }
.fast { background: #e08a45; color: #1d1a16; font-weight: 700; padding: 2px 10px; border-radius: 4px; white-space: nowrap; }
.mark { font-weight: 700; gap: 10px; }
.mark b { color: #e08a45; }
nav { display: flex; gap: 20px; flex: 1; }
nav a.router-link-exact-active { box-shadow: inset 0 -3px 0 #e08a45; }
.bar :focus-visible { outline-color: #f0a367; }
.person { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
/* Two rows by design: who is here and what ends, then the places. */
@media (max-width: 760px) {
  .bar { display: grid; grid-template-columns: auto minmax(0, 1fr) auto auto; gap: 0 14px; padding: 0 12px; }
  .shop { display: none; }
  .mark { grid-area: 1 / 1; } .person { grid-area: 1 / 2; } .bar > .plain { grid-row: 1; }
  nav { grid-row: 2; grid-column: 1 / -1; justify-content: space-between; gap: 10px; }
}
</style>
