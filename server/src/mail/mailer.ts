import { createTransport } from 'nodemailer'
import { v7 } from 'uuid'
import type { Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'

export interface Letter {
  readonly to: string
  readonly subject: string
  readonly text: string
}
export type Mailer = (letter: Letter) => Promise<void>

const FROM = 'Round Thistle <thistle@localhost.invalid>'

/**
 * Sends by SMTP where a server is set; else the stand-in: the letter is written out as it would have gone and put into the
 * outbox, where it can be read in the application and as an .eml file.
 */
export function makeMailer(db: Database, clock: Clock, smtpUrl: string | null, from: string | null): Mailer {
  if (smtpUrl) {
    const transport = createTransport(smtpUrl)
    return async (letter) => {
      await transport.sendMail({ from: from ?? FROM, ...letter })
    }
  }
  const transport = createTransport({ streamTransport: true, buffer: true, newline: 'windows' })
  return async (letter) => {
    const id = v7()
    const sentAt = clock()
    const made = await transport.sendMail({ from: from ?? FROM, ...letter, date: sentAt, messageId: `<${id}@round-thistle.invalid>` })
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
