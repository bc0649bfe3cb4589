'use client'
import { useMoment } from '../yard/useMoment'

/** An emergency sit is sprung when the tone says so: who counts down gives it away. */
export function SpringPart({ after, tones, what }: { after: number; tones: boolean; what: string }) {
  const left = useMoment(after, true, tones)
  return (
    <p role="status">
      <b>{left > 0 ? 'Go on as if nothing were: ' : 'Now: '}</b>
      {left > 0 ? (tones ? 'the tone says when' : 'this line says when') : `${what}, once, wherever the dog is`}
    </p>
  )
}
