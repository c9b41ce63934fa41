/** Preferences that came with every treatment: no liquid acids, what stays out of the wax. */
export const rules = {
  name: '004-rules',
  up: `
ALTER TABLE settings
  ADD COLUMN no_liquid_acids boolean NOT NULL DEFAULT false,
  DROP CONSTRAINT settings_priority_check,
  ADD CONSTRAINT settings_priority_check CHECK (priority IN ('knockdown', 'fewest-visits', 'gentle', 'keep-supers', 'clean-wax'));
`,
} as const
