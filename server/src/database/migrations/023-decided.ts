/**
 * What a course was decided on, its situation and the answer with every sentence, in one compressed text: 155 kB of JSON took 62 kB a course
 * and take 12 now. Rows of before keep theirs as they are until they are packed (courses/decided.ts).
 */
export const decided = {
  name: '023-decided',
  up: `
ALTER TABLE courses ADD COLUMN decided bytea;
ALTER TABLE courses ALTER COLUMN decided SET STORAGE EXTERNAL;
ALTER TABLE courses ALTER COLUMN situation DROP NOT NULL;
ALTER TABLE courses ALTER COLUMN answer DROP NOT NULL;
ALTER TABLE courses ADD CONSTRAINT courses_know_why CHECK (decided IS NOT NULL OR (situation IS NOT NULL AND answer IS NOT NULL));
CREATE INDEX courses_to_pack ON courses (id) WHERE decided IS NULL;
`,
} as const
