'use client'
import { statusLabels } from '@/core/views/labels'
import { useState } from 'react'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import { breakMinutes } from '@/core/block/rest'
import { recoveryMinutes } from '@/core/dog/signs'
import { findRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import type { Verdict } from '@/core/progress/voice'
import { cleanOf } from '@/core/progress/result'
import { masteredSince } from '@/core/progress/state'
import type { CommandStatus } from '@/core/promise/status'
import { figuresOf, lineOf } from '@/core/views/line'
import type { Prefs } from '@/device/prefs'
import { Line } from '@/ui/Line'
import type { BlockView } from '@/work/page/blockView'
import { factOf, type LiveSet } from '@/device/live/facts'
import { CountUp } from './CountUp'
import { useKeys } from '../yard/useKeys'
import { useSettled } from './useSettled'
import type { Way, Ways } from './ways'
import { useMeasures } from '@/ui/ways'

const rungName = (curriculum: Curriculum, id: string) => findRung(curriculum, id)?.rung.name ?? id

/** What the set came to, in a sentence; never praise, always what happened and what comes next. */
export function verdictText(curriculum: Curriculum, verdict: Verdict): string {
  switch (verdict.kind) {
    case 'moves-on':
      return `Moves on to ${rungName(curriculum, verdict.toRungId)}`
    case 'waits':
      return `Passed: ${rungName(curriculum, verdict.toRungId)}`
    case 'met-again':
      return `Met again: ${rungName(curriculum, verdict.toRungId)}`
    case 'back':
      return `Back to ${rungName(curriculum, verdict.toRungId)}`
    case 'moves-nothing':
      return 'Saved, not counted'
    default:
      return `Again: ${rungName(curriculum, verdict.toRungId)}`
  }
}

interface Props {
  readonly verdict: Verdict
  /** The set is over because it was enough, not by its rule. */
  readonly enough: boolean
  /** Enough of it because the dog is young. */
  readonly young: boolean
  /** Signs of stress were seen in this block. */
  readonly stressful: boolean
  readonly set: LiveSet
  readonly standing: CommandStatus | undefined
  readonly view: BlockView
  /** The one to take, and others beside it. */
  readonly next: Way
  readonly others: readonly Way[]
  /** Where it is stuck, what to try. */
  readonly stuck: Ways['stuck']
  readonly onUndo: () => void
  readonly prefs: Prefs
}

/** The set is over: what it means, why, and the next thing. */
export function SetOver({
  verdict,
  enough,
  young,
  stressful,
  set,
  standing,
  view,
  next,
  others,
  stuck,
  onUndo,
  prefs,
}: Props) {
  const settled = useSettled()
  const [showAll, setShowAll] = useState(false)
  const { words } = useMeasures()
  const goOn = () => {
    if (settled) next.go()
  }
  useKeys({ Enter: goOn, z: onUndo }, { prefs, does: { go: goOn, undo: onUndo } })
  const at = findRung(view.curriculum, set.context.rungId)
  const wasHeld = at !== undefined && masteredSince(at.ladder, view.state.runs[at.ladderKey], at.index) !== undefined
  const clean = at ? cleanOf(at.rung, factOf(set), view.judging, wasHeld) : 0
  const promise = standing?.promise
  return (
    <Panel>
      {standing && (
        <Cord>
          <Line line={lineOf(standing, view.now)} size="full" />
          <span>
            {statusLabels[standing.word]}
            {figuresOf(standing) === '' ? '' : ` ${figuresOf(standing)}`}
          </span>
        </Cord>
      )}
      <div role="status" aria-live="assertive">
        <Said data-kind={enough ? 'again' : verdict.kind}>
          {enough
            ? stressful
              ? 'Enough after signs of stress'
              : young
                ? 'Enough at a time for a young dog'
                : 'Easy exercise done'
            : verdictText(view.curriculum, verdict)}
        </Said>
        <p>
          {[
            verdict.why,
            verdict.counts && !verdict.why.includes(verdict.counts) ? verdict.counts : '',
            ...(at ? [`This set: ${clean} clean of ${set.reps.length}`] : []),
          ]
            .filter(Boolean)
            .map(sentence)
            .join(' ')}
        </p>
        {promise?.met && <p className="ready">The promise for this command is met.</p>}
        {promise && !promise.met && promise.heldSince && (
          <p>
            Mastered. {Math.min(promise.placesHeld, promise.promise.places)} of {promise.promise.places} locations,{' '}
            {Math.min(promise.peopleHeld, promise.promise.people)} of {promise.promise.people} handlers.
          </p>
        )}
      </div>
      <CountUp
        key={set.context.id}
        what={stressful ? 'Recover, farther away' : 'Break: play'}
        of={stressful ? recoveryMinutes : breakMinutes}
        sounds={prefs.payTones}
      />
      <Next onPress={goOn} autoFocus data-settled={settled}>
        {next.name}
      </Next>
      {stuck && (
        <Stuck aria-labelledby="stuck-here">
          <h3 id="stuck-here">Stuck at {stuck.name}. One tap to try</h3>
          <p>{words(stuck.roads[0]?.words ?? '')}</p>
          <ol>
            {stuck.roads.slice(0, showAll ? 8 : shownAtFirst).map((r) => (
              <li key={r.name + r.words}>
                <Plain onPress={r.go}>{r.name}</Plain>
              </li>
            ))}
            {!showAll && stuck.roads.length > shownAtFirst && (
              <li>
                <Plain onPress={() => setShowAll(true)}>Other methods</Plain>
              </li>
            )}
          </ol>
        </Stuck>
      )}
      <Row>
        <Plain onPress={onUndo}>Undo rep</Plain>
        {others.map((o) => (
          <Plain key={o.name} onPress={o.go}>
            {o.name}
          </Plain>
        ))}
      </Row>
    </Panel>
  )
}

/** Design choice: so many things to try are within one screen; the others are a tap further. */
const shownAtFirst = 3

/** With a capital at its head and a stop at its end. */
const sentence = (words: string): string =>
  `${words.charAt(0).toUpperCase()}${words.slice(1)}${/[.!?]$/.test(words) ? '' : '.'}`

const Panel = styled.section`
  margin-top: auto;
  display: grid;
  gap: var(--s-5);
  p {
    margin-top: 0.3rem;
  }
  .ready {
    font-weight: 660;
    color: var(--held);
  }
`
const Cord = styled.div`
  svg {
    width: 100%;
    height: auto;
  }
  span {
    font-weight: 620;
  }
`
const Said = styled.h2`
  font-size: clamp(1.7rem, 7vw, 2.4rem);
  font-weight: 740;
  border-left: 10px solid var(--rule-2);
  padding-left: 0.7rem;
  &[data-kind='moves-on'],
  &[data-kind='waits'],
  &[data-kind='met-again'] {
    border-color: var(--held);
  }
  &[data-kind='back'],
  &[data-kind='moves-nothing'] {
    border-color: var(--person);
  }
`
const Stuck = styled.section`
  border-left: 5px solid var(--person);
  padding-left: 0.7rem;
  h3 {
    font-size: var(--t-5);
    color: var(--person);
  }
  ol {
    list-style: none;
    margin: 0.3rem 0 0;
    padding: 0;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: var(--s-3);
  }
  li,
  button {
    width: 100%;
    height: 100%;
  }
  p {
    font-size: var(--t-3);
  }
`
export const Next = styled(Press)`
  min-height: var(--touch-yard);
  display: grid;
  place-items: center;
  text-align: center;
  text-decoration: none;
  border: 0;
  border-radius: 6px;
  background: var(--now);
  color: var(--on-now);
  font:
    720 var(--t-7)/1.1 'Hepta Slab Variable',
    serif;
  cursor: pointer;
`
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-3);
  > * {
    flex: 1 1 6rem;
  }
`
export const Plain = styled(Press)`
  min-height: var(--touch-wide);
  display: grid;
  place-items: center;
  text-decoration: none;
  padding: 0 0.5rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  cursor: pointer;
`
