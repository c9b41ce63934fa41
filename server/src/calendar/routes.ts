import { QueryTypes } from 'sequelize'
import type { SettingsRecord, YardRecord } from '@thistle/core/holding'
import { file, type Route } from '../api/route.ts'
import type { Keeping } from '../records/put.ts'
import { readYardsWithWeather } from '../yards/read.ts'
import type { WeatherSource } from '../weather/keep.ts'
import { calendarOf } from './calendar.ts'

export const calendarRoutes = (keep: Keeping, weather: WeatherSource): Route[] => [
  {
    method: 'get',
    path: '/calendar.ics',
    access: 'read',
    group: 'Calendar',
    summary: 'The open jobs as iCalendar: all-day events, windows in the text',
    answers: { 200: file('text/calendar; charset=utf-8', 'For any calendar; downloading again updates the same events.') },
    handle: async ({ scope }) => {
      const { db, clock } = keep
      const yards = (await readYardsWithWeather(keep, weather, scope, null)) as YardRecord[]
      const settings = (await db.model('settings').findOne({ where: { holdingId: scope.holdingId }, raw: true })) as unknown as SettingsRecord
      const [holding] = await db.sequelize.query<{ seq: number }>('SELECT seq FROM holdings WHERE id = :id', {
        replacements: { id: scope.holdingId },
        type: QueryTypes.SELECT,
      })
      return {
        status: 200,
        type: 'text/calendar; charset=utf-8',
        body: calendarOf(scope.holdingName, yards, settings, holding?.seq ?? 0, clock()),
        headers: { 'content-disposition': 'attachment; filename="open-jobs.ics"' },
      }
    },
  },
]
