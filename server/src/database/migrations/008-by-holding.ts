/** Rows are asked for by holding (exports, restorations, clearing), and by who wrote them where a keeper is cleared. */
export const byHolding = {
  name: '008-by-holding',
  up: `
CREATE INDEX placements_of_holding ON placements (holding_id);
CREATE INDEX looks_of_holding ON looks (holding_id);
CREATE INDEX counts_of_holding ON counts (holding_id);
CREATE INDEX counts_of_course ON counts (course_id) WHERE course_id IS NOT NULL;
CREATE INDEX boards_of_holding ON boards (holding_id);
CREATE INDEX jars_of_holding ON jars (holding_id);
CREATE INDEX visits_of_holding ON visits (holding_id);
CREATE INDEX decisions_of_holding ON decisions (holding_id);
CREATE INDEX courses_of_holding ON courses (holding_id);
CREATE INDEX history_of_keeper ON history (keeper_id);
CREATE INDEX events_of_keeper ON events (keeper_id);
`,
} as const
