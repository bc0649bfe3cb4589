'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { v7 } from 'uuid'
import type { HomeworkChange, WrittenLine, WrittenWeek } from '@/core/demonstration/homeworkChange'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { TextLine } from '@/ui/Field'
import { Button } from '@/ui/press'
import type { AfterView } from '@/work/page/after'

/** Keeps a change laid over what stands. */
export type Keep = (change: Partial<HomeworkChange>, after?: () => void) => void

export function ChangePlace({
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
    <Disclosed says="change location" label={`Change location in week ${week.week}`}>
      <Fields>
        <TextLine label={`Where, week ${week.week}`} value={place} onChange={setPlace} rows={2} maxLength={120} />
        <Button
          isPending={pending}
          isDisabled={clean === '' || clean === week.place}
          onPress={() => keep({ places: { ...view.change.places, [String(week.week)]: clean } })}
        >
          Save location
        </Button>
      </Fields>
    </Disclosed>
  )
}

export function ChangeLine({
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
  const lineName = `week ${week.week}, ${line.title}`
  const clean = words.replace(/\s+/g, ' ').trim()
  const n = Number(minutes)
  const wrong = clean === '' || !Number.isInteger(n) || n < 1 || n > 60
  return (
    <Disclosed says="change" label={`Change ${lineName}`}>
      <Fields>
        <TextLine label={`Words, ${lineName}`} value={words} onChange={setWords} rows={4} maxLength={500} />
        <TextLine label="Minutes a day" value={minutes} onChange={setMinutes} maxLength={2} />
        <div>
          <Button
            isPending={pending}
            isDisabled={wrong || (clean === line.words && n === line.minutes)}
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
            isPending={pending}
            aria-label={`Leave out ${lineName}`}
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
              isPending={pending}
              aria-label={`As made: ${lineName}`}
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

export function NoteToOwner({ view, keep, pending }: { view: AfterView; keep: Keep; pending: boolean }) {
  const [note, setNote] = useState(view.change.note)
  const clean = note.replace(/\s+/g, ' ').trim()
  return (
    <Disclosed says={`A word to ${view.resident.ownerName}`}>
      <Fields>
        <TextLine label="Stands first in the booklet" value={note} onChange={setNote} rows={3} maxLength={600} />
        <Button isPending={pending} isDisabled={clean === view.change.note} onPress={() => keep({ note: clean })}>
          Save word
        </Button>
      </Fields>
    </Disclosed>
  )
}

export function AddLine({ change, keep, pending }: { change: HomeworkChange; keep: Keep; pending: boolean }) {
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
          <TextLine label="What is practiced" value={title} onChange={setTitle} maxLength={60} />
          <TextLine label="How" value={words} onChange={setWords} rows={3} maxLength={500} />
          <Button type="submit" isPending={pending} isDisabled={title.trim() === ''}>
            Add the line
          </Button>
        </Fields>
      </form>
    </Disclosed>
  )
}

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
