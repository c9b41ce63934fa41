/** What stands on the shelf, pack by pack; what settings had of it stands there from now on. */
export const lots = {
  name: '015-lots',
  up: `
CREATE TABLE lots (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings,
  treatment text NOT NULL CHECK (length(treatment) BETWEEN 1 AND 60),
  label text CHECK (length(label) <= 80),
  batch text CHECK (length(batch) <= 40),
  expires date,
  opened_on date,
  units real CHECK (units BETWEEN 0 AND 100000),
  counted_on date NOT NULL,
  pack_holds real CHECK (pack_holds > 0 AND pack_holds <= 100000),
  price real CHECK (price BETWEEN 0 AND 1000000),
  bought text CHECK (length(bought) <= 80),
  vet text CHECK (length(vet) <= 80),
  kept text CHECK (length(kept) <= 80),
  mix jsonb,
  made_from uuid REFERENCES lots,
  made_of real CHECK (made_of BETWEEN 0 AND 100000),
  gone_on date,
  gone_why text CHECK (length(gone_why) <= 200),
  note text CHECK (length(note) <= 2000),
  version integer NOT NULL CHECK (version >= 1),
  deleted_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  CHECK (opened_on IS NULL OR expires IS NULL OR opened_on <= expires)
);
CREATE INDEX lots_of_holding ON lots (holding_id);
INSERT INTO lots (id, holding_id, treatment, label, batch, expires, opened_on, units, counted_on, bought, vet, version)
SELECT gen_random_uuid(), s.holding_id, l.key, l.value ->> 'label', l.value ->> 'batch', (l.value ->> 'expires')::date,
       CASE WHEN (l.value ->> 'openedOn')::date <= (l.value ->> 'expires')::date OR l.value ->> 'expires' IS NULL THEN (l.value ->> 'openedOn')::date END,
       (l.value ->> 'units')::real, current_date, l.value ->> 'bought', l.value ->> 'vet', 1
  FROM settings s, jsonb_each(s.stock) l
 WHERE jsonb_typeof(l.value) = 'object'
   AND (l.value ->> 'units' IS NOT NULL OR l.value ->> 'expires' IS NOT NULL OR l.value ->> 'label' IS NOT NULL OR l.value ->> 'batch' IS NOT NULL);
UPDATE settings SET stock = '{}';
`,
}
