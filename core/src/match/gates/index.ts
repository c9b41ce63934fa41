import type { Gate, GateKey } from '../finding.ts'
import { brood } from './brood.ts'
import { hive } from './hive.ts'
import { kit } from './kit.ts'
import { need } from './need.ts'
import { rotation } from './rotation.ts'
import { rules } from './rules.ts'
import { supers } from './supers.ts'
import { temperature } from './temperature.ts'
import { time } from './time.ts'

/** The nine gates in the order in which they are read. */
export const GATES: Readonly<Record<GateKey, Gate>> = { need, temperature, brood, supers, hive, time, rotation, kit, rules }
