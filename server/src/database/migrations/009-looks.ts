/** Stores and signs, noted with a look; and the days of what a look carries on from one before. */
export const looks = {
  name: '009-looks',
  up: `
ALTER TABLE looks
  ADD COLUMN stores text CHECK (stores IN ('starving', 'light', 'enough', 'heavy')),
  ADD COLUMN signs text[] NOT NULL DEFAULT '{}'
    CHECK (signs <@ ARRAY['spotty-brood', 'chewed-cappings', 'crippled-wings', 'white-specks', 'dead-bees', 'wasps', 'robbing']),
  ADD COLUMN seen_on jsonb CHECK (jsonb_typeof(seen_on) = 'object');
`,
}
