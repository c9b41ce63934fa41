/** A copy of a form's draft with nothing watched in it. */
export const plainCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
