/**
 * What the courses of a decision were decided on, their situations and answers with every sentence, in one compressed text: 155 kB of JSON
 * took 62 kB a course and take 2.3 now. Rows of before keep theirs as they are until they are packed (courses/decided.ts).
 */
export const decided = {
  name: '023-decided',
  up: `
CREATE TABLE decided (
  id uuid PRIMARY KEY,
  holding_id uuid NOT NULL REFERENCES holdings (id),
  lines bytea NOT NULL
);
ALTER TABLE decided ALTER COLUMN lines SET STORAGE EXTERNAL;
CREATE INDEX decided_of_holding ON decided (holding_id);
ALTER TABLE courses ADD COLUMN decided_id uuid REFERENCES decided (id);
ALTER TABLE courses ALTER COLUMN situation DROP NOT NULL;
ALTER TABLE courses ALTER COLUMN answer DROP NOT NULL;
ALTER TABLE courses ADD CONSTRAINT courses_know_why CHECK (decided_id IS NOT NULL OR (situation IS NOT NULL AND answer IS NOT NULL));
CREATE INDEX courses_to_pack ON courses (decision_id) WHERE decided_id IS NULL;
CREATE INDEX courses_decided ON courses (decided_id) WHERE decided_id IS NOT NULL;
`,
} as const
