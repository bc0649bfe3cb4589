'use client'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { outcomes, type Outcome } from '@/core/facts/fact'
import { levelWords } from '@/core/views/grid'
import { kits } from '@/core/curriculum/types'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { Choose } from '@/ui/Choose'
import { TextLine } from '@/ui/Field'
import { Fault, FieldLabel } from '@/ui/fieldParts'
import { Button, Press, Quiet } from '@/ui/press'
import { Sheet } from '@/ui/Sheet'
import type { LogEntry } from '@/work/page/resident'
import type { Told } from '../told'
import { useMeasures } from '@/ui/ways'

export interface CorrectActions {
  readonly takeBack: (raw: unknown) => Promise<Told>
  readonly putRight: (raw: unknown) => Promise<Told>
}

const outcomeOf: Readonly<Record<string, Outcome>> = { C: 'clean', H: 'helped', L: 'late', M: 'miss' }

/** Puts a set right or takes it back, with the reason; the old set stays in the log. */
export function CorrectSet({
  entry,
  people,
  places,
  actions,
  onClose,
}: {
  entry: LogEntry
  people: readonly { id: string; name: string }[]
  places: readonly { id: string; name: string }[]
  actions: CorrectActions
  onClose: () => void
}) {
  const [reps, setReps] = useState<readonly Outcome[]>(() => [...entry.outcomes].flatMap((o) => outcomeOf[o] ?? []))
  const [placeId, setPlace] = useState(entry.placeId)
  const [leashHolder, setHolder] = useState(entry.leashHolder)
  const [level, setLevel] = useState(String(entry.level))
  const { words } = useMeasures()
  const [kit, setKit] = useState(entry.kit)
  const [reason, setReason] = useState('')
  const [wrong, setWrong] = useState('')
  const [pending, start] = useTransition()
  const send = (run: () => Promise<Told>) => {
    start(async () => {
      const told = await run()
      if (told.ok) onClose()
      else setWrong(told.reason)
    })
  }
  const turn = (i: number) => {
    setReps((all) => all.map((o, n) => (n === i ? (outcomes[(outcomes.indexOf(o) + 1) % outcomes.length] ?? o) : o)))
  }
  return (
    <Sheet title={`Correct: ${entry.rungName}`} width="38rem" onClose={onClose}>
      <p>
        The set as recorded stays in the log, marked and with your reason. The corrected one counts in its place, at its
        time.
      </p>
      <FieldLabel id="reps-label">Reps, each a button that turns clean, helped, late, miss</FieldLabel>
      <RepRow role="group" aria-labelledby="reps-label">
        {reps.map((o, i) => (
          <RepButton
            key={i}
            onPress={() => {
              turn(i)
            }}
            aria-label={`Rep ${i + 1}: ${o}`}
          >
            <OutcomeMark outcome={o} size="1.3rem" />
          </RepButton>
        ))}
      </RepRow>
      <Pairs>
        <Choose label="Place" value={placeId} onChange={setPlace} choices={places} />
        <Choose label="On the leash" value={leashHolder} onChange={setHolder} choices={people} />
        <Choose
          label="Distraction"
          value={level}
          onChange={setLevel}
          choices={levelWords.map((words, i) => ({ id: String(i), name: `${i} ${words}` }))}
        />
        <Choose label="Kit" value={kit} onChange={setKit} choices={kits.map((k) => ({ id: k, name: words(k) }))} />
        <TextLine label="Reason" value={reason} onChange={setReason} maxLength={200} />
      </Pairs>
      {wrong && (
        <div role="alert">
          <Fault>{wrong}</Fault>
        </div>
      )}
      <Row>
        <Button
          $now
          isDisabled={pending}
          onPress={() => {
            send(() => actions.putRight({ setId: entry.id, reason, placeId, leashHolder, level, kit, outcomes: reps }))
          }}
        >
          Put it right
        </Button>
        <Button
          isDisabled={pending}
          onPress={() => {
            send(() => actions.takeBack({ setId: entry.id, reason }))
          }}
        >
          Take the set back
        </Button>
        <Quiet onPress={onClose}>Leave it</Quiet>
      </Row>
    </Sheet>
  )
}

const RepRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-2);
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
`
const Row = styled.div`
  display: flex;
  gap: var(--s-5);
  align-items: center;
  flex-wrap: wrap;
`
