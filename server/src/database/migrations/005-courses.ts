/** Courses in full: parts, fallen strips, pauses, mends and fates; the keeper's days; calendars to subscribe to; letters in the morning. */
export const courses = {
  name: '005-courses',
  up: `
ALTER TABLE events
  DROP CONSTRAINT events_kind_check,
  ADD CONSTRAINT events_kind_check CHECK (kind IN ('done', 'taken-back', 'cancelled', 'part', 'found', 'lifted', 'laid-again', 'round-added',
    'set', 'accepted', 'died', 'merged', 'sold', 'swarmed', 'requeened')),
  DROP CONSTRAINT events_job_check,
  ADD CONSTRAINT events_job_check CHECK (job IN ('prepare', 'dose', 'check', 'remove', 'put-back', 'queen-check', 'recount')),
  ADD COLUMN done_by text CHECK (length(done_by) <= 80),
  ADD COLUMN reason text CHECK (length(reason) BETWEEN 1 AND 2000),
  ADD COLUMN spots jsonb CHECK (jsonb_typeof(spots) = 'array'),
  ADD CONSTRAINT events_of_a_job CHECK (kind NOT IN ('part', 'set', 'accepted') OR (job IS NOT NULL AND n IS NOT NULL)),
  ADD CONSTRAINT events_with_an_amount CHECK (kind NOT IN ('part', 'found') OR amount IS NOT NULL),
  ADD CONSTRAINT events_with_a_reason CHECK (kind <> 'accepted' OR reason IS NOT NULL);

ALTER TABLE settings
  ADD COLUMN work jsonb,
  ADD COLUMN closed_through date;

CREATE TABLE visits (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  yard_id uuid NOT NULL REFERENCES yards,
  day date NOT NULL,
  note text CHECK (length(note) <= 2000),
  version integer NOT NULL CHECK (version >= 1),
  deleted_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX visit_of_day ON visits (yard_id, day) WHERE deleted_at IS NULL;

CREATE TABLE calendars (
  id uuid PRIMARY KEY,
  keeper_id uuid NOT NULL REFERENCES keepers,
  holding_id uuid NOT NULL REFERENCES holdings,
  digest text UNIQUE,
  made_at timestamptz,
  read_at timestamptz,
  UNIQUE (keeper_id, holding_id)
);
CREATE TABLE calendar_events (
  calendar_id uuid NOT NULL REFERENCES calendars ON DELETE CASCADE,
  uid text NOT NULL,
  sequence integer NOT NULL CHECK (sequence >= 0),
  mark text NOT NULL,
  day date NOT NULL,
  summary text NOT NULL,
  cancelled boolean NOT NULL,
  changed_at timestamptz NOT NULL,
  PRIMARY KEY (calendar_id, uid)
);

CREATE TABLE letters (
  keeper_id uuid NOT NULL REFERENCES keepers,
  holding_id uuid NOT NULL REFERENCES holdings,
  day date NOT NULL,
  state text NOT NULL CHECK (state IN ('claimed', 'sent', 'failed', 'nothing')),
  tries integer NOT NULL CHECK (tries >= 1),
  claimed_at timestamptz NOT NULL,
  PRIMARY KEY (keeper_id, holding_id, day)
);
`,
} as const
