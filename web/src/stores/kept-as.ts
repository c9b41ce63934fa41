/** The name under which this device keeps what it keeps. */
export const KEPT_AS = 'round-thistle'
