import type { RequestHandler } from 'express'
import type { Sequelize } from 'sequelize'
import { prepared } from '../database/prepared.ts'
import { Problem } from '../problems/problem.ts'

export type Role = 'owner' | 'helper' | 'reader'

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
}

declare module 'express-session' {
  interface SessionData {
    keeperId: string
    holdingId: string
  }
}
declare global {
  namespace Express {
    interface Locals {
      scope: Scope
    }
  }
}

const QUERY = `
  SELECT k.id AS "keeperId", k.name AS "keeperName", h.id AS "holdingId", h.name AS "holdingName",
         m.role, m.yards, h.demo, h.lives_on AS "livesOn"
    FROM memberships m JOIN keepers k ON k.id = m.keeper_id JOIN holdings h ON h.id = m.holding_id
   WHERE m.keeper_id = $1 AND m.holding_id = $2
     AND (m.until_day IS NULL OR m.until_day >= current_date)`

/** The scope of a keeper in a holding, read anew each time: a role taken away ends at once. */
export async function findScope(sequelize: Sequelize, keeperId: string, holdingId: string): Promise<Scope | null> {
  const [scope] = await prepared<Scope>(sequelize, 'scope', QUERY, [keeperId, holdingId])
  return scope ?? null
}

/** Lets nobody by without a session, and puts their scope where routes find it. */
export const requireScope =
  (sequelize: Sequelize): RequestHandler =>
  async (req, res, next) => {
    const { keeperId, holdingId } = req.session
    if (!keeperId || !holdingId) throw Problem.notSignedIn()
    const scope = await findScope(sequelize, keeperId, holdingId)
    if (!scope) throw Problem.notSignedIn()
    if (req.method !== 'GET' && scope.role === 'reader') throw Problem.forbidden()
    res.locals.scope = scope
    next()
  }

/** True where the scope covers the yard (of its own holding). */
export const coversYard = (scope: Scope, yardId: string): boolean => scope.yards === null || scope.yards.includes(yardId)
