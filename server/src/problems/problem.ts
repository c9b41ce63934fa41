import type { FieldFault } from '@thistle/core/bodies'
import { sayAs, USUAL_READER, worded } from '@thistle/core/words'

/** A refusal as RFC 9457 has it; `detail` is a sentence a keeper understands. */
export class Problem extends Error {
  override readonly name = 'Problem'
  readonly status: number
  readonly kind: string
  readonly extra: Readonly<Record<string, unknown>>

  constructor(status: number, kind: string, detail: string, extra: Readonly<Record<string, unknown>> = {}) {
    super(sayAs(USUAL_READER, detail))
    this.status = status
    this.kind = kind
    this.extra = extra
  }

  static notSignedIn = () =>
    new Problem(401, 'not-signed-in', 'You are not signed in, or the session has ended. Sign in and go on; what you typed is still here.')
  static signedOutElsewhere = () =>
    new Problem(401, 'signed-out-elsewhere', 'This device was signed out from another one. What it had kept of the holding is gone from it.')
  static notFound = () => new Problem(404, 'not-found', 'There is no such thing in your holding.')
  static forbidden = () => new Problem(403, 'forbidden', 'Your role here lets you read, not write. Ask the owner.')
  static ownersOnly = () => new Problem(403, 'owners-only', 'Only an owner of the holding may do this. Ask one of them.')
  static noHolding = () =>
    new Problem(403, 'no-holding', 'No holding is in view: your place in it has ended, or it is gone. Choose another, or begin one of your own.')
  static tooMany = (what: string, seconds: number) =>
    new Problem(
      429,
      'too-many',
      `${what} Wait ${seconds < 90 ? `${seconds} ${seconds === 1 ? 'second' : 'seconds'}` : `${Math.ceil(seconds / 60)} minutes`}, then try again.`,
      { retryAfter: seconds },
    )
  static invalid = (errors: readonly FieldFault[]) =>
    new Problem(400, 'invalid', errors[0]?.sentence ?? 'Something in it is not right.', { errors: worded(errors) })
  static stale = (current: unknown) =>
    new Problem(409, 'stale', 'Somebody changed this since you opened it. Here is what it is now; look, and save again.', { current })
  static conflict = (detail: string) => new Problem(409, 'conflict', detail)
  static unavailable = () =>
    new Problem(503, 'unavailable', 'The records cannot be reached just now. Nothing typed is lost; it goes on by itself once they are back.')
}

export const TITLES: Record<number, string> = {
  400: 'Not understood',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Changed in between',
  413: 'Too large',
  410: 'Over',
  415: 'Not JSON',
  421: 'Not here',
  429: 'Too often',
  500: 'Our fault',
  503: 'Out of reach',
}

/** The body of a problem answer. */
export const problemBody = (problem: Problem, requestId: unknown) => ({
  type: `urn:round-thistle:problem:${problem.kind}`,
  title: TITLES[problem.status] ?? 'Refused',
  status: problem.status,
  detail: problem.message,
  instance: `urn:round-thistle:request:${String(requestId)}`,
  ...problem.extra,
})
