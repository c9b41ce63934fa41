import type { Sequelize, Transaction } from 'sequelize'

/** In an order that no foreign key minds. */
const CLEAR = `
DELETE FROM history WHERE holding_id = :id;
DELETE FROM events WHERE holding_id = :id;
DELETE FROM count_samples WHERE count_id IN (SELECT id FROM counts WHERE holding_id = :id);
DELETE FROM counts WHERE holding_id = :id;
DELETE FROM photos WHERE holding_id = :id;
DELETE FROM boards WHERE holding_id = :id;
DELETE FROM visits WHERE holding_id = :id;
DELETE FROM trials WHERE holding_id = :id;
DELETE FROM lots WHERE holding_id = :id;
DELETE FROM reader_links WHERE holding_id = :id;
DELETE FROM jars WHERE holding_id = :id;
DELETE FROM courses WHERE holding_id = :id;
DELETE FROM decided WHERE holding_id = :id;
DELETE FROM decisions WHERE holding_id = :id;
DELETE FROM looks WHERE holding_id = :id;
DELETE FROM placements WHERE holding_id = :id;
DELETE FROM colonies WHERE holding_id = :id;
DELETE FROM weather_days WHERE yard_id IN (SELECT id FROM yards WHERE holding_id = :id);
DELETE FROM forecasts WHERE yard_id IN (SELECT id FROM yards WHERE holding_id = :id);
DELETE FROM yards WHERE holding_id = :id;
DELETE FROM settings WHERE holding_id = :id;
DELETE FROM calendars WHERE holding_id = :id;
DELETE FROM letters WHERE holding_id = :id;
DELETE FROM invitations WHERE holding_id = :id;
DELETE FROM memberships WHERE holding_id = :id;
DELETE FROM holdings WHERE id = :id;`

/** Takes a holding and all its records out of the database, for good. */
export async function clearHolding(sequelize: Sequelize, holdingId: string, transaction: Transaction): Promise<void> {
  await sequelize.query(CLEAR, { replacements: { id: holdingId }, transaction })
}
