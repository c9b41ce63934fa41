import type { FirstStepKey } from '@thistle/core/holding'

export const STEP_NAMES: Readonly<Record<FirstStepKey, string>> = {
  yard: 'The yard',
  colonies: 'Its colonies',
  row: 'Along the row',
  kit: 'Kit and shelf',
  list: 'What is allowed',
  count: 'The first count',
}
/** What Today says of the step that comes next. */
export const STEP_GOES: Readonly<Record<FirstStepKey, string>> = {
  yard: 'Say where your bees stand',
  colonies: 'Add the colonies',
  row: 'Walk along the row: bees, brood, queen, supers, floor',
  kit: 'Say what kit you have and what is on the shelf',
  list: 'Say what is allowed where you are',
  count: 'Count the first colony',
}
