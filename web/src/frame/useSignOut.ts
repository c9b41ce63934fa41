import { useRouter } from 'vue-router'
import { call } from '../server/call.ts'
import { useHolding } from '../stores/holding.ts'
import { forgetDrafts } from '../stores/kept-drafts.ts'
import { forgetForms } from '../stores/kept-forms.ts'

/** Ends the session and leads to the door. */
export function useSignOut(): () => Promise<void> {
  const router = useRouter()
  const holding = useHolding()
  return async () => {
    await call('DELETE', '/session').catch(() => undefined)
    holding.forget()
    forgetDrafts()
    forgetForms()
    await router.push('/sign-in')
  }
}
