'use client'
import { useReducer, useState, useTransition, type Dispatch } from 'react'
import styled from 'styled-components'
import {
  beginCorrection,
  mostReps,
  reduceCorrection,
  sentCorrection,
  type Begun,
  type CorrectedRep,
  type Correction,
  type CorrectionAction,
  type SetSaid,
} from '@/core/evidence/correction'
import { levelWords } from '@/core/views/grid'
import { kits } from '@/core/curriculum/types'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { TextLine } from '@/ui/Field'
import { FieldLabel, Wrong } from '@/ui/fieldParts'
import { Button, Press, Quiet } from '@/ui/press'
import { Sheet } from '@/ui/Sheet'
import { TimeField } from '@/ui/TimeField'
import { phone } from '@/ui/theme'
import { useMeasures } from '@/ui/ways'
import type { Corrected, Moved } from '@/work/actions/correct'
import type { LogEntry, ResidentView } from '@/work/page/resident'

/** What a correction comes to on a screen: done, with what it moved, or why not. */
type Told = Extract<Corrected, { ok: false }> | { readonly ok: true; readonly moved: readonly Moved[] }
export interface CorrectActions {
  readonly takeBack: (raw: unknown) => Promise<Told>
  readonly putRight: (raw: unknown) => Promise<Told>
}

/** Puts a set right or takes it back, with the reason; the old set stays in the log, and what it moved is said. */
export function CorrectSet({
  entry,
  begun,
  view,
  actions,
  onClose,
}: {
  entry: LogEntry
  /** When it began, by the kennel's clock. */
  begun: Begun
  view: ResidentView
  actions: CorrectActions
  onClose: () => void
}) {
  const [now, act] = useReducer(reduceCorrection, undefined, () => beginCorrection(entry, begun))
  const [wrong, setWrong] = useState('')
  const [moved, setMoved] = useState<readonly Moved[]>()
  const [pending, start] = useTransition()
  const send = (run: () => Promise<Told>) =>
    start(async () => {
      const answer = await run()
      setWrong(answer.ok ? '' : answer.reason)
      if (answer.ok) setMoved(answer.moved)
    })
  const putRight = (dog?: string) => send(() => actions.putRight(sentCorrection(entry, begun, now, dog)))
  if (moved) return <MovedSheet title={`Corrected: ${entry.rungName}`} moved={moved} onClose={onClose} />
  return (
    <Sheet title={`Correct: ${entry.rungName}`} width="38rem" onClose={onClose}>
      <p>The set as recorded stays in the log, marked and with your reason. The corrected one counts in its place.</p>
      <Reps reps={now.reps} act={act} />
      <Said now={now} begun={begun} view={view} say={(of) => act({ do: 'say', of })} />
      <Wrong>{wrong}</Wrong>
      <Row>
        <Button $now isPending={pending} onPress={() => putRight()}>
          Save correction
        </Button>
        <Button
          isPending={pending}
          onPress={() => send(() => actions.takeBack({ setId: entry.id, reason: now.reason }))}
        >
          Undo set
        </Button>
        <Quiet onPress={onClose}>Leave it</Quiet>
      </Row>
      {view.books.others.length > 0 && <WrongDog others={view.books.others} pending={pending} onMove={putRight} />}
    </Sheet>
  )
}

/** What a correction changed in any dog’s status. */
function MovedSheet({ title, moved, onClose }: { title: string; moved: readonly Moved[]; onClose: () => void }) {
  return (
    <Sheet title={title} width="38rem" onClose={onClose}>
      <p role="status">{moved.length === 0 ? 'Corrected. No status changed.' : 'Corrected. Status changes:'}</p>
      {moved.length > 0 && (
        <dl>
          {moved.map((m) => (
            <div key={`${m.dog} ${m.command}`}>
              <dt>
                {m.dog}, {m.command}
              </dt>
              <dd>
                {m.before} <b>became</b> {m.after}
              </dd>
            </div>
          ))}
        </dl>
      )}
      <Row>
        <Button $now onPress={onClose}>
          Close
        </Button>
      </Row>
    </Sheet>
  )
}

function Reps({ reps, act }: { reps: readonly CorrectedRep[]; act: Dispatch<CorrectionAction> }) {
  return (
    <>
      <FieldLabel id="reps-label">Reps, each a button that turns clean, helped, late, miss</FieldLabel>
      <RepRow role="group" aria-labelledby="reps-label">
        {reps.map((r, at) => (
          <RepButton key={at} onPress={() => act({ do: 'turn rep', at })} aria-label={`Rep ${at + 1}: ${r.outcome}`}>
            <OutcomeMark outcome={r.outcome} size="1.3rem" />
          </RepButton>
        ))}
        <Quiet isDisabled={reps.length >= mostReps} onPress={() => act({ do: 'add rep' })}>
          one more
        </Quiet>
        <Quiet isDisabled={reps.length === 0} onPress={() => act({ do: 'drop rep' })}>
          one less
        </Quiet>
      </RepRow>
    </>
  )
}

/** What is said of the set beside its reps. */
function Said({
  now,
  begun,
  view,
  say,
}: {
  now: Correction
  begun: Begun
  view: ResidentView
  say: (of: Partial<SetSaid>) => void
}) {
  const { words } = useMeasures()
  const rungs = view.commands.flatMap((c) =>
    c.runs.flatMap((run) => run.rungs.map((r) => ({ id: r.id, name: `${c.name}: ${r.name}` }))),
  )
  const { rungId, placeId, leashHolder, level, kit, begins, reason } = now
  return (
    <Pairs>
      <Choose label="Command and rung" value={rungId} onChange={(id) => say({ rungId: id })} choices={rungs} />
      <Choose label="Location" value={placeId} onChange={(id) => say({ placeId: id })} choices={view.places} />
      <DateField
        label="On"
        name="begins-day"
        plain
        defaultValue={begun.day}
        onChange={(day) => say({ begins: { ...begins, day } })}
      />
      <TimeField
        label="Began at"
        name="begins-at"
        plain
        defaultValue={begun.at}
        onChange={(at) => say({ begins: { ...begins, at } })}
      />
      <Choose label="Handler" value={leashHolder} onChange={(id) => say({ leashHolder: id })} choices={view.people} />
      <Choose
        label="Distraction"
        value={level}
        onChange={(to) => say({ level: to })}
        choices={levelWords.map((text, i) => ({ id: String(i), name: `${i} ${text}` }))}
      />
      <Choose
        label="Equipment"
        value={kit}
        onChange={(to) => say({ kit: to })}
        choices={kits.map((k) => ({ id: k, name: words(k) }))}
      />
      <TextLine label="Reason" value={reason} onChange={(text) => say({ reason: text })} maxLength={200} />
    </Pairs>
  )
}

/** A set that was recorded for another dog than the one that was worked. */
function WrongDog({
  others,
  pending,
  onMove,
}: {
  others: ResidentView['books']['others']
  pending: boolean
  onMove: (dog: string) => void
}) {
  const [dog, setDog] = useState<string | null>(null)
  return (
    <Row>
      <Choose label="Wrong dog? It was" value={dog} onChange={setDog} choices={others} />
      <Button isPending={pending} isDisabled={dog === null} onPress={() => dog !== null && onMove(dog)}>
        Move to that dog
      </Button>
    </Row>
  )
}

const RepRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-2);
  align-items: center;
`
const RepButton = styled(Press)`
  min-width: 2.75rem;
  min-height: var(--touch);
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  cursor: pointer;
  display: grid;
  place-items: center;
  @media (hover: hover) {
    &:hover {
      border-color: var(--ink);
    }
  }
`
const Pairs = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-4);
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Row = styled.div`
  display: flex;
  gap: var(--s-5);
  align-items: end;
  flex-wrap: wrap;
`
