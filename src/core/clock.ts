/** How the house reads a clock. */
export type ClockFace = '24' | '12'

/** Minutes after midnight as the house says them: “17:30”, “5:30 pm”. */
export function minuteText(minute: number, face: ClockFace = '24'): string {
  const [hour, rest] = [Math.floor(minute / 60) % 24, String(minute % 60).padStart(2, '0')]
  return face === '24'
    ? `${String(hour).padStart(2, '0')}:${rest}`
    : `${hour % 12 === 0 ? 12 : hour % 12}:${rest} ${hour < 12 ? 'am' : 'pm'}`
}
