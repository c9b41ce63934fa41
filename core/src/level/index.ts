export { estimateLevel, estimateYardLevel, type Level, type Sample, type YardLevel } from './level.ts'
