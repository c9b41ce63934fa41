import type Joi from 'joi'
import { batchBody, keptBody } from './batch.ts'
import { checkAgainst, type FieldFault } from './check.ts'
import { decisionBody, eventBody, pastCoursesBody, strokeBody } from './courses.ts'
import {
  acceptanceBody,
  accountBody,
  deletionBody,
  forgottenBody,
  invitationBody,
  memberBody,
  nameBody,
  passwordBody,
  preferences,
  readerLinkBody,
  resetBody,
  signInBody,
  sureBody,
} from './people.ts'
import { SENT_RECORDS } from './records.ts'
import { dateBody, drawnBody, holdingBody, loadBody, moveBody, ownDaysBody, practiceBody } from './yards.ts'

type Method = 'GET' | 'PUT' | 'POST' | 'DELETE'

/** What is sent where: the bodies of our API by method and address, with `{name}` for what varies. */
const CALLS: readonly (readonly [Method, string, Joi.Schema])[] = [
  ...Object.entries(SENT_RECORDS).map(([word, body]) => ['PUT', `/${word}/{id}`, body] as const),
  ['POST', '/records', batchBody],
  ['POST', '/kept', keptBody],
  ['PUT', '/decisions/{id}', decisionBody],
  ['PUT', '/events/{id}', eventBody],
  ['POST', '/rounds', strokeBody],
  ['POST', '/past-courses', pastCoursesBody],
  ['POST', '/colonies/{id}/move', moveBody],
  ['POST', '/probe/load', loadBody],
  ['PUT', '/yards/{id}/weather', ownDaysBody],
  ['POST', '/session', signInBody],
  ['PUT', '/session/holding', holdingBody],
  ['POST', '/accounts', accountBody],
  ['PUT', '/account/name', nameBody],
  ['PUT', '/account/preferences', preferences],
  ['PUT', '/account/password', passwordBody],
  ['POST', '/account/deletion', sureBody],
  ['POST', '/holdings', nameBody],
  ['POST', '/holding/date', dateBody],
  ['POST', '/practice', practiceBody],
  ['POST', '/practice/draws', drawnBody],
  ['POST', '/holding/deletion', deletionBody],
  ['POST', '/password-resets', forgottenBody],
  ['PUT', '/password-resets/{token}', resetBody],
  ['PUT', '/members/{id}', memberBody],
  ['PUT', '/invitations/{id}', invitationBody],
  ['POST', '/invitations/acceptance', acceptanceBody],
  ['POST', '/reader-links', readerLinkBody],
]
const asPattern = (address: string) => new RegExp(`^${address.replace(/\{\w+\}/g, '[^/]+')}$`)
const FINDABLE = CALLS.map(([method, address, body]) => ({ method, pattern: asPattern(address), body }))

/** The schema of what is sent there; null where nothing is, or where the address is not known. */
export const bodyOf = (method: string, address: string): Joi.Schema | null =>
  FINDABLE.find((c) => c.method === method.toUpperCase() && c.pattern.test(address))?.body ?? null

/** What our API would refuse in a body, field by field, before it is sent; what hangs on other rows it alone can say. */
export function faultsOf(method: string, address: string, given: unknown): readonly FieldFault[] {
  const body = bodyOf(method, address)
  const checked = body ? checkAgainst(body, given) : null
  return checked && !checked.ok ? checked.faults : []
}
