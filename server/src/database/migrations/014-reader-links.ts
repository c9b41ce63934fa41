/** Links by which somebody without an account reads some parts of some yards, until a day or until they are withdrawn. */
export const readerLinks = {
  name: '014-reader-links',
  up: `
CREATE TABLE reader_links (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  made_by uuid NOT NULL REFERENCES keepers,
  for_whom text NOT NULL CHECK (length(for_whom) BETWEEN 1 AND 80),
  yards uuid[],
  parts text[] NOT NULL CHECK (cardinality(parts) BETWEEN 1 AND 4 AND parts <@ ARRAY['register', 'counts', 'looks', 'review']),
  digest text NOT NULL UNIQUE,
  made_at timestamptz NOT NULL,
  ends_at timestamptz NOT NULL CHECK (ends_at > made_at),
  withdrawn_at timestamptz,
  read_at timestamptz
);
CREATE INDEX reader_links_of_holding ON reader_links (holding_id);
`,
}
