/** Treatments of a keeper's own, by the sheets that they made after a label. */
export const own = {
  name: '018-own',
  up: `ALTER TABLE settings ADD COLUMN own jsonb NOT NULL DEFAULT '[]';`,
}
