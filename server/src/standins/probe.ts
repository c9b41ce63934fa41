import { createServer, type IncomingMessage } from 'node:http'
import type { AddressInfo } from 'node:net'

/** The bowl, idle, °C. */
const IDLE = 231
/** Readings a second apart. */
const EVERY = 1000

/** The bowl's temperature so many seconds after so many grams went in: it falls, stays down while they evaporate, and comes back. */
export function bowlAt(seconds: number, grams: number): number {
  if (grams <= 0 || seconds < 0) return IDLE
  const depth = 42 + 18 * Math.min(grams, 4)
  const works = 35 + 22 * Math.min(grams, 4)
  const down = depth * (1 - Math.exp(-seconds / 5))
  if (seconds <= works) return IDLE - down
  return IDLE - depth * (1 - Math.exp(-works / 5)) * Math.exp(-(seconds - works) / 9)
}

async function bodyOf(req: IncomingMessage): Promise<string> {
  let text = ''
  for await (const part of req) text += String(part)
  return text
}

/** A simulated probe: a small service of its own that streams readings, and is told when it is loaded; a real one notices that by itself. */
export function startProbe(): Promise<{ url: string; close: () => Promise<void> }> {
  let loaded = { at: 0, grams: 0 }
  let noise = 1
  const server = createServer(async (req, res) => {
    if (req.method === 'POST' && req.url === '/v1/load') {
      const grams = Number((JSON.parse((await bodyOf(req)) || '{}') as { grams?: number }).grams ?? 1)
      loaded = { at: Date.now(), grams: Number.isFinite(grams) ? grams : 1 }
      res.writeHead(204).end()
      return
    }
    if (req.url !== '/v1/stream') {
      res.writeHead(404).end()
      return
    }
    res.writeHead(200, { 'content-type': 'application/x-ndjson' })
    const tell = () => {
      noise = (noise * 16_807) % 2_147_483_647
      const celsius = bowlAt((Date.now() - loaded.at) / 1000, loaded.grams) + (noise / 2_147_483_647 - 0.5) * 2
      res.write(`${JSON.stringify({ probe: 1, at: new Date().toISOString(), celsius: Math.round(celsius * 10) / 10, simulated: true })}\n`)
    }
    tell()
    const timer = setInterval(tell, EVERY)
    res.on('close', () => clearInterval(timer))
  })
  return new Promise((resolve, reject) => {
    server.on('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      resolve({
        url: `http://127.0.0.1:${port}/v1`,
        close: () =>
          new Promise((done) => {
            server.close(() => done())
            server.closeAllConnections()
          }),
      })
    })
  })
}
