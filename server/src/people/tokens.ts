import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto'

/** A secret for a letter: long enough that nobody guesses it. Only its digest is kept. */
export const freshToken = (): string => randomBytes(32).toString('base64url')
export const digestOf = (token: string): string => createHash('sha256').update(token).digest('hex')

const sign = (id: string, secret: string) => createHmac('sha256', secret).update(`invitation ${id}`).digest('base64url')

/** The token in an invitation's link: its id, signed, so that the link can be shown again and is kept nowhere. */
export const invitationToken = (id: string, secret: string): string => `${id}.${sign(id, secret)}`

/** The id in a token, or null where the token is not one of ours. */
export function readInvitationToken(token: string, secret: string): string | null {
  const [id, signature, ...more] = token.split('.')
  if (!id || !signature || more.length > 0) return null
  const [given, right] = [Buffer.from(signature), Buffer.from(sign(id, secret))]
  return given.length === right.length && timingSafeEqual(given, right) ? id : null
}
