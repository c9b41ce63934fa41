import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { pino } from 'pino'
import { makeApp } from './app.ts'
import { readConfig } from './config.ts'
import { findShare, migrate, openDatabase } from './database/index.ts'
import { loadDemo } from './demo/load.ts'
import { startProbe } from './standins/probe.ts'
import { startWeatherService } from './standins/weather-service.ts'

/** How long open requests may take to finish once the server is told to stop. */
const DRAIN = 8000

const config = readConfig(process.env)
/** Of a fault its kind and place; never the statement's values, which are people's records. */
const plainFault = (fault: Error & { code?: string; parent?: { code?: string } }) => ({
  type: fault.name,
  message: fault.message,
  code: fault.code ?? fault.parent?.code,
  stack: fault.stack,
})
const logger = pino({ level: config.logLevel, serializers: { err: plainFault } })
const clock = () => new Date()

async function main(): Promise<void> {
  const { writes, reads } = await findShare(config.databaseUrl, config.processes)
  const db = openDatabase(config.databaseUrl, writes, reads)
  const ran = await migrate(db.sequelize)
  if (ran.length > 0) logger.info({ ran }, 'schema brought up to date')
  await loadDemo(db, { again: process.argv.includes('--reset-demo') })
  if (process.argv.includes('--only-data')) {
    await db.close()
    process.disconnect?.()
    return
  }
  let ready = true
  let address = `http://${config.host}:${config.port}`
  const weather = config.weatherUrl ? null : await startWeatherService()
  const probe = config.probeUrl ? null : await startProbe()
  const app = makeApp({
    config,
    db,
    clock,
    logger,
    isReady: () => ready,
    publicUrl: () => config.publicUrl ?? address,
    weatherUrl: config.weatherUrl ?? weather?.url ?? '',
    probeUrl: config.probeUrl ?? probe?.url ?? '',
  })
  const server = createServer(app.express)
  // Longer than whoever asks keeps a connection: one that is closed under a request would fail it.
  server.keepAliveTimeout = 65_000
  server.headersTimeout = 66_000
  // An export of years with its photographs comes over a thin line; everything else is bounded by its size.
  server.requestTimeout = 1_800_000
  server.on('error', (fault: NodeJS.ErrnoException) => {
    process.send?.({ fault: fault.code, message: fault.message })
    logger.fatal({ err: fault }, 'cannot listen')
    process.exit(1)
  })
  server.listen(config.port, config.host, () => {
    const { port } = server.address() as AddressInfo
    address = `http://${config.host}:${port}`
    process.send?.({ listening: port })
    logger.info({ host: config.host, port, connections: writes + reads }, 'listening')
  })

  const stop = (why: string) => {
    if (!ready) return
    ready = false
    logger.info({ why }, 'stopping')
    setTimeout(() => process.exit(1), DRAIN).unref()
    server.close(async () => {
      await app.close()
      await weather?.close()
      await probe?.close()
      await db.close()
      process.exit(0)
    })
    server.closeIdleConnections()
  }
  process.on('SIGINT', () => stop('SIGINT'))
  process.on('SIGTERM', () => stop('SIGTERM'))
  process.on('disconnect', () => stop('the starter is gone'))
}

main().catch((fault: unknown) => {
  logger.fatal({ err: fault }, 'cannot start')
  process.send?.({ fault: 'start', message: (fault as Error).message })
  process.exit(1)
})
