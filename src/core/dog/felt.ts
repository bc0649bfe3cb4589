/** What draws a deaf dog’s eyes before the hand speaks. Common practice. */
export const feltSignals = ['vibration', 'stamp', 'light'] as const
export type FeltSignal = (typeof feltSignals)[number]

/** As a form asks for it. */
export const feltNames: Readonly<Record<FeltSignal, string>> = {
  vibration: 'the collar vibrates',
  stamp: 'a stamp on the floor',
  light: 'a light, on and off',
}

/** As a card names it; all of them where none was chosen. */
export const feltText = (felt: FeltSignal | undefined): string =>
  felt === undefined
    ? 'The attention signal (vibration, a stamp or a light)'
    : `The attention signal: ${feltNames[felt]}`
