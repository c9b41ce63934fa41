/** The name under which this device keeps what it keeps. */
export const KEPT_AS = 'round-thistle'
/** The name under which it remembers which yards were the worst. */
export const WORST_KEPT = 'round-thistle-worst'
