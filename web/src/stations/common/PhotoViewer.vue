<script setup lang="ts">
import { NInput, NModal } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import { api, ask, type Schemas } from '../../api/client'
import { useBench } from '../../frame/bench'

const photo = defineModel<Schemas['Photo'] | null>('photo', { required: true })
const bench = useBench()
const session = useSession()
const caption = ref('')
const pins = ref<Schemas['PhotoPin'][]>([])
const said = ref('')
const open = computed({ get: () => photo.value !== null, set: (is) => { if (!is) photo.value = null } })

// A pin is a place in the picture: there is none before the picture is there.
const loaded = ref(false)
watch(photo, (p) => {
  loaded.value = false
  caption.value = p?.caption ?? ''
  pins.value = (p?.pins ?? []).map((pin) => ({ ...pin }))
  said.value = ''
})
function pin(e: MouseEvent): void {
  if (!session.mayWrite || !loaded.value) return
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  const within = (share: number): number => Math.min(1, Math.max(0, share))
  pins.value.push({ x: within((e.clientX - box.left) / box.width), y: within((e.clientY - box.top) / box.height), says: '' })
  requestAnimationFrame(() => { document.querySelector<HTMLInputElement>('.pins li:last-child input')?.focus() })
}
async function keep(): Promise<void> {
  const p = photo.value
  if (p === null) return
  await bench.write('photo', { photoId: p.photoId, caption: caption.value.trim(), ...(p.place === '' ? {} : { place: p.place }), pins: pins.value.map(({ x, y, says }) => ({ x, y, says: says ?? '' })) })
  photo.value = null
}
async function takeAway(): Promise<void> {
  const p = photo.value
  if (p === null) return
  try {
    await ask(api.DELETE('/api/photos/{photoId}', { params: { path: { photoId: p.photoId } } }))
    photo.value = null
  } catch (e) {
    said.value = e instanceof Error ? e.message : String(e)
  }
}
</script>

<template>
  <n-modal v-model:show="open" :auto-focus="false" transform-origin="center">
    <div v-if="photo !== null" class="card panel" role="dialog" aria-modal="true" aria-labelledby="photo-title">
      <div class="picture" @click="pin">
        <img :src="`/api/photos/${photo.photoId}/full`" @load="loaded = true" :alt="caption === '' ? `Photo of ${photo.place}` : caption">
        <b v-for="(p, n) in pins" :key="n" class="pin" :style="{ left: `${p.x * 100}%`, top: `${p.y * 100}%` }">{{ n + 1 }}</b>
      </div>
      <div class="side">
        <h2 id="photo-title">{{ photo.place === '' ? 'Photo' : photo.place }}</h2>
        <div><label class="said" for="caption">What it shows</label><n-input v-model:value="caption" :disabled="!session.mayWrite" maxlength="200" placeholder="" :input-props="{ id: 'caption' }" /></div>
        <p class="small soft">{{ !loaded ? 'The picture is on its way.' : session.mayWrite ? 'Click into the picture to set a pin: which colour goes where, before it is unsoldered.' : '' }}</p>
        <ol class="pins"><li v-for="(p, n) in pins" :key="n"><b>{{ n + 1 }}</b><input v-model="p.says" :aria-label="`Pin ${n + 1}`" maxlength="120" placeholder="red/yellow, plate V4" :readonly="!session.mayWrite"><button v-if="session.mayWrite" type="button" class="plain" :aria-label="`Take pin ${n + 1} away`" @click="pins.splice(n, 1)">×</button></li></ol>
        <p v-if="said !== ''" role="alert" class="out">{{ said }}</p>
        <div class="acts"><button v-if="session.mayWrite" type="button" class="go" @click="keep">Keep it so</button><button type="button" class="plain" @click="open = false">Close</button><button v-if="session.mayWrite" type="button" class="plain soft" @click="takeAway"><u>Take the picture away</u></button></div>
      </div>
    </div>
  </n-modal>
</template>

<style scoped>
.panel { width: 1180px; max-width: 97vw; max-height: 94vh; padding: 14px; display: grid; grid-template-columns: minmax(0, 1fr) 300px; gap: 16px; }
.picture { position: relative; align-self: start; cursor: crosshair; }
.picture img { display: block; max-width: 100%; max-height: 86vh; }
.pin { position: absolute; transform: translate(-50%, -50%); background: var(--heart-strong); color: #fffdf6; border: 2px solid #fffdf6; border-radius: 50%; width: 28px; height: 28px; display: grid; place-items: center; font-size: 15px; }
.side { display: flex; flex-direction: column; gap: 8px; overflow-y: auto; }
.pins { list-style: none; margin: 0; padding: 0; display: grid; gap: 4px; }
.pins li { display: flex; gap: 8px; align-items: center; }
.pins input { font: 16px var(--words); min-height: 40px; flex: 1; min-width: 0; border: 1px solid var(--line); border-radius: 4px; background: var(--field); color: var(--ink); padding: 0 8px; }
.pins .plain { min-width: 32px; min-height: 40px; font-size: 20px; }
.acts { display: flex; flex-wrap: wrap; gap: 6px 16px; align-items: center; margin-top: auto; }
.go { font: 600 16px var(--words); min-height: 44px; border-radius: 4px; border: 2px solid var(--needle); background: var(--needle); color: var(--on-needle); cursor: pointer; padding: 4px 14px; }
.acts .plain { min-height: 44px; }
@media (max-width: 760px) { .panel { grid-template-columns: 1fr; overflow-y: auto; } }
</style>
