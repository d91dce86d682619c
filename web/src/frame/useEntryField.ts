import { nextTick, onMounted, ref, type Ref } from 'vue'

export interface EntryField<Mode extends string> {
  mode: Ref<Mode | 'value'>
  text: Ref<string>
  /** why what was typed is not taken */
  said: Ref<string>
  focus: () => void
  enter: (to: Mode | 'value') => void
  done: () => void
  refuse: (sentence: string) => void
}

/** The one field at the foot of a bench station: what it is for now, what stands in it, and that it keeps the focus. */
export function useEntryField<Mode extends string>(field: Readonly<Ref<HTMLInputElement | null>>): EntryField<Mode> {
  const mode = ref<Mode | 'value'>('value') as Ref<Mode | 'value'>
  const text = ref('')
  const said = ref('')

  function focus(): void { field.value?.focus() }
  onMounted(focus)
  function enter(to: Mode | 'value'): void {
    mode.value = to
    text.value = ''
    said.value = ''
    void nextTick(focus)
  }
  function refuse(sentence: string): void {
    said.value = sentence
    field.value?.select()
  }
  return { mode, text, said, focus, enter, done: () => { enter('value') }, refuse }
}
