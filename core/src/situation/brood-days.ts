/** Days from the capping of a cell to the bee's emergence: worker 21 days with 12 capped, drone 24 with 14 (Winston 1987, from memory). */
export const CAPPED_DAYS = { worker: 12, drone: 14 } as const
