import type { ErrorRequestHandler, RequestHandler } from 'express'
import { BaseError, ConnectionError, type DatabaseError } from 'sequelize'
import { fromDatabase } from './from-database.ts'
import { Problem, problemBody } from './problem.ts'

/** Codes with which PostgreSQL, or the way to it, says that it is gone. */
const GONE = /^(57P0[123]|57014|55P03|25P03|08\w{3}|53300|55000|ECONNREFUSED|ECONNRESET|EPIPE|ENOTFOUND|ETIMEDOUT)$/

function isGone(fault: unknown): boolean {
  if (fault instanceof ConnectionError) return true
  const code = (fault as { code?: string; parent?: { code?: string } } | null)?.code ?? (fault as { parent?: { code?: string } } | null)?.parent?.code
  return (
    (code !== undefined && GONE.test(code)) ||
    /Connection terminated|ConnectionManager|Client has encountered/.test((fault as Error | null)?.message ?? '')
  )
}

function fromParser(fault: { type?: string; status?: number }): Problem | null {
  if (fault.type === 'entity.too.large') return new Problem(413, 'too-large', 'That is over 1 MB, the most that is taken at once.')
  if (fault.type === 'entity.parse.failed') return Problem.invalid([{ path: '', sentence: 'The body is not JSON.' }])
  if (fault.type === 'encoding.unsupported' || fault.type === 'charset.unsupported') return new Problem(415, 'not-json', 'Send JSON in UTF-8.')
  if (fault.status === 400) return Problem.invalid([{ path: '', sentence: 'The request is not understood.' }])
  return null
}

/** What was thrown as a problem; `unforeseen` where nobody knows what it is. */
export function problemOf(fault: unknown): { readonly problem: Problem; readonly unforeseen: boolean } {
  if (fault instanceof Problem) return { problem: fault, unforeseen: false }
  if (isGone(fault)) return { problem: Problem.unavailable(), unforeseen: false }
  const found = fault instanceof BaseError ? fromDatabase(fault as DatabaseError) : fromParser(fault as { type?: string; status?: number })
  return {
    problem: found ?? new Problem(500, 'fault', 'Something went wrong on our side. Nothing was saved; try again.'),
    unforeseen: found === null,
  }
}

/** Turns whatever was thrown into a problem document; what nobody foresaw is logged whole and told in one sentence. */
export const problemHandler: ErrorRequestHandler = (fault: unknown, req, res, _next) => {
  const { problem, unforeseen } = problemOf(fault)
  if (unforeseen) req.log?.error({ err: fault }, 'unforeseen fault')
  if (res.headersSent) {
    res.destroy()
    return
  }
  if (problem.extra.retryAfter) res.setHeader('retry-after', String(problem.extra.retryAfter))
  res
    .status(problem.status)
    .type('application/problem+json')
    .send(JSON.stringify(problemBody(problem, req.id)))
}

export const noSuchRoute: RequestHandler = (_req, _res, next) => next(Problem.notFound())
