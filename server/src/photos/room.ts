/** The most bytes of one photograph, and of all of a holding. */
export const MOST_BYTES = 20 * 1024 * 1024
export const MOST_OF_HOLDING = 12 * MOST_BYTES
