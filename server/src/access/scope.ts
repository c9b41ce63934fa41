import type { Request } from 'express'
import type { KeptPractice } from '@thistle/core/practice'
import type { Database } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'

export type Role = 'owner' | 'helper' | 'reader'
export const ROLES: readonly Role[] = ['owner', 'helper', 'reader']

/** Who asks, and what of the holding they may see. Every query goes through it. */
export interface Scope {
  readonly keeperId: string
  readonly keeperName: string
  readonly holdingId: string
  readonly holdingName: string
  readonly role: Role
  /** Null: all yards. */
  readonly yards: readonly string[] | null
  readonly demo: boolean
  /** The date the holding lives on; null: the real one. */
  readonly livesOn: string | null
  /** What a holding to practise on was drawn from; null, or left out, of any other. */
  readonly practice?: KeptPractice | null
  /** Nothing is entered any more for this day or before it. */
  readonly closedThrough: string | null
}

declare module 'express-session' {
  interface SessionData {
    keeperId: string
    holdingId: string | null
    /** When it began and was last used, ISO instants; and with what. */
    since: string
    seenAt: string
    agent: string
    /** Ended from another device: whoever still has its cookie is told so, and nothing else. */
    ended: boolean
  }
}

const QUERY = `
  SELECT k.id AS "keeperId", k.name AS "keeperName", h.id AS "holdingId", h.name AS "holdingName",
         m.role, m.yards, h.demo, h.lives_on AS "livesOn", h.practice,
         s.closed_through AS "closedThrough"
    FROM memberships m JOIN keepers k ON k.id = m.keeper_id JOIN holdings h ON h.id = m.holding_id
    LEFT JOIN settings s ON s.holding_id = h.id
   WHERE m.keeper_id = $1 AND m.holding_id = $2 AND h.leaving_at IS NULL
     AND (m.until_day IS NULL OR m.until_day >= current_date)`

/** The scope of a keeper in a holding, read anew each time: a role taken away ends at once. */
export async function findScope(db: Database, keeperId: string, holdingId: string): Promise<Scope | null> {
  const [scope] = await db.reads.read<Scope>('scope', QUERY, [keeperId, holdingId])
  return scope ?? null
}

/** Who is signed in; nobody gets by without. */
export function signedIn(req: Request): string {
  const { keeperId, ended } = req.session
  if (ended) throw Problem.signedOutElsewhere()
  if (!keeperId) throw Problem.notSignedIn()
  return keeperId
}

/** The scope of whoever is signed in, in the holding they have in view. */
export async function scopeOf(db: Database, req: Request): Promise<Scope> {
  const keeperId = signedIn(req)
  const { holdingId } = req.session
  const scope = holdingId ? await findScope(db, keeperId, holdingId) : null
  if (!scope) throw Problem.noHolding()
  return scope
}

/** True where the scope covers the yard (of its own holding). */
export const coversYard = (scope: Scope, yardId: string): boolean => scope.yards === null || scope.yards.includes(yardId)
