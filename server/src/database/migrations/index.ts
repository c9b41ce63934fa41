import { first } from './001-first.ts'
import { people } from './002-people.ts'
import { counts } from './003-counts.ts'
import { rules } from './004-rules.ts'
import { courses } from './005-courses.ts'
import { rights } from './006-rights.ts'
import { pulse } from './007-pulse.ts'
import { byHolding } from './008-by-holding.ts'
import { looks } from './009-looks.ts'
import { forecasts } from './010-forecasts.ts'
import { packs } from './011-packs.ts'
import { whys } from './012-whys.ts'
import { trials } from './013-trials.ts'
import { lots } from './015-lots.ts'
import { gear } from './016-gear.ts'
import { frames } from './017-frames.ts'
import { own } from './018-own.ts'
import { practice } from './019-practice.ts'
import { visitMinutes } from './020-visit-minutes.ts'
import { calendarMark } from './021-calendar-mark.ts'
import { rowOfYard } from './022-row-of-yard.ts'
import { decided } from './023-decided.ts'
import { readerLinks } from './014-reader-links.ts'

export interface Step {
  readonly name: string
  readonly up: string
}

/** In order; a step that has run anywhere is never changed again. */
export const MIGRATIONS: readonly Step[] = [
  first,
  people,
  counts,
  rules,
  courses,
  rights,
  pulse,
  byHolding,
  looks,
  forecasts,
  packs,
  whys,
  trials,
  readerLinks,
  lots,
  gear,
  frames,
  own,
  practice,
  visitMinutes,
  calendarMark,
  rowOfYard,
  decided,
]
