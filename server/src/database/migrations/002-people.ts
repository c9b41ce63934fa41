/** People, invitations, weather from a service, the outbox, and what undo needs. */
export const people = {
  name: '002-people',
  up: `
ALTER TABLE keepers
  ADD COLUMN preferences jsonb NOT NULL DEFAULT '{}',
  ADD COLUMN exported_at timestamptz,
  ADD COLUMN left_at timestamptz;
-- Units belong to the one who reads; they were the holding's before.
UPDATE keepers k SET preferences = jsonb_build_object('temperature', s.temperature_unit, 'mass', s.mass_unit)
  FROM memberships m JOIN settings s ON s.holding_id = m.holding_id WHERE m.keeper_id = k.id;
ALTER TABLE settings DROP COLUMN temperature_unit, DROP COLUMN mass_unit;

ALTER TABLE memberships ADD COLUMN since timestamptz NOT NULL DEFAULT now();
CREATE INDEX memberships_of_holding ON memberships (holding_id);
ALTER TABLE holdings ADD COLUMN exported_seq bigint;

CREATE TABLE invitations (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  for_whom text NOT NULL CHECK (length(for_whom) BETWEEN 1 AND 80),
  role text NOT NULL CHECK (role IN ('owner', 'helper', 'reader')),
  yards uuid[],
  until_day date,
  made_by uuid NOT NULL REFERENCES keepers,
  made_at timestamptz NOT NULL,
  ends_at timestamptz NOT NULL,
  used_by uuid REFERENCES keepers,
  used_at timestamptz,
  withdrawn_at timestamptz,
  CHECK ((used_by IS NULL) = (used_at IS NULL))
);
CREATE INDEX invitations_of_holding ON invitations (holding_id, made_at DESC);

CREATE TABLE password_resets (
  digest text PRIMARY KEY,
  keeper_id uuid NOT NULL REFERENCES keepers,
  ends_at timestamptz NOT NULL
);
CREATE INDEX password_resets_of_keeper ON password_resets (keeper_id);

CREATE TABLE outbox (
  id uuid PRIMARY KEY,
  to_address text NOT NULL,
  subject text NOT NULL,
  words text NOT NULL,
  message text NOT NULL,
  sent_at timestamptz NOT NULL
);
CREATE INDEX outbox_by_time ON outbox (sent_at DESC);

ALTER TABLE weather_days
  ADD COLUMN source text NOT NULL DEFAULT 'hand' CHECK (source IN ('hand', 'station'));
-- The demo's days came from here; they come from the weather service now.
DELETE FROM weather_days WHERE yard_id IN (SELECT y.id FROM yards y JOIN holdings h ON h.id = y.holding_id WHERE h.demo);
CREATE TABLE forecasts (
  yard_id uuid PRIMARY KEY REFERENCES yards,
  for_day date NOT NULL,
  place text NOT NULL,
  asked_at timestamptz NOT NULL,
  state text NOT NULL CHECK (state IN ('told', 'down', 'slow', 'nonsense')),
  service text,
  days jsonb NOT NULL
);

ALTER TABLE history ADD COLUMN batch bigint;
CREATE INDEX history_batch ON history (holding_id, batch) WHERE batch IS NOT NULL;

CREATE INDEX sessions_of_keeper ON sessions ((sess ->> 'keeperId'));
-- Counters of attempts, shared by all instances; worth nothing after a crash, hence unlogged.
CREATE UNLOGGED TABLE attempts (key varchar(255) PRIMARY KEY, points integer NOT NULL DEFAULT 0, expire bigint);
`,
} as const
