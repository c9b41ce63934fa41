/** What the weather service foretold, held against what came: how far it is off at a yard. And what a missed treatment is worth to the keeper. */
export const forecasts = {
  name: '010-forecasts',
  up: `
ALTER TABLE forecasts ADD COLUMN record jsonb NOT NULL DEFAULT '{"told": [], "n": 0, "squares": 0}' CHECK (jsonb_typeof(record) = 'object');
ALTER TABLE settings ADD COLUMN missed real CHECK (missed >= 1 AND missed <= 20);
`,
}
