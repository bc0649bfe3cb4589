/** The moment of this request, ms since the epoch. Pages and actions take the time here and pass it on. */
export const requestTime = (): number => Date.now()
