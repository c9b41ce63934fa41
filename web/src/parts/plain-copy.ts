/** What a worker or the server is handed must be plain: the store's own objects are watched. */
export const plainCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
