import type { Request, RequestHandler } from 'express'
import { Problem } from '../problems/problem.ts'

/** Names by which only this very machine can be meant. */
const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]'])
/** Addresses from which only this very machine can ask. */
const LOOPBACK_ADDRESS = /^(::1|(::ffff:)?127(\.\d{1,3}){3})$/

const nameOf = (host: string): string | null => {
  const url = `http://${host}`
  return URL.canParse(url) ? new URL(url).hostname.toLowerCase() : null
}

/** Whether a request comes from this machine itself and from nobody behind a proxy on it: by the connection, and under this machine's own name. */
export const isFromHere = (req: Request): boolean =>
  LOOPBACK_ADDRESS.test(req.socket.remoteAddress ?? '') &&
  LOOPBACK.has(nameOf(req.headers.host ?? '') ?? '') &&
  req.get('x-forwarded-for') === undefined

/**
 * Takes requests under the names that are ours alone: those of this machine, the address it listens on, and the public address. A
 * page elsewhere that has its own name lead to this machine would otherwise be "the same site", and could ask whatever its reader may.
 */
export function knownHost(listensOn: string, publicUrl: string | null): RequestHandler {
  const ours = new Set([...LOOPBACK, listensOn.toLowerCase(), ...(publicUrl ? [new URL(publicUrl).hostname.toLowerCase()] : [])])
  return (req, _res, next) => {
    const name = nameOf(req.headers.host ?? '')
    if (name === null || !ours.has(name))
      throw new Problem(
        421,
        'other-host',
        'This server does not answer under that name. Whoever runs it sets PUBLIC_URL to the address that keepers use.',
      )
    next()
  }
}

/** True where a browser says that the request came from another site's page: by fetch metadata, or by `Origin` where it sends none. */
export function isFromElsewhere(req: Request, publicUrl: string | null): boolean {
  const site = req.get('sec-fetch-site')
  if (site) return site !== 'same-origin' && site !== 'none'
  const origin = req.get('origin')
  if (!origin) return false
  if (!URL.canParse(origin)) return true
  // Behind a proxy the host may be the proxy's word; the public address is not.
  return new URL(origin).host !== req.headers.host && new URL(origin).origin !== (publicUrl ? new URL(publicUrl).origin : null)
}
