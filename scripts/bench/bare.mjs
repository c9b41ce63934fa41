/** The plainest route there is on the same database, in a process of its own: what everything else is held against. Port by IPC. */
import express from 'express'
import pg from 'pg'

const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 4 })
// The database may end before this does.
pool.on('error', () => undefined)
const app = express()
app.get('/bare', async (_req, res) => {
  const { rows } = await pool.query({
    name: 'bare',
    text: 'SELECT * FROM counts WHERE on_day >= $1 LIMIT 40',
    values: ['2026-01-01'],
  })
  res.json(rows)
})
/** Milliseconds of processor time that this process has used. */
app.get('/cpu', (_req, res) => {
  const { user, system } = process.cpuUsage()
  res.json((user + system) / 1000)
})
const server = app.listen(0, '127.0.0.1', () => process.send(server.address().port))
process.on('disconnect', () => process.exit(0))
