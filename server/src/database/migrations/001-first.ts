/** The first schema. Calendar days are `date`, instants `timestamptz`; deletes are marks; every kept row has a version. */
const KEPT = `
  version integer NOT NULL CHECK (version >= 1),
  deleted_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()`

export const first = {
  name: '001-first',
  up: `
CREATE TABLE keepers (
  id uuid PRIMARY KEY,
  email text NOT NULL CHECK (email = lower(email) AND length(email) BETWEEN 3 AND 254),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  password_hash text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (email)
);

CREATE TABLE holdings (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  demo boolean NOT NULL DEFAULT false,
  lives_on date,
  seq bigint NOT NULL DEFAULT 0,
  created_at timestamptz NOT NULL DEFAULT now(),
  CHECK (lives_on IS NULL OR demo)
);

CREATE TABLE memberships (
  keeper_id uuid NOT NULL REFERENCES keepers,
  holding_id uuid NOT NULL REFERENCES holdings,
  role text NOT NULL CHECK (role IN ('owner', 'helper', 'reader')),
  yards uuid[],
  until_day date,
  PRIMARY KEY (keeper_id, holding_id)
);

CREATE TABLE settings (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL UNIQUE REFERENCES holdings,
  school text NOT NULL CHECK (school IN ('tight', 'two-percent', 'three-percent', 'one-two-three', 'five-in-jar')),
  priority text NOT NULL CHECK (priority IN ('knockdown', 'fewest-visits', 'gentle', 'keep-supers')),
  organic_only boolean NOT NULL,
  kit text[] NOT NULL,
  rules jsonb NOT NULL,
  stock jsonb NOT NULL,
  temperature_unit text NOT NULL CHECK (temperature_unit IN ('C', 'F')),
  mass_unit text NOT NULL CHECK (mass_unit IN ('g', 'oz')),
  ${KEPT},
  CHECK (id = holding_id)
);

CREATE TABLE yards (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  place integer NOT NULL DEFAULT 0,
  latitude double precision CHECK (latitude BETWEEN -90 AND 90),
  longitude double precision CHECK (longitude BETWEEN -180 AND 180),
  hemisphere text NOT NULL CHECK (hemisphere IN ('north', 'south')),
  time_zone text NOT NULL,
  normals jsonb NOT NULL,
  phase text CHECK (phase IN ('dormant', 'increase', 'peak', 'decrease')),
  last_opening date,
  supers_off_on date,
  supers_next_on date,
  ${KEPT}
);
CREATE INDEX yards_of_holding ON yards (holding_id, place);

CREATE TABLE weather_days (
  yard_id uuid NOT NULL REFERENCES yards,
  day date NOT NULL,
  high real NOT NULL CHECK (high BETWEEN -60 AND 60),
  low real NOT NULL CHECK (low BETWEEN -60 AND 60),
  PRIMARY KEY (yard_id, day),
  CHECK (low <= high)
);

CREATE TABLE colonies (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 40),
  since date NOT NULL,
  hived_on date,
  parents uuid[] NOT NULL DEFAULT '{}',
  retired_on date,
  retired_why text CHECK (length(retired_why) <= 200),
  ${KEPT},
  CHECK (retired_on IS NULL OR retired_on >= since),
  CHECK (hived_on IS NULL OR hived_on >= since)
);
CREATE INDEX colonies_of_holding ON colonies (holding_id);

CREATE TABLE placements (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  colony_id uuid NOT NULL REFERENCES colonies,
  yard_id uuid NOT NULL REFERENCES yards,
  position integer NOT NULL CHECK (position BETWEEN 1 AND 999),
  from_day date NOT NULL,
  to_day date,
  ${KEPT},
  CHECK (to_day IS NULL OR to_day >= from_day)
);
CREATE UNIQUE INDEX placement_now ON placements (colony_id) WHERE to_day IS NULL AND deleted_at IS NULL;
CREATE INDEX placements_of_yard ON placements (yard_id) WHERE to_day IS NULL AND deleted_at IS NULL;

CREATE TABLE looks (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  colony_id uuid NOT NULL REFERENCES colonies,
  on_day date NOT NULL,
  brood_boxes integer NOT NULL CHECK (brood_boxes BETWEEN 1 AND 12),
  frames_of_bees real CHECK (frames_of_bees BETWEEN 0 AND 120),
  frames_of_brood real CHECK (frames_of_brood BETWEEN 0 AND 120),
  brood text CHECK (brood IN ('none', 'open', 'capped')),
  hive text CHECK (hive IN ('frames', 'top-bar')),
  queen text CHECK (queen IN ('laying', 'new', 'caged', 'absent', 'unknown')),
  laying_since date,
  floor text CHECK (floor IN ('solid', 'screen-open', 'screen-closed')),
  floor_wet boolean,
  entrance text CHECK (entrance IN ('full', 'reduced')),
  clustered boolean,
  feeding boolean,
  newly_hived boolean,
  supers text CHECK (supers IN ('none', 'for-people', 'for-bees')),
  note text CHECK (length(note) <= 2000),
  ${KEPT}
);
CREATE INDEX looks_of_colony ON looks (colony_id, on_day DESC, created_at DESC) WHERE deleted_at IS NULL;

CREATE TABLE decisions (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  yard_id uuid NOT NULL REFERENCES yards,
  treatment text NOT NULL,
  made_on date NOT NULL,
  start_on date NOT NULL,
  note text CHECK (length(note) <= 2000),
  ${KEPT}
);

CREATE TABLE courses (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  decision_id uuid NOT NULL REFERENCES decisions,
  colony_id uuid NOT NULL REFERENCES colonies,
  treatment text NOT NULL,
  start_on date NOT NULL,
  latest_start date NOT NULL,
  facts jsonb NOT NULL,
  situation jsonb NOT NULL,
  answer jsonb NOT NULL,
  UNIQUE (decision_id, colony_id),
  CHECK (latest_start >= start_on)
);
CREATE INDEX courses_of_colony ON courses (colony_id, start_on);

CREATE TABLE counts (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  colony_id uuid NOT NULL REFERENCES colonies,
  course_id uuid REFERENCES courses,
  on_day date NOT NULL,
  method text NOT NULL CHECK (method IN ('wash', 'sugar', 'board', 'drone')),
  recovery real CHECK (recovery > 0 AND recovery <= 1),
  representative boolean,
  note text CHECK (length(note) <= 2000),
  ${KEPT}
);
CREATE INDEX counts_of_colony ON counts (colony_id, on_day DESC) WHERE deleted_at IS NULL;

CREATE TABLE count_samples (
  count_id uuid NOT NULL REFERENCES counts,
  n integer NOT NULL CHECK (n >= 1),
  mites integer NOT NULL CHECK (mites >= 0),
  bees integer CHECK (bees >= 1),
  days real CHECK (days > 0 AND days <= 30),
  PRIMARY KEY (count_id, n),
  CHECK (bees IS NULL OR mites <= bees),
  CHECK ((bees IS NULL) <> (days IS NULL))
);

CREATE TABLE events (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  seq bigint NOT NULL,
  course_id uuid NOT NULL REFERENCES courses,
  kind text NOT NULL CHECK (kind IN ('done', 'taken-back', 'cancelled')),
  job text CHECK (job IN ('prepare', 'dose', 'check', 'remove', 'put-back', 'queen-check')),
  n integer CHECK (n BETWEEN 1 AND 50),
  happened_on date NOT NULL,
  amount real CHECK (amount >= 0 AND amount <= 10000),
  note text CHECK (length(note) <= 2000),
  supersedes uuid REFERENCES events,
  device text CHECK (length(device) <= 80),
  keeper_id uuid NOT NULL REFERENCES keepers,
  saved_at timestamptz NOT NULL,
  UNIQUE (holding_id, seq),
  CHECK (kind <> 'done' OR (job IS NOT NULL AND n IS NOT NULL)),
  CHECK (kind <> 'taken-back' OR supersedes IS NOT NULL)
);
CREATE INDEX events_of_course ON events (course_id, seq);
CREATE UNIQUE INDEX superseded_once ON events (supersedes) WHERE supersedes IS NOT NULL;

CREATE TABLE history (
  holding_id uuid NOT NULL REFERENCES holdings,
  seq bigint NOT NULL,
  kind text NOT NULL,
  row_id uuid NOT NULL,
  version integer NOT NULL,
  state jsonb NOT NULL,
  keeper_id uuid REFERENCES keepers,
  saved_at timestamptz NOT NULL,
  PRIMARY KEY (holding_id, seq)
);
CREATE INDEX history_of_row ON history (row_id, version);

CREATE TABLE sessions (
  sid varchar PRIMARY KEY,
  sess json NOT NULL,
  expire timestamp(6) NOT NULL
);
CREATE INDEX sessions_expire ON sessions (expire);

CREATE FUNCTION append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'table % is append-only', TG_TABLE_NAME;
END $$;
CREATE TRIGGER events_append_only BEFORE UPDATE ON events FOR EACH ROW EXECUTE FUNCTION append_only();
CREATE TRIGGER history_append_only BEFORE UPDATE ON history FOR EACH ROW EXECUTE FUNCTION append_only();
`,
} as const
