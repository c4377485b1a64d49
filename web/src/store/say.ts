import { defineStore } from 'pinia'
import { ref } from 'vue'

/** The one sentence the program has to say just now. */
export const useSay = defineStore('say', () => {
  const text = ref('')
  const tone = ref<'warning' | 'good'>('warning')
  function warn(sentence: string): void {
    text.value = sentence
    tone.value = 'warning'
  }
  function tell(sentence: string): void {
    text.value = sentence
    tone.value = 'good'
  }
  function clear(): void {
    text.value = ''
  }
  return { text, tone, warn, tell, clear }
})
