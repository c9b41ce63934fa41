export { readStationDays, usualOf, MOST_STATION_DAYS, type StationDays, type LeftOut } from './station-csv.ts'
export {
  DAY_ORDERS,
  guessOrder,
  MOST_TABLE_ROWS,
  readDay,
  readNumber,
  readTable,
  writeTable,
  writeTableRows,
  type Cell,
  type DayOrder,
  type Table,
} from './table-text.ts'
export { guessMapping, mappingFault, type Mapping, type ReadRow, type WantedColumn } from './import-rows.ts'
export {
  COUNT_COLUMNS,
  COUNT_HEADINGS,
  countKey,
  countRowOf,
  readCounts,
  writeCounts,
  type ImportedCount,
  type KnownColony,
  type WrittenCount,
} from './counts-csv.ts'
export { COLONY_COLUMNS, readColonies, writeColonies, type ImportedColony, type KnownYard, type WrittenColony } from './colonies-csv.ts'
export { COURSE_COLUMNS, readCourses, writeCourses, type ImportedCourse, type TreatedColony, type WrittenCourse } from './courses-csv.ts'
export { lineRows, writeLine } from './line-csv.ts'
export { writeTrial } from './trial-csv.ts'
export { LOOK_HEADINGS, lookRowOf, sayLook, type WrittenLook } from './looks-csv.ts'
export { REGISTER_HEADINGS, registerRow, writeRegister } from './register-csv.ts'
export { readDaysAhead, type DaysAhead } from './days-ahead.ts'
