export type { Finding, Gate, GateKey, Level } from './finding.ts'
export { LEVELS, worstOf } from './finding.ts'
export { GATES } from './gates/index.ts'
export { match, runOfDays, startDays, judged, HORIZON, type Matched, type Judged, type Verdict } from './match.ts'
