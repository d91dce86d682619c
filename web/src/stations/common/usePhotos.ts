import { useQueryClient } from '@tanstack/vue-query'
import { ref, type Ref } from 'vue'
import type { Schemas } from '../../api/client'

export interface Sending { name: string; preview: string; said: string | null }

const longestSide = 2400

/**
 * A large photo made smaller on the device, upright: less to send, less to wait. What the device cannot open goes as it is,
 * and the server says what it is.
 */
async function smaller(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file)
    const share = longestSide / Math.max(picture.width, picture.height)
    if (share >= 1) return file
    const canvas = new OffscreenCanvas(Math.round(picture.width * share), Math.round(picture.height * share))
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
    picture.close()
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 })
  } catch {
    return file
  }
}

/** Sends photos one after another; each shows at once from the device's own copy, and says what the server said. */
export function usePhotos(ids: () => { jobId: string; unitId: string }): { sending: Ref<Sending[]>; send: (files: File[], place: string) => Promise<void>; dismiss: (s: Sending) => void } {
  const sending = ref<Sending[]>([])
  const queries = useQueryClient()

  async function one(file: File, place: string): Promise<void> {
    const preview = URL.createObjectURL(file)
    sending.value.push({ name: file.name, preview, said: null })
    const mine = sending.value.at(-1)
    if (mine === undefined) return
    const form = new FormData()
    form.append('file', await smaller(file), file.name)
    form.append('place', place)
    const { jobId, unitId } = ids()
    try {
      const answer = await fetch(`/api/jobs/${jobId}/units/${unitId}/photos`, { method: 'POST', body: form, headers: { Accept: 'application/json' } })
      const body = await answer.json() as Partial<Schemas['PhotoTaken'] & Schemas['Problem']>
      if (answer.ok) {
        // The board need not wait for the next look at the tape.
        await queries.invalidateQueries({ queryKey: ['station', jobId] })
        dismiss(mine)
      } else mine.said = (body.detail ?? 'It was not taken.').replace(/^file: /, '')
    } catch {
      mine.said = 'The server does not answer. Send it again when it is back.'
    }
  }
  async function send(files: File[], place: string): Promise<void> {
    for (const file of files) await one(file, place)
  }
  function dismiss(s: Sending): void {
    URL.revokeObjectURL(s.preview)
    sending.value = sending.value.filter((other) => other.preview !== s.preview)
  }
  return { sending, send, dismiss }
}
