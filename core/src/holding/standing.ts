import type { EventRecord } from './records.ts'

/** Of what was entered what stands: neither superseded nor taken back. */
export const standingEvents = <E extends Pick<EventRecord, 'id' | 'supersedes' | 'kind'>>(events: readonly E[]): E[] => {
  const gone = new Set(events.map((e) => e.supersedes))
  return events.filter((e) => !gone.has(e.id) && e.kind !== 'taken-back')
}
