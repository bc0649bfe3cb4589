'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { v7 } from 'uuid'
import type { HomeworkChange, WrittenLine, WrittenWeek } from '@/core/demonstration/homeworkChange'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { TextLine } from '@/ui/Field'
import { Fault } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { desk } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { AfterView } from '@/work/page/after'
import { unbroken } from '@/core/wording'
import { useTold } from '../useTold'
import type { AfterDeeds } from './deeds'

type Keep = (change: Partial<HomeworkChange>, after?: () => void) => void

/** The weeks at home, side by side: what is practised, for how long, where, and how it is paid. */
export function HomeworkBoard({ view, keep: send }: { view: AfterView; keep: AfterDeeds['keep'] | undefined }) {
  const { sayMoment } = useWhen()
  const told = useTold()
  const { homework, change, resident } = view
  const [newest] = view.versions
  const keep: Keep = (next, after) => {
    if (send)
      told.send(
        () => send({ residencyId: resident.residencyId, from: view.versionId, change: { ...change, ...next } }),
        after,
      )
  }
  const may = send !== undefined
  const nothing = homework.weeks.every((w) => w.lines.length === 0)
  return (
    <section aria-labelledby="homework">
      <h2 id="homework">Homework</h2>
      {nothing ? (
        <p>{resident.name} holds nothing yet that could be practised. Lines of your own can be added.</p>
      ) : (
        <p>
          {homework.signals} {homework.warmUp}
        </p>
      )}
      {told.wrong !== '' && (
        <div role="alert">
          <Fault>{told.wrong}</Fault>
        </div>
      )}
      <Weeks data-weeks={homework.weeks.length}>
        {homework.weeks.map((week) => (
          <Week key={week.week} week={week} view={view} keep={may ? keep : undefined} pending={told.pending} />
        ))}
      </Weeks>
      <Rules>
        <Rule name="When it fails" lines={homework.whenItFails} />
        <Rule name={`Ring ${view.resident.name}’s trainer`} lines={homework.ringWhen} />
        <Rule name="Cautions" lines={homework.cautions} />
      </Rules>
      {homework.orphans.length > 0 && (
        <p>Written for lines that are not made any more, and kept: {homework.orphans.map((o) => `“${o}”`).join(' ')}</p>
      )}
      {may && (
        <Own>
          <Choose
            label="Weeks"
            value={String(change.weeks)}
            onChange={(w) => keep({ weeks: w === '5' ? 5 : 4 })}
            choices={[
              { id: '4', name: 'four' },
              { id: '5', name: 'five' },
            ]}
          />
          <Choose
            label="Walked on"
            value={change.bothSides ? 'both' : 'one'}
            onChange={(sides) => keep({ bothSides: sides === 'both' })}
            choices={[
              { id: 'one', name: 'its own side' },
              { id: 'both', name: 'both sides, from week 3' },
            ]}
          />
          <NoteToOwner view={view} keep={keep} pending={told.pending} />
          <AddLine change={change} keep={keep} pending={told.pending} />
          {homework.dropped.length > 0 && (
            <p>
              Left out:{' '}
              {homework.dropped.map((d) => (
                <Quiet
                  key={d.id}
                  isDisabled={told.pending}
                  aria-label={`Put back week ${d.week}: ${d.title}`}
                  onPress={() => keep({ dropped: change.dropped.filter((x) => x !== d.id) })}
                >
                  week {d.week}: {d.title}, put back
                </Quiet>
              ))}
            </p>
          )}
        </Own>
      )}
      {homework.note !== '' && (
        <p>
          <b>{homework.note}</b>
        </p>
      )}
      {newest && (
        <Small>
          Version {view.versions.length}, {newest.by}, {sayMoment(newest.at, view.timeZone)}. What was written stays
          when the rest is made anew.
        </Small>
      )}
    </section>
  )
}

function Week({
  week,
  view,
  keep,
  pending,
}: {
  week: WrittenWeek
  view: AfterView
  keep: Keep | undefined
  pending: boolean
}) {
  const over = week.minutes - view.minutesADay
  return (
    <div>
      <h3>
        Week {week.week} <small>{week.minutes} min a day</small>
      </h3>
      <p className="food">{week.foodWords}</p>
      <p className="place">{week.place}</p>
      {keep && <ChangePlace week={week} view={view} keep={keep} pending={pending} />}
      {over > 0 && (
        <p className="over">
          {over} min a day more than the {view.minutesADay} that are meant.
        </p>
      )}
      <ul>
        {week.lines.map((line) => (
          <li key={line.id} data-written={line.written}>
            <b>{line.title}</b> <small>{line.minutes} min</small>
            <p>{unbroken(line.words)}</p>
            {keep && <ChangeLine line={line} week={week} view={view} keep={keep} pending={pending} />}
          </li>
        ))}
      </ul>
    </div>
  )
}

function ChangePlace({
  week,
  view,
  keep,
  pending,
}: {
  week: WrittenWeek
  view: AfterView
  keep: Keep
  pending: boolean
}) {
  const [place, setPlace] = useState(week.place)
  const clean = place.replace(/\s+/g, ' ').trim()
  return (
    <Disclosed says="another place" label={`Another place in week ${week.week}`}>
      <Fields>
        <TextLine label={`Where, week ${week.week}`} value={place} onChange={setPlace} rows={2} maxLength={120} />
        <Button
          isDisabled={pending || clean === '' || clean === week.place}
          onPress={() => keep({ places: { ...view.change.places, [String(week.week)]: clean } })}
        >
          Keep the place
        </Button>
      </Fields>
    </Disclosed>
  )
}

function ChangeLine({
  line,
  week,
  view,
  keep,
  pending,
}: {
  line: WrittenLine
  week: WrittenWeek
  view: AfterView
  keep: Keep
  pending: boolean
}) {
  const { change } = view
  const [words, setWords] = useState(line.words)
  const [minutes, setMinutes] = useState(String(line.minutes))
  const own = line.id.startsWith('own:')
  const said = `week ${week.week}, ${line.title}`
  const clean = words.replace(/\s+/g, ' ').trim()
  const n = Number(minutes)
  const wrong = clean === '' || !Number.isInteger(n) || n < 1 || n > 60
  return (
    <Disclosed says="change" label={`Change ${said}`}>
      <Fields>
        <TextLine label={`Words, ${said}`} value={words} onChange={setWords} rows={4} maxLength={500} />
        <TextLine label="Minutes a day" value={minutes} onChange={setMinutes} maxLength={2} />
        <div>
          <Button
            isDisabled={pending || wrong || (clean === line.words && n === line.minutes)}
            onPress={() =>
              keep(
                own
                  ? { added: change.added.map((a) => (a.id === line.id ? { ...a, words: clean, minutes: n } : a)) }
                  : {
                      lines: {
                        ...change.lines,
                        [line.id]: {
                          ...change.lines[line.id],
                          ...(clean === line.words ? {} : { words: clean }),
                          ...(n === line.minutes ? {} : { minutes: n }),
                        },
                      },
                    },
              )
            }
          >
            Keep
          </Button>
          <Button
            isDisabled={pending}
            aria-label={`Leave out ${said}`}
            onPress={() =>
              keep(
                own
                  ? { added: change.added.filter((a) => a.id !== line.id) }
                  : { dropped: [...change.dropped, line.id] },
              )
            }
          >
            Leave out
          </Button>
          {line.written && !own && (
            <Button
              isDisabled={pending}
              aria-label={`As made: ${said}`}
              onPress={() => {
                const { [line.id]: _, ...lines } = change.lines
                keep({ lines })
              }}
            >
              As made
            </Button>
          )}
        </div>
      </Fields>
    </Disclosed>
  )
}

function NoteToOwner({ view, keep, pending }: { view: AfterView; keep: Keep; pending: boolean }) {
  const [note, setNote] = useState(view.change.note)
  const clean = note.replace(/\s+/g, ' ').trim()
  return (
    <Disclosed says={`A word to ${view.resident.ownerName}`}>
      <Fields>
        <TextLine label="Stands first in the booklet" value={note} onChange={setNote} rows={3} maxLength={600} />
        <Button isDisabled={pending || clean === view.change.note} onPress={() => keep({ note: clean })}>
          Keep the word
        </Button>
      </Fields>
    </Disclosed>
  )
}

function AddLine({ change, keep, pending }: { change: HomeworkChange; keep: Keep; pending: boolean }) {
  const [week, setWeek] = useState('1')
  const [title, setTitle] = useState('')
  const [words, setWords] = useState('')
  return (
    <Disclosed says="A line of your own">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          const line = {
            id: `own:${v7()}`,
            week: Number(week),
            title: title.replace(/\s+/g, ' ').trim(),
            words: words.replace(/\s+/g, ' ').trim(),
            minutes: 3,
          }
          keep({ added: [...change.added, line] }, () => {
            setTitle('')
            setWords('')
          })
        }}
      >
        <Fields>
          <Choose
            label="In week"
            value={week}
            onChange={setWeek}
            choices={Array.from({ length: change.weeks }, (_, i) => ({ id: String(i + 1), name: String(i + 1) }))}
          />
          <TextLine label="What is practised" value={title} onChange={setTitle} maxLength={60} />
          <TextLine label="How" value={words} onChange={setWords} rows={3} maxLength={500} />
          <Button type="submit" isDisabled={pending || title.trim() === ''}>
            Add the line
          </Button>
        </Fields>
      </form>
    </Disclosed>
  )
}

const Rule = ({ name, lines }: { name: string; lines: readonly string[] }) => (
  <div>
    <h3>{name}</h3>
    <ul>
      {lines.map((l) => (
        <li key={l}>{l}</li>
      ))}
    </ul>
  </div>
)

/** The weeks hang on one cord, a peg each. */
const Weeks = styled.div`
  display: grid;
  gap: var(--s-6);
  margin: var(--s-5) 0;
  h3 {
    font-size: var(--t-5);
    small {
      font-weight: 420;
      font-size: var(--t-2);
      color: var(--ink-2);
    }
  }
  > div {
    border-top: 3px solid var(--held);
    padding-top: 0.7rem;
    position: relative;
    min-width: 0;
    &::before {
      content: '';
      position: absolute;
      top: -8px;
      left: 0;
      width: 13px;
      height: 13px;
      border: 3px solid var(--held);
      border-radius: 50%;
      background: var(--ground);
      box-sizing: border-box;
    }
  }
  .food {
    font-weight: 600;
  }
  .place {
    color: var(--ink-2);
  }
  .over {
    color: var(--person);
    font-weight: 600;
  }
  ul {
    list-style: none;
    margin: 0.5rem 0 0;
    padding: 0;
    display: grid;
    gap: var(--s-4);
  }
  li[data-written='true'] > p {
    border-left: 3px solid var(--ink);
    padding-left: 0.5rem;
  }
  li p {
    font-size: var(--t-3);
    overflow-wrap: anywhere;
  }
  ${desk} {
    gap: 0;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    > div {
      padding-right: 1.1rem;
    }
    &[data-weeks='5'] {
      grid-template-columns: repeat(5, minmax(0, 1fr));
    }
  }
`
const Rules = styled.div`
  display: grid;
  gap: var(--s-6);
  margin: var(--s-6) 0 var(--s-5);
  h3 {
    font-size: var(--t-4);
  }
  ul {
    margin: 0.2rem 0 0;
    padding-left: 1.1rem;
  }
  ${desk} {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
`
const Fields = styled.div`
  display: grid;
  gap: var(--s-3);
  padding: 0.3rem 0 0.8rem;
  max-width: 34rem;
  > div {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-3);
  }
  textarea {
    width: 100%;
  }
`
const Own = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-5);
  align-items: start;
`
const Small = styled.p`
  color: var(--ink-2);
  font-size: var(--t-2);
  margin-top: var(--s-3);
`
