'use client'
import { Button as AriaButton } from 'react-aria-components'
import styled from 'styled-components'
import { nothingSmallSaid, smallThings, type SmallThing } from '@/core/facts/words'
import type { Outbox } from '@/device/outbox'
import { Quiet } from '@/ui/press'
import { Sheet } from '@/ui/Sheet'
import type { JumpDog } from './jumpDog'

/** House: how many repetitions and pieces a small thing stands for. */
const worth: Readonly<
  Record<SmallThing, { readonly name: string; readonly said: string; readonly reps: number; readonly pieces: number }>
> = {
  'tether-minute': { name: 'Tether', said: 'a minute on the tether', reps: 1, pieces: 5 },
  'name-call': { name: 'Name', said: 'a name call', reps: 1, pieces: 1 },
  'corridor-ten': { name: 'Ten', said: 'ten reps in the corridor', reps: 10, pieces: 10 },
}

/** What was kept last, so that it can be undone. */
export interface LastSmall {
  readonly id: string
  readonly words: string
}

/** Small things of every dog here, two taps from anywhere: the button that opens this, then the dog’s own. */
export function SmallSheet({
  dogs,
  me,
  here,
  outbox,
  last,
  setLast,
  close,
}: {
  dogs: readonly JumpDog[]
  me: string
  here: string | undefined
  outbox: Outbox | undefined
  last: LastSmall | undefined
  setLast: (next: LastSmall | undefined) => void
  close: () => void
}) {
  const order = [...dogs].sort((a, b) => Number(b.residencyId === here) - Number(a.residencyId === here))
  const log = (dog: JumpDog, what: SmallThing) => {
    if (!outbox) return
    const { reps, pieces, said } = worth[what]
    const fact = outbox.add({
      kind: 'small-thing',
      residencyId: dog.residencyId,
      what,
      reps,
      pieces: dog.toys ? 0 : pieces,
      ...nothingSmallSaid,
      recordedBy: me,
    })
    setLast({ id: fact.id, words: `${dog.runNumber} ${dog.name}: ${said}` })
  }
  return (
    <Sheet title="Small things" onClose={close}>
      <p>
        A minute on the tether, a name call, ten reps in the corridor: they count for the day and its food; a dog that
        works for toys is charged none.
      </p>
      <Said role="status">
        {last ? (
          <>
            Kept: {last.words}.{' '}
            <Quiet
              onPress={() => {
                outbox?.add({ kind: 'voided', targetId: last.id, reason: 'undone', recordedBy: me })
                setLast(undefined)
              }}
            >
              Undo
            </Quiet>
          </>
        ) : (
          ''
        )}
      </Said>
      <List>
        {order.map((dog) => (
          <li key={dog.residencyId}>
            <span>
              <b>{dog.runNumber}</b> {dog.name}
            </span>
            {smallThings.map((what) => (
              <One
                key={what}
                aria-label={`${worth[what].name}: ${dog.name}`}
                onPress={() => log(dog, what)}
                isDisabled={!outbox}
              >
                {worth[what].name}
              </One>
            ))}
          </li>
        ))}
        {dogs.length === 0 && (
          <li>
            <span>No dog is here today.</span>
          </li>
        )}
      </List>
      <Quiet slot="close">Close</Quiet>
    </Sheet>
  )
}

const Said = styled.div`
  min-height: var(--touch-small);
  font-weight: 560;
`
const List = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) repeat(3, auto);
    gap: var(--s-3);
    align-items: center;
    border-top: 1px solid var(--rule);
    padding: 0.25rem 0;
  }
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  b {
    display: inline-block;
    min-width: 1.8rem;
  }
`
const One = styled(AriaButton)`
  min-height: var(--touch);
  min-width: 3.6rem;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  cursor: pointer;
  &[data-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
`
