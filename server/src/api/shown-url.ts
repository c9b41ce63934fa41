/** An address as it may stand in a log: a calendar's secret is left out. */
export const shownUrl = (url: string): string => url.replace(/(\/api\/calendar\/)[\w-]{43}/, '$1...')
