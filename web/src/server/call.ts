import type { Restoration } from '@thistle/core/holding'
import { readLines } from './read-lines.ts'
import { noteClock } from '../stores/server-clock.ts'

/** The session was ended from another device: what every answer says then. */
const SIGNED_OUT_ELSEWHERE = 'signed-out-elsewhere'

/** A refusal or a failure, in words that can be shown. */
export class Refused extends Error {
  override readonly name = 'Refused'
  /** 0: the server was not reached at all. */
  readonly status: number
  readonly faults: readonly { readonly path: string; readonly sentence: string }[]
  /** The row as it stands, where somebody else changed it; and what we had sent. */
  readonly current: unknown
  readonly sent: unknown
  /** The last word of the problem's type: `no-holding`, `stale`. */
  readonly kind: string

  constructor(
    status: number,
    detail: string,
    { faults = [], current = null, sent = null, kind = '' }: { faults?: Refused['faults']; current?: unknown; sent?: unknown; kind?: string } = {},
  ) {
    super(detail)
    this.status = status
    this.faults = faults
    this.current = current
    this.sent = sent
    this.kind = kind
  }
  /** True where waiting may help: nothing was refused, only not reached. */
  get isOutage(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504
  }
  /** The session was ended from another device: nothing is waited for any more. */
  get isEndedElsewhere(): boolean {
    return this.status === 401 && this.kind === SIGNED_OUT_ELSEWHERE
  }
  /** The sentence for a field, where there is one. */
  at(path: string): string | null {
    return this.faults.find((f) => f.path === path)?.sentence ?? null
  }
}

export interface ProblemDocument {
  readonly type?: string
  readonly detail?: string
  readonly errors?: Refused['faults']
  readonly current?: unknown
}

export const OUT_OF_REACH = 'The server cannot be reached. What you typed stays here; it goes on by itself once it is back.'

async function refusal(response: Response, sent: unknown): Promise<Refused> {
  return refusedBy(response.status, (await response.json().catch(() => ({}))) as ProblemDocument, sent)
}
/** A problem document as a refusal. */
export function refusedBy(status: number, body: ProblemDocument, sent: unknown): Refused {
  return new Refused(status, body.detail ?? 'The server gave no reason.', {
    faults: body.errors ?? [],
    current: body.current ?? null,
    sent,
    kind: body.type?.split(':').at(-1) ?? '',
  })
}

const JSON_TYPE = 'application/json'
const NOT_MODIFIED = 304

/** Asks and answers the response; throws `Refused` where it was not reached or refused. */
async function ask(path: string, init: RequestInit, sent: unknown, patience: number): Promise<Response> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, { credentials: 'same-origin', signal: AbortSignal.timeout(patience), ...init })
  } catch {
    throw new Refused(0, OUT_OF_REACH)
  }
  noteClock(response.headers.get('date'))
  if (response.ok || response.status === NOT_MODIFIED) return response
  const refused = await refusal(response, sent)
  if (refused.isEndedElsewhere) ended()
  throw refused
}
let ended: () => void = () => undefined
/** What is done where the session turns out to have been ended from elsewhere. */
export const whenEndedElsewhere = (then: () => void): void => void (ended = then)

/** What is sent is checked by the API's own schemas before it goes, once they are fetched: a slip is said at once, and out of reach too. */
let faultsOf: typeof import('@thistle/core/bodies').faultsOf | null = null
export const fetchChecks = (): Promise<unknown> => import('@thistle/core/bodies').then((bodies) => (faultsOf = bodies.faultsOf))
/** More than this, in letters, comes of a file or of a whole yard and not of a form: the server checks it, and the page does not stand still for it. */
const MOST_CHECKED = 40_000

function refuseFor(faults: Refused['faults'], sent: unknown): void {
  if (faults[0]) throw new Refused(400, faults[0].sentence, { faults, sent, kind: 'invalid' })
}

/** Checks all that will be sent one after the other, so that nothing is kept by halves and every slip is said at once. Throws `Refused`. */
export async function checkAhead(calls: readonly (readonly [method: string, path: string, body: unknown])[]): Promise<void> {
  if (!faultsOf) await fetchChecks().catch(() => undefined)
  refuseFor(
    calls.flatMap(([method, path, body]) => faultsOf?.(method, path, body) ?? []),
    calls[0]?.[2],
  )
}

/** So long an answer is waited for, ms. */
const PATIENCE = 15_000
/** One call to our API. Throws `Refused` for every answer that is not a success. */
export async function call<T>(method: 'GET' | 'PUT' | 'POST' | 'DELETE', path: string, body?: unknown, patience = PATIENCE): Promise<T> {
  const text = body === undefined ? null : JSON.stringify(body)
  if (text !== null && text.length <= MOST_CHECKED) refuseFor(faultsOf?.(method, path, body) ?? [], body)
  const init = { method, ...(text === null ? {} : { headers: { 'content-type': JSON_TYPE }, body: text }) }
  const response = await ask(path, init, body ?? null, patience)
  return response.status === 204 || response.status === 202 ? (undefined as T) : ((await response.json()) as T)
}

/** Lists as they were answered last in this page, with the mark of that answer: asked with it, the server need not say them again. */
const lists = new Map<string, { readonly etag: string; readonly rows: readonly unknown[] }>()
/** What is known of lists is of whoever is signed in. */
export const forgetLists = (): void => lists.clear()

/** A list whose rows come a line each: read row by row with breaths, and not at all where nothing in it is another. */
export async function callList<T>(path: string): Promise<readonly T[]> {
  const known = lists.get(path)
  const response = await ask(path, known ? { method: 'GET', headers: { 'if-none-match': known.etag } } : { method: 'GET' }, null, PATIENCE)
  if (known && response.status === NOT_MODIFIED) return known.rows as readonly T[]
  const rows = await readLines<T>(await response.text())
  const etag = response.headers.get('etag')
  if (etag) lists.set(path, { etag, rows })
  else lists.delete(path)
  return rows
}

/** Photographs take their time on a thin line. */
const PHOTO_PATIENCE = 120_000
/** Sends a photograph of a colony's board or tray; the same again does no harm. */
export const sendPhoto = async (id: string, colonyId: string, photo: Blob): Promise<void> => {
  await ask(`/photos/${id}?colonyId=${colonyId}`, { method: 'PUT', headers: { 'content-type': 'image/jpeg' }, body: photo }, null, PHOTO_PATIENCE)
}
/** A photograph as it was kept. */
export const fetchPhoto = async (id: string): Promise<Blob> => (await ask(`/photos/${id}`, { method: 'GET' }, null, PHOTO_PATIENCE)).blob()

/** An export of years with its photographs takes long on a thin line. */
const EXPORT_PATIENCE = 1_800_000
/** Has an export looked through (`seq` null), or put back into the holding as it was looked through. */
export const sendExport = async (file: Blob, seq: number | null): Promise<Restoration> => {
  const init = { method: 'POST', headers: { 'content-type': 'application/zip' }, body: file }
  const response = await ask(`/holding/restoration${seq === null ? '' : `?seq=${seq}`}`, init, null, EXPORT_PATIENCE)
  return (await response.json()) as Restoration
}
