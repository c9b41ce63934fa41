/** A table that was pasted or dropped somewhere else, on its way to the place where it is looked over. */
import { defineStore } from 'pinia'
import { ref } from 'vue'

export const usePasted = defineStore('pasted-table', () => {
  const text = ref('')
  const yard = ref<string | null>(null)
  function take(what: string, inYard: string | null): void {
    text.value = what
    yard.value = inYard
  }
  return { text, yard, take }
})
