import type { Keeping } from '../records/put.ts'
import type { Limits } from '../access/limits.ts'
import type { Mailer } from '../mail/mailer.ts'

/** What the routes about people work with. */
export interface PeopleParts extends Keeping {
  readonly limits: Limits
  readonly mail: Mailer
  /** Where keepers reach the application, without a slash at the end: for links in letters. */
  readonly publicUrl: () => string
  readonly secret: string
}
