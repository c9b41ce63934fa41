/** `expect` as a reader in °C, grams and day-month has it: sentences in what is looked at are worded before they are compared. */
import { expect as compare } from 'vitest'
import { sayAs, USUAL_READER, worded } from '@thistle/core/words'

export const expect = Object.assign(<T>(value: T, message?: string) => compare(worded(value), message), compare) as typeof compare
/** A sentence as that reader has it. */
export const usual = (text: string | null | undefined): string => sayAs(USUAL_READER, text ?? '')
