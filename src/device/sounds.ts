/** Sounds of a set. All are scheduled ahead on the audio clock, which a busy page or a hidden tab does not delay. */

let audio: AudioContext | undefined

/** The device’s audio clock, running; undefined where there is no sound. */
export async function audioClock(): Promise<AudioContext | undefined> {
  try {
    audio ??= new AudioContext()
    if (audio.state !== 'running') await audio.resume()
    return audio
  } catch {
    return undefined
  }
}

export interface Note {
  readonly hertz: number
  /** Seconds after the moment the sound is asked for. */
  readonly after: number
  readonly long: number
  readonly loud: number
}

/** Schedules notes at this time of the audio clock; returns how to take back those that have not sounded. */
export function schedule(clock: AudioContext, at: number, notes: readonly Note[]): () => void {
  const playing = notes.map((n) => {
    const gain = new GainNode(clock, { gain: n.loud })
    const oscillator = new OscillatorNode(clock, { frequency: n.hertz })
    oscillator.connect(gain).connect(clock.destination)
    oscillator.start(at + n.after)
    oscillator.stop(at + n.after + n.long)
    return { oscillator, from: at + n.after }
  })
  return () => {
    for (const p of playing) if (p.from > clock.currentTime) p.oscillator.disconnect()
  }
}

export const endTone: readonly Note[] = [
  { hertz: 880, after: 0, long: 0.14, loud: 0.25 },
  { hertz: 1320, after: 0.16, long: 0.14, loud: 0.25 },
]
export const tickTone: readonly Note[] = [{ hertz: 620, after: 0, long: 0.03, loud: 0.1 }]
export const payTone: readonly Note[] = [{ hertz: 1050, after: 0, long: 0.07, loud: 0.2 }]

const confirming = { clean: [880], helped: [660, 660], late: [520, 440], miss: [300], undo: [440, 330] } as const
/** Design choice: the notes of a confirmation follow one another by so many seconds. */
const apart = 0.09

/** A short sound that says which tap was taken, so that nobody has to look. */
export async function sayTap(tap: keyof typeof confirming): Promise<void> {
  const clock = await audioClock()
  if (clock)
    schedule(
      clock,
      clock.currentTime,
      confirming[tap].map((hertz, i) => ({ hertz, after: i * apart, long: 0.06, loud: 0.18 })),
    )
}

/** A short buzz where the device can: once for clean, longer for a miss, twice for the others. */
export function buzz(pattern: number | readonly number[]): void {
  if ('vibrate' in navigator) navigator.vibrate(typeof pattern === 'number' ? pattern : [...pattern])
}

/** Milliseconds of the wall clock at which a time of the audio clock is heard. */
export function heardAt(clock: AudioContext, at: number): number {
  const { contextTime, performanceTime } = clock.getOutputTimestamp()
  const known = contextTime !== undefined && performanceTime !== undefined && performanceTime > 0
  const offset = known ? performanceTime - contextTime * 1000 : performance.now() - clock.currentTime * 1000
  return performance.timeOrigin + offset + at * 1000
}
