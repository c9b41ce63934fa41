/** What the simulated service calls itself: its days are made up, and said to be wherever they are not of the demo. */
export const INVENTED_SERVICE = 'simulated weather'
