'use client'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { outcomeOfLetter, outcomes, type Outcome } from '@/core/facts/fact'
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
import type { Corrected, Moved } from '@/work/do/correct'
import type { LogEntry, ResidentView } from '@/work/page/resident'

/** What a correction comes to on a screen: done, with what it moved, or why not. */
type Told = Extract<Corrected, { ok: false }> | { readonly ok: true; readonly moved: readonly Moved[] }
export interface CorrectActions {
  readonly takeBack: (raw: unknown) => Promise<Told>
  readonly putRight: (raw: unknown) => Promise<Told>
}

interface Rep {
  /** The number of the rep it was; null for one that was not recorded. */
  readonly was: number | null
  readonly outcome: Outcome
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
  /** When it began, by the kennel's clock: `YYYY-MM-DD` and `HH:MM`. */
  begun: { readonly day: string; readonly at: string }
  view: ResidentView
  actions: CorrectActions
  onClose: () => void
}) {
  const [reps, setReps] = useState<readonly Rep[]>(() =>
    [...entry.outcomes].flatMap((o, was) => (outcomeOfLetter[o] ? [{ was, outcome: outcomeOfLetter[o] }] : [])),
  )
  const [placeId, setPlace] = useState(entry.placeId)
  const [leashHolder, setHolder] = useState(entry.leashHolder)
  const [level, setLevel] = useState(String(entry.level))
  const { words } = useMeasures()
  const [kit, setKit] = useState(entry.kit)
  const [rungId, setRung] = useState(entry.rungId)
  const [begins, setBegins] = useState(begun)
  const [dog, setDog] = useState(view.resident.residencyId)
  const [reason, setReason] = useState('')
  const [wrong, setWrong] = useState('')
  const [moved, setMoved] = useState<readonly Moved[]>()
  const [pending, start] = useTransition()
  const send = (run: () => Promise<Told>) => {
    start(async () => {
      const told = await run()
      setWrong(told.ok ? '' : told.reason)
      if (told.ok) setMoved(told.moved)
    })
  }
  const turn = (i: number) => {
    setReps((all) =>
      all.map((r, n) =>
        n === i ? { ...r, outcome: outcomes[(outcomes.indexOf(r.outcome) + 1) % outcomes.length] ?? r.outcome } : r,
      ),
    )
  }
  const asItIs = (more: object) => ({
    setId: entry.id,
    reason,
    placeId,
    leashHolder,
    level,
    kit,
    outcomes: reps.map((r) => r.outcome),
    from: reps.map((r) => r.was),
    ...(rungId === entry.rungId ? {} : { rungId }),
    ...(begins.day === begun.day && begins.at === begun.at ? {} : { begins }),
    ...more,
  })
  const rungs = view.commands.flatMap((c) =>
    c.runs.flatMap((run) => run.rungs.map((r) => ({ id: r.id, name: `${c.name}: ${r.name}` }))),
  )
  if (moved)
    return (
      <Sheet title={`Corrected: ${entry.rungName}`} width="38rem" onClose={onClose}>
        {moved.length === 0 ? (
          <p role="status">It is put right. No standing moved.</p>
        ) : (
          <>
            <p role="status">It is put right. What it moved:</p>
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
          </>
        )}
        <Row>
          <Button $now onPress={onClose}>
            Close
          </Button>
        </Row>
      </Sheet>
    )
  return (
    <Sheet title={`Correct: ${entry.rungName}`} width="38rem" onClose={onClose}>
      <p>The set as recorded stays in the log, marked and with your reason. The corrected one counts in its place.</p>
      <FieldLabel id="reps-label">Reps, each a button that turns clean, helped, late, miss</FieldLabel>
      <RepRow role="group" aria-labelledby="reps-label">
        {reps.map((r, i) => (
          <RepButton
            key={i}
            onPress={() => {
              turn(i)
            }}
            aria-label={`Rep ${i + 1}: ${r.outcome}`}
          >
            <OutcomeMark outcome={r.outcome} size="1.3rem" />
          </RepButton>
        ))}
        <Quiet isDisabled={reps.length >= 60} onPress={() => setReps([...reps, { was: null, outcome: 'clean' }])}>
          one more
        </Quiet>
        <Quiet isDisabled={reps.length === 0} onPress={() => setReps(reps.slice(0, -1))}>
          one less
        </Quiet>
      </RepRow>
      <Pairs>
        <Choose label="Command and rung" value={rungId} onChange={setRung} choices={rungs} />
        <Choose label="Place" value={placeId} onChange={setPlace} choices={view.places} />
        <DateField
          label="On"
          name="begins-day"
          plain
          defaultValue={begun.day}
          onChange={(day) => setBegins({ ...begins, day })}
        />
        <TimeField
          label="Began at"
          name="begins-at"
          plain
          defaultValue={begun.at}
          onChange={(at) => setBegins({ ...begins, at })}
        />
        <Choose label="On the leash" value={leashHolder} onChange={setHolder} choices={view.people} />
        <Choose
          label="Distraction"
          value={level}
          onChange={setLevel}
          choices={levelWords.map((said, i) => ({ id: String(i), name: `${i} ${said}` }))}
        />
        <Choose label="Kit" value={kit} onChange={setKit} choices={kits.map((k) => ({ id: k, name: words(k) }))} />
        <TextLine label="Reason" value={reason} onChange={setReason} maxLength={200} />
      </Pairs>
      <Wrong>{wrong}</Wrong>
      <Row>
        <Button $now isPending={pending} onPress={() => send(() => actions.putRight(asItIs({})))}>
          Save correction
        </Button>
        <Button isPending={pending} onPress={() => send(() => actions.takeBack({ setId: entry.id, reason }))}>
          Take the set back
        </Button>
        <Quiet onPress={onClose}>Leave it</Quiet>
      </Row>
      {view.books.others.length > 0 && (
        <Row>
          <Choose
            label="Wrong dog? It was"
            value={dog === view.resident.residencyId ? null : dog}
            onChange={setDog}
            choices={view.books.others}
          />
          <Button
            isPending={pending}
            isDisabled={dog === view.resident.residencyId}
            onPress={() =>
              send(() => actions.putRight(asItIs({ residencyId: dog, reason: reason === '' ? 'wrong dog' : reason })))
            }
          >
            Move it to that dog
          </Button>
        </Row>
      )}
    </Sheet>
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
