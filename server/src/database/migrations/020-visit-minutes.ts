/** How long a visit took: the estimates of the next ones learn from it. */
export const visitMinutes = {
  name: '020-visit-minutes',
  up: `ALTER TABLE visits ADD COLUMN minutes integer CHECK (minutes BETWEEN 1 AND 1440);`,
}
