/** An address as it may stand in a log: a calendar's secret, and a reader's, are left out. */
export const shownUrl = (url: string): string => url.replace(/(\/api\/(?:calendar|shared)\/)[\w-]{43}/, '$1...')
