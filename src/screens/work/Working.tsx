'use client'
import { useEffect, useRef, useState } from 'react'
import { Button as AriaButton, ToggleButton, ToggleButtonGroup, type Key } from 'react-aria-components'
import styled from 'styled-components'
import type { Outcome } from '@/core/facts'
import { buzz, startHold, type HoldClock } from '@/device/holdClock'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { useKeys } from './useKeys'
import type { useSetSession } from './useSetSession'

const targets: readonly { outcome: Outcome; name: string; key: string }[] = [
  { outcome: 'clean', name: 'Clean', key: 'c' },
  { outcome: 'helped', name: 'Helped', key: 'h' },
  { outcome: 'late', name: 'Late', key: 'l' },
  { outcome: 'miss', name: 'Miss', key: 'm' },
]

/** The set in hand: the marks so far, the hold, the four targets, undo. */
export function Working({ session, seconds, of, faults }: { session: ReturnType<typeof useSetSession>; seconds: number | undefined; of: number; faults: readonly string[] }) {
  const { active, verdict, tap, undo, finish } = session
  const [hold, setHold] = useState<HoldClock>()
  const [as, setAs] = useState<'clean' | 'helped' | 'late'>('clean')
  const [seen, setSeen] = useState<ReadonlySet<Key>>(new Set())
  const how = useRef<'clean' | 'helped' | 'late'>('clean')
  useEffect(() => () => { hold?.stop() }, [hold])
  const press = (outcome: Outcome) => {
    buzz(outcome === 'clean' ? 20 : 60)
    // Without the clock nobody measured the hold, so no seconds are kept.
    if (!hold) {
      const chosen = [...seen].map(String)
      setSeen(new Set())
      return tap(outcome, chosen.length > 0 ? { faults: chosen } : {})
    }
    if (outcome === 'miss') {
      const at = Math.round(Math.min(hold.stop(), seconds ?? 0) * 10) / 10
      setHold(undefined)
      return tap('miss', { heldSeconds: at, brokeSeconds: at })
    }
    how.current = outcome
    setAs(outcome)
  }
  const begin = () => {
    if (seconds === undefined || hold) return
    how.current = 'clean'
    setAs('clean')
    setHold(
      startHold(seconds, () => {
        setHold(undefined)
        buzz(200)
        tap(how.current, { heldSeconds: seconds })
      }),
    )
  }
  useKeys({ ...Object.fromEntries(targets.map((t) => [t.key, () => press(t.outcome)])), z: undo, e: finish, ...(seconds === undefined ? {} : { ' ': begin }) })
  const reps = active?.reps ?? []
  return (
    <Bottom>
      <Marks role="status" aria-label={`Rep ${reps.length} of ${of}. ${verdict?.counts ?? ''}`}>
        <span aria-hidden="true">{Array.from({ length: Math.max(of, reps.length) }, (_, i) => <OutcomeMark key={i} outcome={reps[i]?.outcome} size="1.5rem" />)}</span>
        <b>{reps.length}/{of}</b>
        <em>{verdict?.why}</em>
      </Marks>
      {seconds !== undefined && <Hold clock={hold} seconds={seconds} onBegin={begin} />}
      {seconds === undefined && (
        <Faults aria-label="Seen in the next rep" selectionMode="multiple" selectedKeys={seen} onSelectionChange={setSeen}>
          {faults.map((f) => <Fault key={f} id={f}>{f}</Fault>)}
        </Faults>
      )}
      <Targets>
        {targets.map((t) => (
          <Target key={t.outcome} data-outcome={t.outcome} data-on={hold !== undefined && as === t.outcome} onPress={() => press(t.outcome)}>
            <OutcomeMark outcome={t.outcome} /> {hold && t.outcome === 'miss' ? 'Broke' : t.name}
            <kbd aria-hidden="true">{t.key.toUpperCase()}</kbd>
          </Target>
        ))}
      </Targets>
      <Row>
        <Plain onPress={undo} isDisabled={reps.length === 0}>Undo <kbd aria-hidden="true">Z</kbd></Plain>
        <Plain onPress={finish}>End set <kbd aria-hidden="true">E</kbd></Plain>
      </Row>
    </Bottom>
  )
}

/** The hold as a cord drawn toward its peg, with the seconds beside it. */
function Hold({ clock, seconds, onBegin }: { clock: HoldClock | undefined; seconds: number; onBegin: () => void }) {
  const [now, setNow] = useState(0)
  useEffect(() => {
    if (!clock) return
    let frame = 0
    const draw = () => {
      setNow(clock.elapsed())
      frame = requestAnimationFrame(draw)
    }
    frame = requestAnimationFrame(draw)
    return () => cancelAnimationFrame(frame)
  }, [clock])
  if (!clock) return <Start onPress={onBegin}>Start hold <kbd aria-hidden="true">Space</kbd></Start>
  const done = Math.min(now, seconds)
  return (
    <Timer role="timer" aria-label={`Holding, ${seconds} seconds`}>
      <b>{done.toFixed(1)}</b><span>of {seconds} s</span>
      <svg viewBox="0 0 300 14" preserveAspectRatio="none" aria-hidden="true">
        <line x1="4" x2="296" y1="7" y2="7" stroke="var(--rule)" strokeWidth="1.5" strokeDasharray="2 4" />
        <line x1="4" x2={4 + (292 * done) / seconds} y1="7" y2="7" stroke="var(--held)" strokeWidth="6" />
        <line x1="296" x2="296" y1="0" y2="14" stroke="var(--ink)" strokeWidth="4" />
      </svg>
    </Timer>
  )
}

/** What the thumb needs lies at the bottom. */
export const Bottom = styled.section`margin-top: auto; display: grid; gap: 0.6rem;`
const Marks = styled.div`display: grid; grid-template-columns: 1fr auto; align-items: baseline; span { display: flex; gap: 0.15rem; flex-wrap: wrap; } b { font-size: 1.5rem; font-weight: 720; } em { grid-column: 1 / -1; font-style: normal; min-height: 1.4em; }`
const Faults = styled(ToggleButtonGroup)`display: flex; flex-wrap: wrap; gap: 0.3rem;`
const Fault = styled(ToggleButton)`min-height: 2.75rem; padding: 0 0.5rem; border: 1.5px solid var(--rule-2); border-radius: 4px; background: none; color: var(--ink); font-size: 0.88rem; cursor: pointer; &[data-selected='true'] { background: var(--ink); color: var(--paper); }`
const Targets = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 0.6rem;`
const Target = styled(AriaButton)`
  min-height: 4.9rem; border: 3px solid var(--ink); border-radius: 6px; background: var(--paper); color: var(--ink); font-size: 1.45rem; font-weight: 680; cursor: pointer; touch-action: manipulation;
  &[data-outcome='clean'] { background: var(--ink); color: var(--paper); }
  &[data-on='true'] { outline: 4px solid var(--now); outline-offset: 2px; }
  &[data-pressed='true'] { transform: translateY(2px); }
`
const Start = styled(AriaButton)`min-height: 4.6rem; border: 0; border-radius: 6px; background: var(--now); color: var(--on-now); font: 700 1.35rem/1 'Hepta Slab Variable', serif; cursor: pointer;`
const Timer = styled.div`min-height: 4.6rem; display: grid; grid-template-columns: auto 1fr; align-items: baseline; column-gap: 0.6rem; b { font-size: 3rem; line-height: 1; font-weight: 740; } svg { grid-column: 1 / -1; width: 100%; height: 14px; }`
const Row = styled.div`display: flex; justify-content: space-between;`
const Plain = styled(AriaButton)`min-height: 3rem; min-width: 7rem; border: 1.5px solid var(--rule-2); border-radius: 4px; background: none; color: var(--ink); cursor: pointer; &[data-disabled='true'] { opacity: 0.4; }`
