import { hashPassword } from '../access/passwords.ts'
import { endOtherSessions } from '../access/sessions.ts'
import { isDemoKeeper } from '../demo/visit.ts'
import { Problem } from '../problems/problem.ts'
import { endCalendars } from '../calendar/routes.ts'
import { digestOf, freshToken } from './tokens.ts'
import type { PeopleParts } from './parts.ts'

const HOUR = 3600_000

/** Sends a letter with a link for a new password, where there is such an account; nobody is told whether there is. */
export async function sendReset({ db, clock, mail, publicUrl }: PeopleParts, email: string): Promise<void> {
  const keeper = await db.model('keepers').findOne({ where: { email }, raw: true })
  if (!keeper || isDemoKeeper(keeper.id)) return
  const token = freshToken()
  await db.model('passwordResets').create({ digest: digestOf(token), keeperId: keeper.id, endsAt: new Date(clock().getTime() + HOUR) })
  await mail({
    to: email,
    subject: 'A new password for Round Thistle',
    text: `Hello ${keeper.name},\n\nsomebody, we hope you, asked for a new password. Within an hour, choose one here:\n\n${publicUrl()}/new-password/${token}\n\nThe link works once. If you did not ask, do nothing: your password stays as it is.\n`,
  })
}

/** Sets a new password by the token of a letter: once, within its hour. Every open session ends. */
export async function useReset({ db, clock }: PeopleParts, token: string, password: string): Promise<string> {
  const passwordHash = await hashPassword(password)
  return db.sequelize.transaction(async (transaction) => {
    const [rows] = await db.sequelize.query(
      'DELETE FROM password_resets WHERE digest = :digest RETURNING keeper_id AS "keeperId", ends_at AS "endsAt"',
      {
        replacements: { digest: digestOf(token) },
        transaction,
      },
    )
    const [found] = rows as { keeperId: string; endsAt: Date }[]
    if (!found || found.endsAt < clock()) throw new Problem(410, 'link-over', 'This link has been used or is older than an hour. Ask for a new one.')
    await db.model('passwordResets').destroy({ where: { keeperId: found.keeperId }, transaction })
    await db.model('keepers').update({ passwordHash }, { where: { id: found.keeperId }, transaction })
    await endOtherSessions(db, found.keeperId, null, transaction)
    await endCalendars(db, found.keeperId, transaction)
    return found.keeperId
  })
}
