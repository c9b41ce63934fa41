/** A question that opens in a page: it brings itself into sight, clear of what stands fixed over the page, and takes the focus. */
import type { Directive } from 'vue'

const TAKES = 'input:not([disabled]), textarea:not([disabled]), button:not([disabled]), a[href]'

export const vAsked: Directive<HTMLElement> = {
  mounted(el) {
    // Once what stands around it has made room.
    requestAnimationFrame(() => {
      el.scrollIntoView({ block: 'nearest' })
      el.querySelector<HTMLElement>(TAKES)?.focus({ preventScroll: true })
    })
  },
}
