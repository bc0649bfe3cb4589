/** A running hold, measured on the monotonic clock; the end tone is scheduled ahead on the audio clock. */
export interface HoldClock {
  /** Seconds since the start. */
  elapsed(): number
  /** Stops the clock and takes back the tone that has not sounded. */
  stop(): number
}

let audio: AudioContext | undefined

/** Starts a hold of so many seconds; `onEnd` is called once when they are over, also in a tab that was hidden. */
export function startHold(seconds: number, onEnd: () => void): HoldClock {
  const begun = performance.now()
  const silence = scheduleTone(seconds)
  let running = true
  const elapsed = () => (performance.now() - begun) / 1000
  const check = () => {
    if (running && elapsed() >= seconds) {
      running = false
      document.removeEventListener('visibilitychange', check)
      onEnd()
    }
  }
  const timer = setInterval(check, 100)
  document.addEventListener('visibilitychange', check)
  return {
    elapsed,
    stop() {
      running = false
      clearInterval(timer)
      document.removeEventListener('visibilitychange', check)
      if (elapsed() < seconds) silence()
      return elapsed()
    },
  }
}

/** Two short notes at the end of the hold; returns how to take them back. Without sound, the screen still shows it. */
function scheduleTone(inSeconds: number): () => void {
  try {
    audio ??= new AudioContext()
    void audio.resume()
    const at = audio.currentTime + inSeconds
    const notes = [880, 1320].map((frequency, i) => {
      const oscillator = new OscillatorNode(audio as AudioContext, { frequency })
      const gain = new GainNode(audio as AudioContext, { gain: 0.25 })
      oscillator.connect(gain).connect((audio as AudioContext).destination)
      oscillator.start(at + i * 0.16)
      oscillator.stop(at + i * 0.16 + 0.14)
      return oscillator
    })
    return () => notes.forEach((n) => n.disconnect())
  } catch {
    return () => undefined
  }
}

/** A short buzz where the device can. */
export function buzz(ms: number): void {
  if ('vibrate' in navigator) navigator.vibrate(ms)
}
