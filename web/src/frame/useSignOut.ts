import { useRouter } from 'vue-router'
import { call, Refused } from '../server/call.ts'
import { usePhone } from '../stores/phone.ts'
import { wipeDevice } from '../stores/wipe.ts'

/** A sign-out that could not be told to the server yet. */
const LATE = 'thistle-sign-out'

async function endSession(): Promise<void> {
  localStorage.setItem(LATE, '1')
  try {
    await call('DELETE', '/session')
    localStorage.removeItem(LATE)
  } catch (fault) {
    if (fault instanceof Refused && !fault.isOutage) localStorage.removeItem(LATE)
  }
}
/** Whoever signs in anew ends the old session by it. */
export const signedInAnew = (): void => localStorage.removeItem(LATE)
/** Tells the server of a sign-out that was done out of its reach, before anything is read again. */
export async function signOutLate(): Promise<void> {
  if (localStorage.getItem(LATE) !== null) await endSession()
}

/** Ends the session, has nothing of the holding stay on this device, and leads to the door. Where something was not sent yet that is asked about first. */
export function useSignOut(): (sure?: boolean) => Promise<void> {
  const router = useRouter()
  const phone = usePhone()
  return async (sure = false) => {
    if (!sure && phone.entries.length > 0) {
      await router.push({ path: '/phone', query: { leaving: 'yes' } })
      return
    }
    await endSession()
    await wipeDevice()
    await router.push('/sign-in')
  }
}
