import { ref, watch } from 'vue'

/** Whether the page says aloud what to probe next and what was found: for whoever has both hands and eyes on the chassis. */
export const speaks = ref(localStorage.getItem('speaks') === 'yes')
watch(speaks, (on) => {
  localStorage.setItem('speaks', on ? 'yes' : 'no')
  if (!on && canSpeak()) window.speechSynthesis.cancel()
})

export const canSpeak = (): boolean => typeof window !== 'undefined' && 'speechSynthesis' in window

/** Said by the browser itself, with no network; what was being said gives way. */
export function speak(text: string): void {
  if (!speaks.value || !canSpeak() || text.trim() === '') return
  window.speechSynthesis.cancel()
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(spoken(text)))
}

/** Signs as they are read: V4.5 is “V 4 pin 5”, −36 “minus 36”. */
export const spoken = (text: string): string => text
  .replace(/\b([A-Z]+)(\d+)\.(\d+)\b/g, '$1 $2 pin $3').replace(/[−-](?=\d)/g, 'minus ').replace(/(\d)\s*V\b/g, '$1 volts').replace(/(\d)\s*mA\b/g, '$1 milliamperes').replace(/Ω/g, 'ohms').replace(/[·|]/g, ', ')
