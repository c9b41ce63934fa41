/** What is known of a keeper's tools: cartridges, their dates and hours. */
export const gear = {
  name: '016-gear',
  up: `ALTER TABLE settings ADD COLUMN gear jsonb NOT NULL DEFAULT '{}';`,
}
