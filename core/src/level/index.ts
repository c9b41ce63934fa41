export { estimateLevel, type Level, type Sample } from './level.ts'
