'use client'
import { useMemo, useState, useTransition } from 'react'
import styled from 'styled-components'
import { v4 } from 'uuid'
import {
  paperApartMs,
  paperClosing,
  paperOpening,
  paperRep,
  paperRepMs,
  readPaperLine,
  sayLine,
  sayMarks,
  type PaperDog,
  type PaperSet,
} from '@/core/block/paper'
import { levelWords } from '@/core/views/grid'
import { kits } from '@/core/curriculum/types'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { TextLine } from '@/ui/Field'
import { Fault, Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { TimeField } from '@/ui/TimeField'
import type { PaperView } from '@/work/page/paper'
import type { Deed } from '@/work/do/deed'
import { May } from '../shell/may'
import { useOutbox } from '../shell/Tray'
import { TableIn } from '../table/TableIn'
import type { TableActions } from '../table/useTable'
import { Sheets } from './Sheets'
import { useTypedPaper } from './useTypedPaper'
import { useMeasures, useWhen } from '@/ui/ways'
import { OrderedList } from '@/ui/List'

const otherDay = 'day'

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
  actions: {
    readonly keepPast: (raw: unknown) => Promise<Deed<{ readonly kept: number; readonly known: number }>>
    readonly table: TableActions
  }
}) {
  const { sayDay } = useWhen()
  const outbox = useOutbox()
  const dogs = useMemo(
    () =>
      view.dogs.map((d): PaperDog => ({
        residencyId: d.residencyId,
        runNumber: d.runNumber,
        name: d.name,
        inHand: d.inHand,
        commands: view.ladders[d.ladder] ?? [],
      })),
    [view],
  )
  const [typed, setTyped] = useTypedPaper(view.today)
  const [tried, setTried] = useState(false)
  const [kept, setKept] = useState(0)
  const { words } = useMeasures()
  const { line } = typed
  const read = useMemo(() => readPaperLine(line, dogs), [dogs, line])
  // A dog that went home since is not among them any more.
  const sets = useMemo(
    () =>
      typed.lines.flatMap((l, at) => {
        const r = readPaperLine(l, dogs)
        return r.ok ? [{ at, set: r.set }] : []
      }),
    [dogs, typed.lines],
  )
  const placeId = view.places.find((p) => p.id === typed.placeId)?.id ?? view.places[0]?.id ?? ''
  const personId =
    view.people.find((p) => p.id === typed.personId)?.id ??
    view.people.find((p) => p.id === view.me && p.role !== 'hand')?.id ??
    view.people.find((p) => p.role !== 'hand')?.id ??
    view.me
  const kit = kits.find((k) => k === typed.kit) ?? '1.8 m leash'
  const level = levelWords[typed.level] === undefined ? 0 : typed.level
  const add = () => {
    if (!read.ok) return setTried(true)
    setTyped({ ...typed, lines: [...typed.lines, sayLine(read.set)], line: '' })
    setTried(false)
  }
  const past = typed.hoursAgo === otherDay
  const [told, setTold] = useState('')
  const [pending, start] = useTransition()
  /** What is of another day goes to the kennel at once: its moment is not this device’s. */
  const keepPast = () =>
    start(async () => {
      try {
        const done = await actions.keepPast({
          day: typed.on,
          at: typed.at === '' ? '10:00' : typed.at,
          sets: sets.map(({ set }) => ({
            residencyId: set.dog.residencyId,
            rungId: set.rung.id,
            placeId,
            leashHolder: personId,
            level,
            kit,
            reps: set.reps,
          })),
        })
        if (!done.ok) return setTold(done.reason)
        setTold(done.known > 0 ? `${done.known} of them ${done.known === 1 ? 'was' : 'were'} here already.` : '')
        setKept(done.kept)
        setTyped({ ...typed, lines: [] })
      } catch {
        setTold('No connection: a sheet of another day needs the kennel. What is typed stays here.')
      }
    })
  const keep = () => {
    if (sets.length === 0) return
    if (past) return keepPast()
    if (!outbox) return
    const end = Date.now() - Number(typed.hoursAgo) * 3_600_000
    const blocks = new Map<string, string>()
    sets.forEach(({ set }, i) => {
      const at = end - (sets.length - i) * paperApartMs
      const blockId = blocks.get(set.dog.residencyId) ?? v4()
      blocks.set(set.dog.residencyId, blockId)
      const opened = outbox.add(
        {
          ...paperOpening,
          residencyId: set.dog.residencyId,
          rungId: set.rung.id,
          blockId,
          recordedBy: view.me,
          leashHolder: personId,
          placeId,
          level,
          kit,
        },
        at,
      )
      set.reps.forEach((rep, n) => outbox.add(paperRep(opened.id, rep), at + (n + 1) * paperRepMs))
      outbox.add(paperClosing(opened.id), at + (set.reps.length + 1) * paperRepMs)
    })
    setKept(sets.length)
    setTyped({ ...typed, lines: [] })
  }
  return (
    <Page>
      <div className="desk">
        <h1>Paper</h1>
        <p>
          Type a sheet in, a line a set; where, who, level and kit hold for all of it. Each line: run, command, the rung
          when it is not the one in hand, and the marks. <b>8 sit-stay 10 s CCM4C</b> is clean, clean, broke at 4 s,
          clean. C clean, H helped, L late, M miss.
        </p>
        <Common>
          <Choose
            label="Where"
            value={placeId}
            onChange={(id) => setTyped({ ...typed, placeId: id })}
            choices={view.places}
          />
          <Choose
            label="On the leash"
            value={personId}
            onChange={(id) => setTyped({ ...typed, personId: id })}
            choices={view.people}
          />
          <Choose
            label="Level"
            value={String(level)}
            onChange={(l) => setTyped({ ...typed, level: Number(l) })}
            choices={levelWords.map((words, i) => ({ id: String(i), name: `${i}, ${words}` }))}
          />
          <Choose
            label="Kit"
            value={kit}
            onChange={(k) => setTyped({ ...typed, kit: k })}
            choices={kits.map((k) => ({ id: k, name: words(k) }))}
          />
          <Choose
            label="When"
            value={typed.hoursAgo}
            onChange={(h) => setTyped({ ...typed, hoursAgo: h })}
            choices={[
              { id: '0', name: 'just now' },
              { id: '1', name: 'an hour ago' },
              { id: '2', name: 'two hours ago' },
              { id: '4', name: 'four hours ago' },
              { id: '8', name: 'eight hours ago' },
              { id: '24', name: 'yesterday about now' },
              { id: otherDay, name: 'another day of the stay' },
            ]}
          />
          {past && (
            <>
              <DateField
                label="On"
                name="on"
                plain
                defaultValue={typed.on}
                onChange={(on) => setTyped({ ...typed, on })}
              />
              <TimeField
                label="About"
                name="at"
                plain
                defaultValue={typed.at === '' ? '10:00' : typed.at}
                onChange={(at) => setTyped({ ...typed, at })}
              />
            </>
          )}
        </Common>
        <form
          onSubmit={(e) => {
            e.preventDefault()
            add()
          }}
        >
          <LineBox
            value={line}
            onChange={(v) => {
              setTyped({ ...typed, line: v })
              setTried(false)
              setKept(0)
            }}
            isInvalid={tried && !read.ok}
            label="Next line; Enter takes it"
            autoFocus
            autoComplete="off"
            spellCheck={false}
          />
          <Back role="status">
            {line.trim() === '' ? (
              kept > 0 ? (
                `Kept: ${kept} ${kept === 1 ? 'set' : 'sets'}.`
              ) : (
                ''
              )
            ) : read.ok ? (
              <>{say(read.set)}</>
            ) : tried ? (
              <Fault>{read.reason}</Fault>
            ) : (
              read.reason
            )}
          </Back>
        </form>
        {sets.length > 0 && (
          <>
            <Lines aria-label="Read so far">
              {sets.map(({ at, set }, i) => (
                <li key={at}>
                  <span>{say(set)}</span>
                  <Quiet
                    aria-label={`Take out line ${i + 1}: ${set.dog.name}, ${set.command.name}`}
                    onPress={() => setTyped({ ...typed, lines: typed.lines.filter((_, n) => n !== at) })}
                  >
                    Take out
                  </Quiet>
                </li>
              ))}
            </Lines>
            <div>
              <Button $now onPress={keep} isPending={past && pending} isDisabled={past ? typed.on === '' : !outbox}>
                {sets.length === 1 ? 'Keep 1 set' : `Keep ${sets.length} sets`}
              </Button>
            </div>
          </>
        )}
        <Wrong>{told}</Wrong>
        <May least="trainer">
          <h2>A table of sets from before</h2>
          <p>
            A row a set. The first row names the columns: {table.columns.join(', ')}; the first five are needed. Days
            are written 2026-04-30, marks as above. What was worked before its baseline leaves that open, and the same
            table twice is there once.
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

const say = (s: PaperSet): string =>
  `${s.dog.runNumber} ${s.dog.name}: ${s.command.name}, ${s.rung.name}: ${sayMarks(s.reps)} ` +
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
