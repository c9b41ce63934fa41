/** What a calendar was built from when it was read last, by whichever process: one that has that very text gives it again. */
export const calendarMark = {
  name: '021-calendar-mark',
  up: `ALTER TABLE calendars ADD COLUMN mark text;`,
} as const
