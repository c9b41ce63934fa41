/** Whose a colony is: the yard in which it stands or stood last. Who was taken out of a holding, and when. */
export const rights = {
  name: '006-rights',
  up: `
CREATE INDEX placements_of_colony ON placements (colony_id, to_day) WHERE deleted_at IS NULL;
CREATE FUNCTION yard_of_colony(asked uuid) RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT yard_id FROM placements WHERE colony_id = asked AND deleted_at IS NULL ORDER BY to_day DESC NULLS FIRST, from_day DESC, created_at DESC LIMIT 1
$$;

CREATE TABLE removals (
  keeper_id uuid NOT NULL REFERENCES keepers,
  holding_id uuid NOT NULL REFERENCES holdings ON DELETE CASCADE,
  removed_at timestamptz NOT NULL,
  PRIMARY KEY (keeper_id, holding_id)
);
`,
} as const
