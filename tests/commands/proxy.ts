/** A small reverse proxy in front of several instances, turn and turn about: as one in front of a real installation would be. */
import { createServer, request, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'

export interface Proxy {
  readonly url: string
  /** The ports behind it, in turn. */
  readonly served: number[]
  readonly close: () => Promise<void>
}

export async function startProxy(ports: () => readonly number[]): Promise<Proxy> {
  let turn = 0
  const served: number[] = []
  const server: Server = createServer((req, res) => {
    const all = ports()
    const port = all[turn++ % all.length] ?? 0
    served.push(port)
    const headers = { ...req.headers, 'x-forwarded-for': '203.0.113.7', 'x-forwarded-proto': 'https', 'x-forwarded-host': req.headers.host ?? '' }
    const behind = request({ host: '127.0.0.1', port, path: req.url, method: req.method, headers }, (answer) => {
      res.writeHead(answer.statusCode ?? 502, answer.headers)
      answer.pipe(res)
    })
    behind.on('error', () => {
      if (!res.headersSent) res.writeHead(502)
      res.end()
    })
    req.pipe(behind)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    served,
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve())
        server.closeAllConnections()
      }),
  }
}
