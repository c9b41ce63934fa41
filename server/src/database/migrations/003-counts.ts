/** Every way of counting: what stays with a count, boards that lie, jars of a whole yard, photographs, a keeper's own limits. */
export const counts = {
  name: '003-counts',
  up: `
ALTER TABLE counts
  ADD COLUMN fluid text CHECK (fluid IN ('alcohol', 'screenwash', 'soapy-water')),
  ADD COLUMN flags text[] NOT NULL DEFAULT '{}'
    CHECK (flags <@ ARRAY['queenless', 'newly-hived', 'broodless', 'from-super', 'clumped-sugar', 'other']),
  ADD COLUMN queen_seen boolean,
  ADD COLUMN waited real CHECK (waited >= 0 AND waited <= 86400),
  ADD COLUMN photo jsonb,
  ADD CHECK (method = 'wash' OR fluid IS NULL),
  ADD CHECK (method = 'sugar' OR waited IS NULL);
ALTER TABLE count_samples
  ADD COLUMN shakes integer[],
  ADD COLUMN measured jsonb,
  ADD COLUMN squares jsonb,
  ADD CHECK (squares IS NULL OR ((squares ->> 'counted')::int BETWEEN 1 AND (squares ->> 'of')::int)),
  ADD CHECK (squares IS NULL OR days IS NOT NULL),
  ADD CHECK (measured IS NULL OR bees IS NOT NULL);

CREATE TABLE boards (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  colony_id uuid NOT NULL REFERENCES colonies,
  laid_on date NOT NULL,
  taken_on date,
  version integer NOT NULL CHECK (version >= 1),
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  deleted_at timestamptz,
  CHECK (taken_on >= laid_on)
);
CREATE UNIQUE INDEX board_lying ON boards (colony_id) WHERE taken_on IS NULL AND deleted_at IS NULL;

CREATE TABLE jars (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  yard_id uuid NOT NULL REFERENCES yards,
  on_day date NOT NULL,
  method text NOT NULL CHECK (method IN ('wash', 'sugar')),
  mites integer NOT NULL CHECK (mites >= 0),
  bees integer NOT NULL CHECK (bees >= 1),
  recovery real CHECK (recovery > 0 AND recovery <= 1),
  colonies uuid[] NOT NULL DEFAULT '{}',
  note text CHECK (length(note) <= 2000),
  version integer NOT NULL CHECK (version >= 1),
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  deleted_at timestamptz,
  CHECK (mites <= bees)
);
CREATE INDEX jars_of_yard ON jars (yard_id, on_day DESC) WHERE deleted_at IS NULL;

CREATE TABLE photos (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  colony_id uuid NOT NULL REFERENCES colonies,
  type text NOT NULL CHECK (type IN ('image/jpeg', 'image/png', 'image/webp')),
  width integer NOT NULL CHECK (width BETWEEN 1 AND 20000),
  height integer NOT NULL CHECK (height BETWEEN 1 AND 20000),
  bytes bytea NOT NULL CHECK (octet_length(bytes) BETWEEN 1 AND 20971520),
  saved_at timestamptz NOT NULL
);
CREATE INDEX photos_of_holding ON photos (holding_id);

ALTER TABLE settings
  ADD COLUMN own_limits jsonb NOT NULL DEFAULT '{}',
  ADD COLUMN boards text CHECK (boards IN ('timely', 'collapse')),
  ADD COLUMN cup jsonb,
  ADD COLUMN sugar_recovery real CHECK (sugar_recovery > 0 AND sugar_recovery <= 1);
`,
} as const
