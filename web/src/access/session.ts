import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ask, Refusal, type Schemas } from '../api/client'
import { learnTimeFactor } from '../frame/time'

export type Me = Schemas['Me']

/** Who is signed in, and the shop they work in. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>(null)
  const shop = ref<Schemas['Shop'] | null>(null)
  const known = ref(false)

  const mayWrite = computed(() => me.value !== null && me.value.role !== 'onlooker')
  const word = (w: string): string => shop.value?.words[w] ?? w
  /** The shop's word at the head of a column or a line. */
  const heading = (w: string): string => word(w).replace(/^./, (c) => c.toUpperCase())
  /** A sentence of the catalogue about safety; where this device has none, its code: a caution is never silently left out. */
  const says = (code: string): string => shop.value?.says[code] ?? code.replaceAll('-', ' ')
  /** A text of the page with the shop's words where it names one: `{plate}`. */
  const filled = (text: string): string => text.replace(/\{([^}]+)\}/g, (_, w: string) => word(w)).replace(/^./, (c) => c.toUpperCase())
  const nameOf = (personId: string): string => shop.value?.people[personId] ?? ''

  /** The shop as this device last knew it; what an earlier version did not keep is empty. */
  function kept(): Schemas['Shop'] | null {
    const shop = JSON.parse(localStorage.getItem('shop') ?? 'null') as Schemas['Shop'] | null
    return shop === null ? null : Object.assign({ says: {} }, shop)
  }

  async function load(): Promise<void> {
    try {
      me.value = await ask(api.GET('/api/me'))
      shop.value = await ask(api.GET('/api/shop'))
      localStorage.setItem('me', JSON.stringify(me.value))
      localStorage.setItem('shop', JSON.stringify(shop.value))
    } catch (e) {
      if (e instanceof Refusal && e.isAway) {
        me.value ??= JSON.parse(localStorage.getItem('me') ?? 'null') as Me | null
        shop.value ??= kept()
      } else {
        me.value = null
      }
    }
    learnTimeFactor(shop.value?.timeFactor ?? 1)
    known.value = true
  }

  async function signIn(name: string, password: string): Promise<void> {
    await ask(api.POST('/api/sign-in', { body: { name, password } }))
    await load()
  }

  async function signOut(): Promise<void> {
    await ask(api.POST('/api/sign-out'))
    localStorage.removeItem('me')
    localStorage.removeItem('shop')
    sessionStorage.removeItem('book-in')
    me.value = null
    shop.value = null
  }

  return { me, shop, known, mayWrite, word, heading, says, filled, nameOf, load, signIn, signOut }
})
