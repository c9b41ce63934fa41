/** Whether the sheet that says what the marks mean is open: asked from every picture. */
import { ref } from 'vue'

export const marksOpen = ref(false)
