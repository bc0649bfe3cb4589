'use client'
import { Link } from '@/ui/link'
import { useEffect, useMemo, useState } from 'react'
import type { Key } from 'react-aria-components'
import styled from 'styled-components'
import { TextLine } from '@/ui/Field'
import { kcalOf, movedBy } from '@/core/block/after'
import { praiseMinutes, restUntil } from '@/core/block/rest'
import { findCommand, findRung } from '@/core/curriculum/lookup'
import type { DogState } from '@/core/progress/state'
import { useWhen } from '@/ui/ways'
import type { BlockView } from '@/work/page/blockView'
import { Chip, Chips } from '@/ui/chips'
import { List } from '@/ui/List'
import { asClock } from './CountUp'
import { Next, Plain } from './SetOver'
import type { Block } from './useBlock'

/** Design choice: what is often noted, beside the faults of the commands worked. */
const usualNotes = ['quicker', 'shorter', 'tired early', 'full', 'other location'] as const

/** Quiet praise, what the block did, and a note for next time. */
export function AfterBlock({ view, block, onBack }: { view: BlockView; block: Block; onBack: () => void }) {
  const when = useWhen()
  const [from] = useState(() => Date.now())
  const [now, setNow] = useState(from)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(timer)
  }, [])
  const [chips, setChips] = useState<ReadonlySet<Key>>(new Set())
  const [text, setText] = useState('')
  const [out, setOut] = useState(false)
  const [endedAt, setEndedAt] = useState<number | undefined>()
  const { curriculum } = view
  const { done, before, judged, standingOf } = block
  const touched = useMemo(
    () => done.flatMap((s) => findRung(curriculum, s.context.rungId)?.command.id ?? []),
    [curriculum, done],
  )
  const moved = useMemo(() => {
    const statuses = (state: DogState) => [...new Set(touched)].flatMap((id) => standingOf(id, state) ?? [])
    return movedBy(curriculum, statuses(before), statuses(judged.state), touched)
  }, [before, curriculum, judged.state, standingOf, touched])
  const faults = [...new Set(touched.flatMap((id) => findCommand(curriculum, id)?.faults ?? []))].slice(0, 10)
  const paid = block.done.map((s) => ({
    pieces: piecesOfSetDone(s) * (s.opened?.halved ? 0.5 : 1),
    kcalPerPiece: view.feeds.find((f) => f.id === (s.opened?.feedId ?? null))?.kcalPerPiece ?? null,
  }))
  const kcal = kcalOf(paid)
  const seconds = Math.floor(((endedAt ?? now) - from) / 1000)
  const first = view.plan.work.find((w) => touched.includes(w.command)) ?? view.plan.work[0]
  const following = first && block.suggest(first.command, block.judged.state)
  const nextName = following && findRung(curriculum, following.rungId)
  const rests = restUntil(endedAt ?? now, block.stressful || block.falling.fell)
  const end = () => {
    if (block.ended) return
    const note = [...[...chips].map(String), text.trim()]
      .filter((s) => s !== '')
      .join('; ')
      .replace(/\p{Cc}+/gu, ' ')
    setEndedAt(Date.now())
    block.close(note, Math.min(60, Math.round(seconds / 60)), out)
  }
  return (
    <Page aria-label="After the block">
      <Praise role="timer" aria-label="Wind down">
        <b>{asClock(seconds)}</b>{' '}
        <span>
          {block.ended
            ? 'of winding down'
            : seconds < praiseMinutes.least * 60
              ? `wind down for ${praiseMinutes.least} to ${praiseMinutes.most} min`
              : 'long enough; back to the run'}
        </span>
      </Praise>
      <Moved>
        {moved.map((m) => (
          <li key={m.command}>
            <b>{m.name}</b> <span>{m.words}</span>{' '}
            <small>
              {m.clean} clean of {m.reps}
            </small>
          </li>
        ))}
        {moved.length === 0 && <li>No rep was recorded in this block.</li>}
      </Moved>
      <p>
        {block.piecesPaid} {block.piecesPaid === 1 ? 'piece' : 'pieces'} given
        {kcal > 0 ? `, ${Math.round(kcal)} kcal` : ''}
        {view.piecesLeft === undefined
          ? ''
          : `; ${Math.max(0, view.piecesLeft - Math.ceil(ownPieces(block)))} of the meal left for rewards`}
        . Rests until <b>{when.wallClock(rests, view.timeZone).clock}</b>
        {block.stressful ? ', longer after signs of stress' : ''}.
        {nextName ? ` Next time: ${nextName.command.name}, ${nextName.rung.name}.` : ''}
      </p>
      {!block.ended ? (
        <>
          <Chips aria-label="For next time" selectionMode="multiple" selectedKeys={chips} onSelectionChange={setChips}>
            {[...usualNotes, ...faults].map((f) => (
              <Chip key={f} id={f}>
                {f}
              </Chip>
            ))}
          </Chips>
          <NoteBox label="For next time, typed or dictated" value={text} onChange={setText} rows={2} maxLength={300} />
          <Chip isSelected={out} onChange={setOut}>
            Potty break after
          </Chip>
          <Next onPress={end}>End block</Next>
          <Plain onPress={onBack}>Back to work</Plain>
        </>
      ) : (
        <>
          <p role="status">
            <b>The block is saved.</b>
          </p>
          <Next as={Link} href="/">
            Back to the wall
          </Next>
          <Plain as={Link} href={`/dogs/${view.resident.residencyId}`}>
            Back to {view.resident.name}
          </Plain>
        </>
      )}
    </Page>
  )
}

const piecesOfSetDone = ({ reps }: Block['done'][number]): number =>
  reps.reduce((n, r) => n + (r.done?.pieces ?? 0) + (r.done?.sitPieces ?? 0), 0)

/** Whole pieces of its own meal paid in this block. */
const ownPieces = (block: Block): number =>
  block.done.reduce(
    (n, s) => n + ((s.opened?.feedId ?? null) === null ? piecesOfSetDone(s) * (s.opened?.halved ? 0.5 : 1) : 0),
    0,
  )

const Page = styled.section`
  display: grid;
  gap: var(--s-5);
  margin-top: auto;
  p {
    font-size: var(--t-4);
  }
`
const Praise = styled.div`
  display: flex;
  align-items: baseline;
  gap: var(--s-4);
  b {
    font-size: var(--t-10);
    font-weight: 740;
    line-height: 1;
  }
  span {
    font-size: var(--t-5);
  }
`
const Moved = styled(List)`
  border-top: 3px solid var(--ink);
  li {
    padding: 0.4rem 0;
    border-bottom: 1px solid var(--rule);
  }
  b {
    font-size: var(--t-5);
  }
  small {
    font-size: var(--t-2);
  }
`
const NoteBox = styled(TextLine)`
  display: grid;
  gap: var(--s-1);
  textarea {
    min-height: var(--touch-wide);
    border: 1.5px solid var(--rule-2);
    border-radius: 4px;
    padding: 0.35rem 0.6rem;
    font: inherit;
    background: var(--paper);
    color: inherit;
    resize: none;
  }
`
