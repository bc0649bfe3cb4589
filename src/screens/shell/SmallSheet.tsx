'use client'
import styled from 'styled-components'
import type { SmallCommands } from '@/core/curriculum/small'
import { outcomes, type Outcome } from '@/core/facts/fact'
import { isSame } from '@/core/facts/smallKept'
import type { FactOf } from '@/core/facts/wire'
import { nothingSmallSaid, smallThings, type SmallThing } from '@/core/facts/words'
import type { Outbox } from '@/device/outbox'
import { Panel, SayOne } from '@/ui/chips'
import { Press, Quiet } from '@/ui/press'
import { Sheet } from '@/ui/Sheet'
import { List } from '@/ui/List'
import type { JumpDog } from './jumpDog'

/** Design choice: how many repetitions and pieces a small thing stands for. */
const worth: Readonly<
  Record<SmallThing, { readonly name: string; readonly said: string; readonly reps: number; readonly pieces: number }>
> = {
  'tether-minute': { name: 'Tether', said: 'a minute on the tether', reps: 1, pieces: 5 },
  'name-call': { name: 'Name', said: 'a name call', reps: 1, pieces: 1 },
  'corridor-ten': { name: 'Ten', said: 'ten reps in the corridor', reps: 10, pieces: 10 },
  'sniff-walk': { name: 'Sniff', said: 'a walk to sniff, nothing asked', reps: 1, pieces: 0 },
}

/** What was kept last, so that more can be said of it, and it can be undone. */
export interface LastSmall {
  readonly fact: FactOf<'small-thing'>
  readonly words: string
  /** Whether it was tapped twice at once and saved once. */
  readonly twice: boolean
}

const outcomeNames: Readonly<Record<Outcome, string>> = { clean: 'Clean', helped: 'Helped', late: 'Late', miss: 'Miss' }
/** Minutes on the tether, and the longest time between two pays, that a tap can say. */
const minutes = [1, 3, 5, 10, 20]
const intervals = [2, 5, 10, 20, 60]

const wallNow = (): number => Date.now()

type More = Partial<Pick<FactOf<'small-thing'>, 'command' | 'outcome' | 'minutes' | 'payInterval' | 'calm' | 'reps'>>

/**
 * Small things of every dog here, two taps from anywhere: the dog’s own, which names the command and is kept at once,
 * then how it went.
 */
export function SmallSheet({
  dogs,
  small,
  me,
  here,
  outbox,
  last,
  setLast,
  close,
}: {
  dogs: readonly JumpDog[]
  small: SmallCommands
  me: string
  here: string | undefined
  outbox: Outbox | undefined
  last: LastSmall | undefined
  setLast: (next: LastSmall | undefined) => void
  close: () => void
}) {
  const order = [...dogs].sort((a, b) => Number(b.residencyId === here) - Number(a.residencyId === here))
  const commandOf: Readonly<Record<SmallThing, string | undefined>> = {
    'tether-minute': small.tether,
    'name-call': small.call,
    'corridor-ten': undefined,
    'sniff-walk': undefined,
  }
  const log = (dog: JumpDog, what: SmallThing) => {
    if (!outbox) return
    const { residencyId } = dog
    if (isSame(last && { ...last.fact, at: last.fact.deviceAt }, { residencyId, what, at: wallNow() }))
      return setLast(last && { ...last, twice: true })
    const { reps, pieces, said } = worth[what]
    keep(
      {
        kind: 'small-thing',
        residencyId,
        what,
        reps,
        pieces: dog.toys ? 0 : pieces,
        ...nothingSmallSaid,
        command: commandOf[what] ?? null,
        recordedBy: me,
      },
      `${dog.runNumber} ${dog.name}: ${said}`,
    )
  }
  const keep = (fact: Parameters<Outbox['add']>[0], words: string) => {
    const saved = outbox?.add(fact)
    if (saved?.kind === 'small-thing') setLast({ fact: saved, words, twice: false })
  }
  const takeBack = (id: string, reason: string) => outbox?.add({ kind: 'voided', targetId: id, reason, recordedBy: me })
  /** More is said of the one kept last: it is taken back, and one that says it stands in its place. */
  const say = (more: More) => {
    if (!last) return
    const { id, seq: _, deviceAt: __, ...was } = last.fact
    takeBack(id, 'said more exactly')
    keep({ ...was, ...more }, last.words)
  }
  return (
    <Sheet title="Quick log" onClose={close}>
      <p>
        A minute on the tether, a name call, ten reps in the corridor: they count for the day, its food and what has a
        number to reach; a dog that works for toys is charged none. A walk to sniff asks nothing and counts as rest.
      </p>
      <Said role="status">
        {last ? (
          <>
            Saved: {last.words}.{last.twice ? ' Counted once: you tapped it twice.' : ''}{' '}
            <Quiet
              onPress={() => {
                takeBack(last.fact.id, 'undone')
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
      {last && <More key={last.fact.what} fact={last.fact} small={small} say={say} />}
      <Rows>
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
      </Rows>
      <Quiet onPress={close}>Close</Quiet>
    </Sheet>
  )
}

/** How the one kept last worked: of the tether its minutes, longest interval and calm, of the rest the outcome. */
function More({ fact, small, say }: { fact: FactOf<'small-thing'>; small: SmallCommands; say: (more: More) => void }) {
  const outcome = (
    <SayOne
      label="How"
      now={fact.outcome ?? ''}
      all={outcomes.map((o) => ({ id: o, name: outcomeNames[o] }))}
      mayBeNone
      say={(id) => say({ outcome: outcomes.find((o) => o === id) ?? null })}
    />
  )
  const howLong = (say: (minutes: number | null) => void) => (
    <SayOne
      label="Minutes"
      now={String(fact.minutes ?? '')}
      all={minutes.map((m) => ({ id: String(m), name: String(m) }))}
      mayBeNone
      say={(id) => say(id === '' ? null : Number(id))}
    />
  )
  if (fact.what === 'sniff-walk') return <Panel>{howLong((n) => say({ minutes: n }))}</Panel>
  if (fact.what === 'tether-minute')
    return (
      <Panel>
        <SayOne
          label="It was"
          now={fact.calm === null ? '' : fact.calm ? 'calm' : 'not'}
          all={[
            { id: 'calm', name: 'Calm' },
            { id: 'not', name: 'Not calm' },
          ]}
          mayBeNone
          say={(id) => say({ calm: id === '' ? null : id === 'calm' })}
        />
        {howLong((n) => say({ minutes: n, reps: n ?? 1 }))}
        <SayOne
          label="Longest"
          now={String(fact.payInterval ?? '')}
          all={intervals.map((s) => ({ id: String(s), name: `${s} s` }))}
          mayBeNone
          say={(id) => say({ payInterval: id === '' ? null : Number(id) })}
        />
      </Panel>
    )
  return (
    <Panel>
      {fact.what === 'corridor-ten' && (
        <SayOne
          label="Of"
          now={fact.command ?? ''}
          all={small.others}
          mayBeNone
          say={(id) => say({ command: id === '' ? null : id })}
        />
      )}
      {outcome}
    </Panel>
  )
}

const Said = styled.div`
  min-height: var(--touch-small);
  font-weight: 560;
`
const Rows = styled(List)`
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) repeat(4, auto);
    gap: var(--s-2);
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
const One = styled(Press)`
  min-height: var(--touch);
  min-width: 2.9rem;
  padding: 0 0.3rem;
  font-size: var(--t-2);
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  cursor: pointer;
  &:active {
    background: var(--ink);
    color: var(--paper);
  }
`
