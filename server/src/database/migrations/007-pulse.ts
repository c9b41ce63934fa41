/** What `/readyz` writes to see whether anything can be written; what shows that an export reached its keeper; holdings on their way out. */
export const pulse = {
  name: '007-pulse',
  up: `
CREATE TABLE pulse (one integer PRIMARY KEY CHECK (one = 1), at timestamptz NOT NULL);
ALTER TABLE holdings
  ADD COLUMN export_code text,
  ADD COLUMN leaving_at timestamptz;
`,
} as const
