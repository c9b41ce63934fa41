/** Treatments side by side: arms, the colonies drawn into them by a seed, and when it began and ended. */
export const trials = {
  name: '013-trials',
  up: `
CREATE TABLE trials (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  yard_id uuid NOT NULL REFERENCES yards,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  start_on date NOT NULL,
  arms jsonb NOT NULL CHECK (jsonb_typeof(arms) = 'array' AND jsonb_array_length(arms) BETWEEN 2 AND 4),
  drawn jsonb NOT NULL CHECK (jsonb_typeof(drawn) = 'array' AND jsonb_array_length(drawn) BETWEEN 4 AND 200),
  seed integer NOT NULL CHECK (seed >= 0),
  ended_on date,
  note text CHECK (length(note) <= 2000),
  version integer NOT NULL CHECK (version >= 1),
  deleted_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX trials_of_yard ON trials (yard_id);
CREATE INDEX trials_of_holding ON trials (holding_id);
`,
}
