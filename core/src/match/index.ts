export type { Finding, Gate, GateKey, Level } from './finding.ts'
export { GATE_KEYS, onDay, sayLevel, worstOf } from './finding.ts'
export { GATES } from './gates/index.ts'
export { allows, match, startDays, judged, HORIZON, type Matched, type Judged, type Verdict } from './match.ts'
