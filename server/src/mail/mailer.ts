import { createTransport } from 'nodemailer'
import { v7 } from 'uuid'
import type { Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'

export interface Letter {
  /** The same for the same letter, however often it is sent: readers show it once. */
  readonly id?: string
  readonly to: string
  readonly subject: string
  readonly text: string
}
export type Mailer = (letter: Letter) => Promise<void>

const FROM = 'Round Thistle <thistle@localhost.invalid>'

const messageId = (id: string) => `<${id}@round-thistle.invalid>`

/**
 * Sends by SMTP where a server is set; else the stand-in: the letter is written out as it would have gone and put into the
 * outbox, where it can be read in the application and as an .eml file.
 */
export function makeMailer(db: Database, clock: Clock, smtpUrl: string | null, from: string | null): Mailer {
  if (smtpUrl) {
    const transport = createTransport(smtpUrl)
    return async ({ id, ...letter }) => {
      await transport.sendMail({ from: from ?? FROM, ...letter, ...(id ? { messageId: messageId(id) } : {}) })
    }
  }
  const transport = createTransport({ streamTransport: true, buffer: true, newline: 'windows' })
  return async ({ id: named, ...letter }) => {
    const id = v7()
    const sentAt = clock()
    const made = await transport.sendMail({ from: from ?? FROM, ...letter, date: sentAt, messageId: messageId(named ?? id) })
    await db.model('outbox').create({
      id,
      toAddress: letter.to,
      subject: letter.subject,
      words: letter.text,
      message: (made.message as Buffer).toString('utf8'),
      sentAt,
    })
  }
}
