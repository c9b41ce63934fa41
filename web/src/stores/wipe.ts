/** Everything of a holding goes from this device: what was read, what was typed, what was not sent. */
import { forgetDrafts } from './kept-drafts.ts'
import { forgetForms } from './kept-forms.ts'
import { forgetTimers } from '../parts/timers.ts'
import { useHolding } from './holding.ts'
import { usePhone } from './phone.ts'
import { forgetWorst } from './worst.ts'

/** `all`: what other keepers have not sent from it yet as well, where the device is lost. */
export async function wipeDevice(all = false): Promise<void> {
  useHolding().forget()
  forgetDrafts()
  forgetForms()
  forgetTimers()
  forgetWorst()
  await usePhone().wipe(all)
}
