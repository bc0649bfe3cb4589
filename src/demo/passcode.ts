/** Everybody's passcode in the demonstration; the sign-in page says it. */
export const demoPasscode = 'osier bank'
