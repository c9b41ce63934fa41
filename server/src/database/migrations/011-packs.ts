/** What a pack says of a course, for the register: noted after it was chosen, added to and never written over. */
export const packs = {
  name: '011-packs',
  up: `
ALTER TABLE events
  DROP CONSTRAINT events_kind_check,
  ADD CONSTRAINT events_kind_check CHECK (kind IN ('done', 'taken-back', 'cancelled', 'part', 'found', 'lifted', 'laid-again', 'round-added',
    'set', 'accepted', 'died', 'merged', 'sold', 'swarmed', 'requeened', 'pack-noted')),
  ADD COLUMN pack jsonb CHECK (jsonb_typeof(pack) = 'object'),
  ADD CONSTRAINT events_with_a_pack CHECK ((kind = 'pack-noted') = (pack IS NOT NULL));
`,
}
