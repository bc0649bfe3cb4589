'use client'
import { useState } from 'react'
import styled from 'styled-components'
import type { Typed } from '@/core/fields'
import { costText } from '@/core/handoff/cost'
import { usualIn } from '@/core/handoff/possible'
import { promisableRuns, promiseField, type PromisableRun } from '@/core/promise/typed'
import { levelWords } from '@/core/views/grid'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { Field } from '@/ui/Field'
import { Fault } from '@/ui/fieldParts'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { phone } from '@/ui/theme'
import type { Promising } from '@/work/page/promising'

const none = 'none'

interface Part {
  readonly promising: Promising
  /** What the rows start from, by field. */
  readonly values: Typed
  readonly errors: Readonly<Record<string, string>>
  readonly touch: () => void
}

/**
 * What may be promised, a row a run, each with what it costs while it is chosen; how far and how often is asked only of
 * what is promised. `words`: the owner’s own cue words as typed, where they are asked for.
 */
export function PromiseRows({ words, ...part }: Part & { words?: Typed }) {
  const runs = promisableRuns(part.promising.curriculum).map((of, row) => ({ of, row }))
  const isPromised = (row: number): boolean => (part.values[promiseField(row, 'rung')]?.[0] ?? '') !== ''
  const promised = new Set(runs.flatMap(({ of, row }) => (isPromised(row) ? [of.command.id] : [])))
  const folded = runs.filter(
    ({ of: { command, ladder }, row }) =>
      (command.extra === true && !promised.has(command.id)) || (ladder.aside === true && !isPromised(row)),
  )
  const list = (rows: typeof runs) => (
    <List data-words={words !== undefined}>
      {rows.map(({ of, row }) => (
        <PromiseRow
          key={of.key}
          row={row}
          of={of}
          heads={of.ladder === of.command.runs[0]}
          word={words && (words[`cue.${of.command.id}`]?.[0] ?? '')}
          {...part}
        />
      ))}
    </List>
  )
  return (
    <>
      {list(runs.filter((r) => !folded.includes(r)))}
      {folded.length > 0 && (
        <More>
          <Disclosed says="More to promise">{list(folded)}</Disclosed>
          <small>{[...new Set(folded.flatMap(({ of }) => nameOf(of)))].join(', ')}</small>
        </More>
      )}
    </>
  )
}

/** What is folded away is called by its run where that stands aside, else by its command, once. */
const nameOf = ({ command, ladder }: PromisableRun): readonly string[] =>
  ladder.aside === true ? [ladder.name.toLowerCase()] : ladder === command.runs[0] ? [command.name.toLowerCase()] : []

/** Promises as a part of a form, with what is wrong with all of it. */
export const Promises = (part: Part) => (
  <div>
    {part.errors['promised'] && <Fault>{part.errors['promised']}</Fault>}
    {part.promising.instead?.map((line) => (
      <NeedsPerson key={line}>{line}</NeedsPerson>
    ))}
    <PromiseRows {...part} />
  </div>
)

function PromiseRow({
  row,
  of: { command, ladder, key, name },
  heads,
  word,
  promising: { curriculum, ground },
  values,
  errors,
  touch,
}: Part & {
  row: number
  of: PromisableRun
  /** The first run of its command: here its name stands, and its word. */
  heads: boolean
  word: string | undefined
}) {
  const field = (what: Parameters<typeof promiseField>[1]) => promiseField(row, what)
  const was = (what: Parameters<typeof promiseField>[1]) => values[field(what)]?.[0]
  const [rungId, setRung] = useState(was('rung') ?? '')
  const [level, setLevel] = useState(was('level') ?? '0')
  const [amounts, setAmounts] = useState(() => {
    const usual = usualIn(ground)
    return { places: was('places') ?? String(usual.places), people: was('people') ?? String(usual.people) }
  })
  const promised = rungId !== ''
  const statusText = promised
    ? costText(
        curriculum,
        { rungId, level: Number(level), places: Number(amounts.places) || 1, people: Number(amounts.people) || 1 },
        ground,
      )
    : undefined
  const wrong = [
    errors[field('rung')],
    errors[field('level')],
    errors[field('places')],
    errors[field('people')],
    heads ? errors[`cue.${command.id}`] : undefined,
  ].filter((w) => w !== undefined && w !== statusText?.no)
  return (
    <li
      data-promised={promised}
      data-heads={heads}
      onInput={(e) => {
        if (!(e.target instanceof HTMLInputElement)) return
        const what = e.target.name.split('.')[2]
        if (what === 'places' || what === 'people') setAmounts({ ...amounts, [what]: e.target.value })
      }}
    >
      <b>{heads ? command.name : ''}</b>
      <input type="hidden" name={field('run')} value={key} />
      <input type="hidden" name={field('rung')} value={rungId} />
      <Rung>
        <Choose
          label={`${name} up to`}
          value={promised ? rungId : none}
          onChange={(id) => {
            setRung(id === none ? '' : id)
            touch()
          }}
          choices={[
            { id: none, name: 'not promised' },
            ...ladder.rungs.map((r) => ({ id: r.id, name: r.name, note: r.criterion.words })),
          ]}
        />
      </Rung>
      {promised && (
        <>
          <input type="hidden" name={field('level')} value={level} />
          <Choose
            label="Level"
            value={level}
            onChange={(l) => {
              setLevel(l)
              touch()
            }}
            choices={levelWords.map((words, i) => ({ id: String(i), name: String(i), note: words }))}
          />
          <Field label="Locations" name={field('places')} type="number" defaultValue={amounts.places} plain />
          <Field label="Handlers" name={field('people')} type="number" defaultValue={amounts.people} plain />
        </>
      )}
      {heads && word !== undefined && (
        <Word>
          <Field label="Word" plain name={`cue.${command.id}`} defaultValue={word} />
        </Word>
      )}
      {statusText && <Cost>{statusText.no === '' ? statusText.says : <Fault>{statusText.no}</Fault>}</Cost>}
      {wrong.map((w) => (
        <Cost key={w}>
          <Fault>{w}</Fault>
        </Cost>
      ))}
    </li>
  )
}

const More = styled.div`
  display: flex;
  flex-direction: column;
  align-items: stretch;
  gap: var(--s-2);
  margin-top: 0.8rem;
  max-width: 54rem;
  color: var(--ink-2);
`
const Cost = styled.div`
  grid-column: 2 / -1;
  font-size: var(--t-2);
  color: var(--ink-2);
`
const Rung = styled.div``
/** Always in the last column. */
const Word = styled.div`
  grid-column: -2 / -1;
`
const List = styled.ul`
  && {
    list-style: none;
    padding: 0;
    margin-top: 0.6rem;
    max-width: 54rem;
  }
  li {
    display: grid;
    grid-template-columns: 5.4rem minmax(8.6rem, 1fr) 4.4rem 3.6rem 3.6rem;
    gap: var(--s-3);
    align-items: end;
    padding: 0.5rem 0;
  }
  &[data-words='true'] li {
    grid-template-columns: 5.4rem minmax(8.6rem, 1fr) 4.4rem 3.6rem 3.6rem 6.4rem;
  }
  li[data-heads='true']:not(:first-child) {
    border-top: 1px solid var(--rule);
  }
  li:last-child {
    border-bottom: 1px solid var(--rule);
  }
  b {
    padding-bottom: 0.7rem;
  }
  ${phone} {
    && li {
      grid-template-columns: repeat(12, 1fr);
    }
    li > * {
      grid-column: span 4;
    }
    &[data-words='true'] li > * {
      grid-column: span 3;
    }
    && li > b,
    && li > ${Cost}, && li[data-promised='true'] > ${Rung}, &&[data-words='false'] li > ${Rung} {
      grid-column: 1 / -1;
    }
    &&[data-words='true'] li[data-promised='false'] > div {
      grid-column: span 6;
    }
    li > b {
      padding: 0;
    }
    li > b:empty {
      display: none;
    }
  }
`
