'use client'
import { Link } from '@/ui/link'
import { useRef, useState } from 'react'
import { Button as AriaButton } from 'react-aria-components'
import styled from 'styled-components'
import { earlyBy, markWithin, timingText, timingOf, type Marked } from '@/core/marker/timing'
import { Tick } from '@/ui/picks'
import { phone } from '@/ui/theme'
import { usePractice, type Done } from './usePractice'

const words: Readonly<Record<Marked, string>> = {
  'in time': 'In time',
  early: 'Early: not down yet',
  late: 'Late: that marks what came after',
  missed: 'Not marked',
  'marked nothing': 'Up again: nothing to mark',
  'rightly nothing': 'Right: up again, so nothing to mark',
}

const seed = (): number => crypto.getRandomValues(new Uint32Array(1))[0] ?? 1

/** Practice of one’s own timing: a dog that sits, at a moment nobody foresees, and one button. */
export function Timing() {
  const rear = useRef<SVGGElement>(null)
  const back = useRef<SVGPathElement>(null)
  const [sound, setSound] = useState(true)
  const practice = usePractice(seed, sound, (sunk) => {
    const y = standingY + (sittingY - standingY) * sunk
    rear.current?.setAttribute('transform', `translate(0 ${y - standingY})`)
    back.current?.setAttribute('d', backFrom(y))
  })
  const { nth, shown, done } = practice
  const running = nth !== undefined
  const timing = timingOf(done.flatMap((d) => d.error ?? []))
  const feints = done.filter((d) => d.marked === 'marked nothing').length
  const over = !running && done.length > 0
  return (
    <Page>
      <header>
        <h1>The mark, practiced</h1>
        <p>
          Mark the instant the rear touches the floor. After half a second, the mark is for something else. Sometimes
          the dog comes up again. Then do not mark.
        </p>
      </header>
      <Picture viewBox="0 0 240 130" role="img" aria-label="A dog that is about to sit">
        <path d="M6 116 H234" stroke="var(--rule-2)" strokeWidth="2" />
        <g fill="none" stroke="var(--ink)" strokeWidth="7" strokeLinecap="round" strokeLinejoin="round">
          <path ref={back} d={backFrom(standingY)} />
          <path d="M158 52 V112" />
          <path d="M158 52 L176 30 L196 34 L200 42 L182 46" fill="var(--ink)" />
          <g ref={rear}>
            <path d={`M66 ${standingY} Q48 ${standingY - 8} 40 ${standingY - 26}`} strokeWidth="5" />
          </g>
        </g>
        <circle cx="66" cy="116" r="3" fill="var(--held)" />
      </Picture>
      <Said role="status" data-marked={shown?.marked}>
        {shown
          ? `${words[shown.marked]}${shown.error === undefined ? '' : `, ${say(shown.error)}`}`
          : running
            ? `${nth + 1} of ${practice.of}`
            : over
              ? ''
              : 'Ten of them, about a minute.'}
      </Said>
      {running ? (
        <Mark onPressStart={practice.mark} isDisabled={shown !== undefined} autoFocus key="mark">
          Mark <kbd aria-hidden="true">Space</kbd>
        </Mark>
      ) : (
        <Mark onPress={practice.begin} autoFocus key="begin">
          {over ? 'Once more' : 'Begin'}
        </Mark>
      )}
      {over && (
        <Result aria-label="Result">
          {timing ? (
            <>
              <p>
                <b>
                  {timing.inTime} of {timing.marks}
                </b>{' '}
                in time; on the whole {say(timing.middle)}
                {timing.spread === undefined ? '' : `, spread ${(timing.spread / 1000).toFixed(2)} s`}
                {feints > 0 ? `; ${feints} marked that came up again` : ''}.
              </p>
              <Strip done={done} />
              <p>{timingText(timing)}</p>
            </>
          ) : (
            <p>
              Nothing was marked. The button is the whole lower half of a phone. Press as the rear touches the floor.
            </p>
          )}
        </Result>
      )}
      <Foot>
        <Tick value="sound" ticked={sound} onChange={setSound}>
          With the sound of it
        </Tick>
        <Link href="/">To the kennel</Link>
      </Foot>
    </Page>
  )
}

/** The rear’s height on its legs and on the floor, in the picture’s units. */
const standingY = 56
const sittingY = 104
const backFrom = (y: number): string =>
  `M158 52 Q112 ${50 + (y - standingY) * 0.25} 66 ${y} L58 ${(y + 112) / 2} L66 112`

const say = (ms: number): string =>
  Math.abs(ms) < 5 ? 'on the moment' : `${(Math.abs(ms) / 1000).toFixed(2)} s ${ms < 0 ? 'before' : 'after'}`

/** Every mark of the practice about the moment, with the half second that tells the dog what it was for. */
function Strip({ done }: { done: readonly Done[] }) {
  const [from, to] = [-700, 1300]
  const x = (ms: number) => ((Math.min(to, Math.max(from, ms)) - from) / (to - from)) * 400
  return (
    <svg viewBox="0 0 400 60" width="100%" role="img" aria-label="Marks about the moment">
      <rect x={x(-earlyBy)} y="8" width={x(markWithin) - x(-earlyBy)} height="30" fill="var(--held)" opacity="0.18" />
      <path d={`M${x(0)} 2 V44`} stroke="var(--held)" strokeWidth="3" />
      <path d="M0 38 H400" stroke="var(--rule-2)" strokeWidth="1" />
      {done.map((d, i) =>
        d.error === undefined ? null : (
          <path key={i} d={`M${x(d.error)} 14 V36`} stroke="var(--ink)" strokeWidth="3" strokeLinecap="round" />
        ),
      )}
      {[-500, 0, 500, 1000].map((ms) => (
        <text key={ms} x={x(ms)} y="55" textAnchor="middle" fontSize="12" fill="var(--ink-2)">
          {ms === 0 ? 'touches' : `${ms > 0 ? '+' : '−'}${Math.abs(ms) / 1000} s`}
        </text>
      ))}
    </svg>
  )
}

const Page = styled.main`
  max-width: 40rem;
  min-height: 100dvh;
  margin: 0 auto;
  padding: 1.4rem 1.2rem;
  display: grid;
  gap: var(--s-5);
  align-content: start;
  h1 {
    font-size: var(--t-8);
  }
  ${phone} {
    grid-template-rows: auto auto auto 1fr auto auto;
    padding: 0.9rem;
  }
`
const Picture = styled.svg`
  width: 100%;
  max-height: 15rem;
`
const Said = styled.p`
  min-height: 1.6em;
  font-size: var(--t-6);
  font-weight: 660;
  &[data-marked='in time'],
  &[data-marked='rightly nothing'] {
    color: var(--held);
  }
`
const Mark = styled(AriaButton)`
  min-height: 7rem;
  border: 0;
  border-radius: 8px;
  background: var(--now);
  color: var(--on-now);
  font:
    740 var(--t-8)/1 'Hepta Slab Variable',
    serif;
  cursor: pointer;
  touch-action: manipulation;
  kbd {
    font-size: var(--t-3);
  }
  ${phone} {
    kbd {
      display: none;
    }
  }
  &[data-disabled] {
    background: none;
    color: var(--ink-2);
    outline: 2px dashed var(--rule-2);
    outline-offset: -2px;
  }
`
const Result = styled.section`
  display: grid;
  gap: var(--s-3);
  b {
    font-size: var(--t-7);
    font-weight: 720;
  }
`
const Foot = styled.footer`
  display: flex;
  justify-content: space-between;
  align-items: center;
`
