'use client'
import Link from 'next/link'
import { useEffect, useRef } from 'react'
import { Button as AriaButton } from 'react-aria-components'
import styled from 'styled-components'
import type { Suggestion } from '@/core/coach/suggest'
import { findRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import type { KitTurn } from '@/core/evidence/kit'
import type { RepFact } from '@/core/facts'
import type { Verdict } from '@/core/progress/fold'
import type { CommandStanding } from '@/core/progress/standing'
import type { SessionView } from '@/work/session'
import { useKeys } from './useKeys'

const rungName = (curriculum: Curriculum, id: string) => findRung(curriculum, id)?.rung.name ?? id

/** What the set came to, in a sentence; never praise, always what happened and what comes next. */
export function sayVerdict(curriculum: Curriculum, verdict: Verdict): string {
  switch (verdict.kind) {
    case 'moves-on':
      return `Moves on to ${rungName(curriculum, verdict.toRungId)}`
    case 'met-again':
      return `Met again: ${rungName(curriculum, verdict.toRungId)}`
    case 'back':
      return `Back to ${rungName(curriculum, verdict.toRungId)}`
    case 'moves-nothing':
      return 'Kept, moves nothing on'
    default:
      return `Again: ${rungName(curriculum, verdict.toRungId)}`
  }
}

const settleMs = 350

interface Props {
  readonly verdict: Verdict
  readonly reps: readonly RepFact[]
  readonly suggestion: Suggestion | undefined
  readonly standing: CommandStanding | undefined
  readonly view: SessionView
  /** In a comparison of two pieces of kit, whose turn is next. */
  readonly turn: KitTurn | 'done' | undefined
  readonly onNext: () => void
  /** Closes the set and leaves rung, place and person to be chosen. */
  readonly onChange: () => void
  readonly onUndo: () => void
}

/** The set has ended by rule: what it means, why, and the next thing. */
export function VerdictPanel({ verdict, reps, suggestion, standing, view, turn, onNext, onChange, onUndo }: Props) {
  const shownAt = useRef(0)
  useEffect(() => {
    shownAt.current = performance.now()
  }, [])
  // The button comes up where a target was: a second tap of the same thumb must not press it.
  const next = () => {
    if (performance.now() - shownAt.current > settleMs) onNext()
  }
  useKeys({ Enter: next, z: onUndo })
  const clean = reps.filter((r) => r.outcome === 'clean').length
  const promise = standing?.promise
  const nextName = turn === 'done' ? 'Close: all turns are done' : turn ? `Next: the same on the ${turn.kit}` : suggestion ? `Next set: ${rungName(view.curriculum, suggestion.rungId)}` : 'Close this set'
  return (
    <Panel>
      <div role="status" aria-live="assertive">
        <Said data-kind={verdict.kind}>{sayVerdict(view.curriculum, verdict)}</Said>
        <p>{verdict.why} {verdict.counts && !verdict.why.includes(verdict.counts) ? `${verdict.counts}.` : ''} This set: {clean} clean of {reps.length}.</p>
        {promise?.met && <p className="ready">The promise for this command is met.</p>}
        {promise && !promise.met && promise.heldSince && <p>Held. {Math.min(promise.placesHeld, promise.promise.places)} of {promise.promise.places} places, {Math.min(promise.peopleHeld, promise.promise.people)} of {promise.promise.people} people.</p>}
      </div>
      <Next onPress={next} autoFocus>{nextName}</Next>
      <Row>
        <Plain onPress={onUndo}>Undo rep</Plain>
        {suggestion && <Plain onPress={onChange}>Change set</Plain>}
        <Link href={`/dogs/${view.resident.residencyId}`} onClick={onChange}>Done here</Link>
      </Row>
    </Panel>
  )
}

const Panel = styled.section`margin-top: auto; display: grid; gap: 0.8rem; p { margin-top: 0.3rem; } .ready { font-weight: 660; color: var(--held); }`
const Said = styled.h2`font-size: clamp(1.7rem, 7vw, 2.4rem); font-weight: 740; border-left: 10px solid var(--rule-2); padding-left: 0.7rem; &[data-kind='moves-on'], &[data-kind='met-again'] { border-color: var(--held); } &[data-kind='back'], &[data-kind='moves-nothing'] { border-color: var(--person); }`
const Next = styled(AriaButton)`min-height: 5rem; border: 0; border-radius: 6px; background: var(--now); color: var(--on-now); font: 720 1.35rem/1.1 'Hepta Slab Variable', serif; cursor: pointer;`
const Row = styled.div`display: flex; justify-content: space-between; align-items: center; a { min-height: 3rem; display: grid; place-items: center; }`
const Plain = styled(AriaButton)`min-height: 3rem; min-width: 6.2rem; border: 1.5px solid var(--rule-2); border-radius: 4px; background: none; color: var(--ink); cursor: pointer;`
