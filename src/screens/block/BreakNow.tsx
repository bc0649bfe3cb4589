'use client'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import { Why } from '@/ui/Why'
import { finishAhead } from '@/core/block/nextAction'
import { longBreakMinutes } from '@/core/block/rest'
import { limitFor, medianReps } from '@/core/block/performanceDrop'
import type { Prefs } from '@/device/prefs'
import type { Block } from './useBlock'
import { CountUp } from './CountUp'
import { useKeys } from '../yard/useKeys'
import { useSettled } from './useSettled'
import type { Ways } from './ways'

/** Reps until half of all falls to one clean in two are seen, for a dog that gives 85 %: exact. */
const seenWithin = medianReps(0.5, 0.85, limitFor(0.85))

/** Fewer clean reps than this dog usually gives: a break, at once. */
export function BreakNow({ block, ways, prefs }: { block: Block; ways: Ways; prefs: Prefs }) {
  const settled = useSettled()
  const sure = finishAhead(block.items, block.item)
  const goOn = () => {
    if (!settled) return
    block.restart()
    block.finish()
  }
  useKeys({ Enter: goOn, z: block.undo }, { prefs, does: { go: goOn, undo: block.undo } })
  return (
    <Break role="alert">
      <h2>Break now</h2>
      <p>
        Fewer clean reps than usual here. A few minutes of play, longer than usual; then something easier, or finish on
        something sure.
      </p>
      <CountUp what="Break: play" of={longBreakMinutes} sounds={prefs.payTones} />
      <Two>
        <Go onPress={goOn} data-settled={settled}>
          After the break: go on
        </Go>
        {sure >= 0 ? (
          <Go
            onPress={() => {
              block.restart()
              block.finish()
              block.goTo(sure)
            }}
          >
            Finish on something sure
          </Go>
        ) : (
          <Go
            onPress={() => {
              block.restart()
              ways.end.go()
            }}
          >
            {ways.end.name}
          </Go>
        )}
        <Quiet onPress={block.undo}>Undo rep</Quiet>
        <Quiet onPress={block.restart}>No break: the cause is not the dog</Quiet>
      </Two>
      <Why>
        Found by a cumulative-sum test against the rate expected of this dog at this rung. A dog that has not changed is
        sent on a break in at most one block of twenty, and half of all drops from 85% to 50% are seen within{' '}
        {seenWithin} reps.
      </Why>
    </Break>
  )
}

const Break = styled.section`
  margin-top: auto;
  display: grid;
  gap: var(--s-5);
  border-top: 10px solid var(--person);
  padding-top: 0.7rem;
  h2 {
    font-size: clamp(2.4rem, 11vw, 3.6rem);
    color: var(--person);
  }
  p {
    font-size: var(--t-5);
  }
`
const Two = styled.div`
  display: grid;
  gap: var(--s-4);
`
const Go = styled(Press)`
  min-height: var(--touch-yard);
  border: 3px solid var(--ink);
  border-radius: 6px;
  background: var(--paper);
  color: var(--ink);
  font-size: var(--t-6);
  font-weight: 680;
  cursor: pointer;
`
const Quiet = styled(Press)`
  min-height: var(--touch-wide);
  border: 0;
  background: none;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 0.2em;
  cursor: pointer;
`
