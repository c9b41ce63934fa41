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
  /** The sentence for a field, where there is one. */
  at(path: string): string | null {
    return this.faults.find((f) => f.path === path)?.sentence ?? null
  }
}

interface ProblemDocument {
  readonly type?: string
  readonly detail?: string
  readonly errors?: Refused['faults']
  readonly current?: unknown
}

const OUT_OF_REACH = 'The server cannot be reached. What you typed stays here; it goes on by itself once it is back.'

async function refusal(response: Response, sent: unknown): Promise<Refused> {
  const body = (await response.json().catch(() => ({}))) as ProblemDocument
  return new Refused(response.status, body.detail ?? 'The server gave no reason.', {
    faults: body.errors ?? [],
    current: body.current ?? null,
    sent,
    kind: body.type?.split(':').at(-1) ?? '',
  })
}

/** One call to our API. Throws `Refused` for every answer that is not a success. */
export async function call<T>(method: 'GET' | 'PUT' | 'POST' | 'DELETE', path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      credentials: 'same-origin',
      signal: AbortSignal.timeout(15_000),
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    })
  } catch {
    throw new Refused(0, OUT_OF_REACH)
  }
  if (!response.ok) throw await refusal(response, body ?? null)
  return response.status === 204 || response.status === 202 ? (undefined as T) : ((await response.json()) as T)
}
