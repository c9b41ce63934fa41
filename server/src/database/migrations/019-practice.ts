/** Holdings to practise on: what they were drawn from; their colonies are made up. */
export const practice = {
  name: '019-practice',
  up: `ALTER TABLE holdings ADD COLUMN practice jsonb, DROP CONSTRAINT holdings_check, ADD CONSTRAINT holdings_lives CHECK (lives_on IS NULL OR demo OR practice IS NOT NULL);`,
}
