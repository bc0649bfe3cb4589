'use client'
import { useMemo, useTransition, type Dispatch } from 'react'
import styled from 'styled-components'
import { marksText, readPaperLine, type PaperDog, type PaperSet } from '@/core/block/paper'
import { kits } from '@/core/curriculum/types'
import { levelWords } from '@/core/views/grid'
import {
  conditionsOf,
  otherDay,
  setsOfSheet,
  type SheetAction,
  type SheetConditions,
  type SheetState,
  type TypedSheet,
} from '@/device/paper/sheet'
import { writeSheet } from '@/device/paper/writeSheet'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { TextLine } from '@/ui/Field'
import { Fault, Wrong } from '@/ui/fieldParts'
import { OrderedList } from '@/ui/List'
import { Button, Quiet } from '@/ui/press'
import { TimeField } from '@/ui/TimeField'
import { useMeasures, useWhen } from '@/ui/ways'
import type { ActionResult } from '@/work/actions/actionResult'
import type { PaperView } from '@/work/page/paper'
import { May } from '../shell/may'
import { useOutbox } from '../shell/Tray'
import { isOldPage, updatedMeanwhile } from '../told'
import { TableIn } from '../table/TableIn'
import type { TableActions } from '../table/useTable'
import { Sheets } from './Sheets'
import { useSheet } from './useSheet'

type KeepPast = (raw: unknown) => Promise<ActionResult<{ readonly kept: number; readonly known: number }>>

/**
 * Sets from a paper sheet, a line each, by keyboard; and the sheet to print. What was typed stays on the device until
 * it is kept or taken out.
 */
export function Paper({
  view,
  table,
  actions,
}: {
  view: PaperView
  /** What a table of past sets may have. */
  table: { readonly columns: readonly string[]; readonly most: number }
  actions: { readonly keepPast: KeepPast; readonly table: TableActions }
}) {
  const { sayDay } = useWhen()
  return (
    <Page>
      <div className="desk">
        <h1>Paper</h1>
        <p>
          Type a sheet in, a line a set; location, handler, level and equipment apply to all lines. Each line: run,
          command, the rung if it is not the current one, and the marks. <b>8 sit-stay 10 s CCM4C</b> is clean, clean,
          broke at 4 s, clean. C clean, H helped, L late, M miss.
        </p>
        <TypeIn view={view} keepPast={actions.keepPast} />
        <May least="trainer">
          <h2>A table of sets from before</h2>
          <p>
            A row a set. The first row names the columns: {table.columns.join(', ')}; the first five are needed. Days
            are written 2026-04-30, marks as above. Work from before a baseline leaves the baseline open. The same table
            taken twice adds nothing.
          </p>
          <TableIn actions={actions.table} most={table.most} what={['set', 'sets']} />
        </May>
        <h2>The sheet</h2>
        <p>
          Three things each dog should work on today, with room for the marks.{' '}
          <Button onPress={() => window.print()}>Print for {sayDay(view.today)}</Button>
        </p>
      </div>
      <Sheets view={view} />
    </Page>
  )
}

function TypeIn({ view, keepPast }: { view: PaperView; keepPast: KeepPast }) {
  const outbox = useOutbox()
  const [state, act] = useSheet(view.today)
  const [pending, start] = useTransition()
  const { typed } = state
  const dogs = useMemo(() => view.dogs.map((d): PaperDog => ({ ...d, commands: view.ladders[d.ladder] ?? [] })), [view])
  const sets = useMemo(() => setsOfSheet(typed, dogs), [typed, dogs])
  const conditions = conditionsOf(typed, view)
  const isPast = typed.hoursAgo === otherDay
  /** What is of another day goes to the kennel at once: its moment is not this device’s. */
  const savePast = () =>
    start(async () => {
      try {
        const done = await keepPast({
          day: typed.on,
          at: typed.at === '' ? usualTime : typed.at,
          sets: sets.map(({ set: { dog, rung, reps } }) => ({
            residencyId: dog.residencyId,
            rungId: rung.id,
            ...conditions,
            reps,
          })),
        })
        act(done.ok ? { do: 'saved', sets: done.kept, known: done.known } : { do: 'refused', reason: done.reason })
      } catch (error) {
        act({
          do: 'refused',
          reason: isOldPage(error)
            ? updatedMeanwhile
            : 'No connection: a sheet of another day needs the kennel. What is typed stays here.',
        })
      }
    })
  const save = () => {
    if (isPast) return savePast()
    if (!outbox) return
    const endedAt = Date.now() - Number(typed.hoursAgo) * 3_600_000
    writeSheet(
      outbox,
      sets.map((s) => s.set),
      { ...conditions, recordedBy: view.me, endedAt },
    )
    act({ do: 'saved', sets: sets.length, known: 0 })
  }
  return (
    <>
      <Conditions view={view} typed={typed} conditions={conditions} say={(of) => act({ do: 'say', of })} />
      <NextLine state={state} dogs={dogs} act={act} />
      {sets.length > 0 && (
        <>
          <Lines aria-label="Read so far">
            {sets.map(({ at, set }, i) => (
              <li key={at}>
                <span>{say(set)}</span>
                <Quiet
                  aria-label={`Take out line ${i + 1}: ${set.dog.name}, ${set.command.name}`}
                  onPress={() => act({ do: 'take out', at })}
                >
                  Take out
                </Quiet>
              </li>
            ))}
          </Lines>
          <div>
            <Button $now onPress={save} isPending={isPast && pending} isDisabled={isPast ? typed.on === '' : !outbox}>
              {sets.length === 1 ? 'Save 1 set' : `Save ${sets.length} sets`}
            </Button>
          </div>
        </>
      )}
      <Wrong>{state.refused}</Wrong>
    </>
  )
}

/** A sheet of another day was worked about then, where nobody says when. */
const usualTime = '10:00'

const whens = [
  { id: '0', name: 'just now' },
  { id: '1', name: 'an hour ago' },
  { id: '2', name: 'two hours ago' },
  { id: '4', name: 'four hours ago' },
  { id: '8', name: 'eight hours ago' },
  { id: '24', name: 'yesterday about now' },
  { id: otherDay, name: 'another day of the stay' },
] as const

/** What holds for every line of the sheet. */
function Conditions({
  view,
  typed,
  conditions,
  say,
}: {
  view: PaperView
  typed: TypedSheet
  conditions: SheetConditions
  say: (of: Partial<TypedSheet>) => void
}) {
  const { words } = useMeasures()
  const { placeId, leashHolder, level, kit } = conditions
  const levels = levelWords.map((text, i) => ({ id: String(i), name: `${i}, ${text}` }))
  return (
    <Common>
      <Choose label="Where" value={placeId} onChange={(id) => say({ placeId: id })} choices={view.places} />
      <Choose label="Handler" value={leashHolder} onChange={(id) => say({ personId: id })} choices={view.people} />
      <Choose label="Level" value={String(level)} onChange={(l) => say({ level: Number(l) })} choices={levels} />
      <Choose
        label="Equipment"
        value={kit}
        onChange={(k) => say({ kit: k })}
        choices={kits.map((k) => ({ id: k, name: words(k) }))}
      />
      <Choose label="When" value={typed.hoursAgo} onChange={(hoursAgo) => say({ hoursAgo })} choices={whens} />
      {typed.hoursAgo === otherDay && (
        <>
          <DateField label="On" name="on" plain defaultValue={typed.on} onChange={(on) => say({ on })} />
          <TimeField
            label="About"
            name="at"
            plain
            defaultValue={typed.at === '' ? usualTime : typed.at}
            onChange={(at) => say({ at })}
          />
        </>
      )}
    </Common>
  )
}

/** The line that is being typed, and how it reads. */
function NextLine({ state, dogs, act }: { state: SheetState; dogs: readonly PaperDog[]; act: Dispatch<SheetAction> }) {
  const { line } = state.typed
  const read = useMemo(() => readPaperLine(line, dogs), [dogs, line])
  const isWrong = state.tried && !read.ok
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        act({ do: 'enter', dogs })
      }}
    >
      <LineBox
        value={line}
        onChange={(to) => act({ do: 'type', line: to })}
        isInvalid={isWrong}
        label="Next line; Enter takes it"
        autoFocus
        autoComplete="off"
        spellCheck={false}
      />
      <Back role="status">
        {line.trim() === '' && state.saved > 0 && `Saved: ${state.saved} ${state.saved === 1 ? 'set' : 'sets'}.`}
        {line.trim() !== '' && (read.ok ? say(read.set) : isWrong ? <Fault>{read.reason}</Fault> : read.reason)}
      </Back>
    </form>
  )
}

const say = (s: PaperSet): string =>
  `${s.dog.runNumber} ${s.dog.name}: ${s.command.name}, ${s.rung.name}: ${marksText(s.reps)} ` +
  `(${s.reps.filter((r) => r.outcome === 'clean').length} clean of ${s.reps.length})`

const Page = styled.div`
  padding: 0.9rem 1.5rem 3rem;
  max-width: var(--page);
  .desk {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: var(--s-5);
  }
  h1 {
    font-size: var(--t-8);
  }
  h2 {
    font-size: var(--t-6);
    border-top: 3px solid var(--ink);
    padding-top: 0.8rem;
    margin-top: 0.8rem;
  }
  .desk > p {
    max-width: 70ch;
  }
  @media print {
    padding: 0;
    .desk {
      display: none;
    }
  }
`
const Common = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: var(--s-4);
  max-width: 62rem;
`
const LineBox = styled(TextLine)`
  display: grid;
  gap: var(--s-1);
  max-width: 42rem;
  input {
    font-size: var(--t-6);
    min-height: var(--touch-wide);
  }
`
const Back = styled.p`
  min-height: var(--touch-small);
  margin-top: 0.3rem;
  font-weight: 560;
`
const Lines = styled(OrderedList)`
  border-top: 2px solid var(--ink);
  li {
    display: flex;
    justify-content: space-between;
    gap: var(--s-6);
    border-bottom: 1px solid var(--rule);
    padding: 0.35rem 0;
  }
`
