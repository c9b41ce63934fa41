/** What a keeper found out of the reasons for which a course may have fallen short: added to and never written over. */
export const whys = {
  name: '012-whys',
  up: `
ALTER TABLE events
  DROP CONSTRAINT events_kind_check,
  ADD CONSTRAINT events_kind_check CHECK (kind IN ('done', 'taken-back', 'cancelled', 'part', 'found', 'lifted', 'laid-again', 'round-added',
    'set', 'accepted', 'died', 'merged', 'sold', 'swarmed', 'requeened', 'pack-noted', 'why-noted')),
  ADD COLUMN why jsonb CHECK (jsonb_typeof(why) = 'object'),
  ADD CONSTRAINT events_with_a_why CHECK ((kind = 'why-noted') = (why IS NOT NULL));
`,
}
