'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { sayRun } from '@/core/curriculum/lookup'
import type { Command, Curriculum } from '@/core/curriculum/types'
import type { Typed } from '@/core/fields'
import { sayCost } from '@/core/handoff/cost'
import type { HouseGround } from '@/core/handoff/possible'
import { usualPromise, type OwnerPromise } from '@/core/promise/ownerPromise'
import { levelWords } from '@/core/views/grid'
import { Choose } from '@/ui/Choose'
import { Field } from '@/ui/Field'
import { Fault } from '@/ui/fieldParts'
import { phone } from '@/ui/theme'

export const none = 'none'

/** Places and people that a promise has where nobody says otherwise. */
export interface UsualPromise {
  readonly places: number
  readonly people: number
}

/** What may be promised, a row a command, each with what it costs; `begin`: what it starts from, by field. */
export function PromiseRows({
  curriculum,
  ground,
  usual,
  touch,
  begin,
  words,
  errors,
}: {
  curriculum: Curriculum
  ground: HouseGround
  usual: UsualPromise
  touch: () => void
  begin: Typed
  /** The owner’s own words, as typed. */
  words: Typed
  errors: Readonly<Record<string, string>>
}) {
  return (
    <List>
      {curriculum.commands.map((c) => (
        <PromiseRow
          key={c.id}
          command={c}
          usual={usual}
          touch={touch}
          begin={begin}
          word={words[`cue.${c.id}`]?.[0]}
          errors={errors}
          say={(promise) => sayCost(curriculum, promise, ground)}
        />
      ))}
    </List>
  )
}

function PromiseRow({
  command,
  usual,
  touch,
  begin,
  word,
  errors,
  say,
}: {
  command: Command
  usual: UsualPromise
  touch: () => void
  begin: Typed
  word: string | undefined
  errors: Readonly<Record<string, string>>
  say: (promise: OwnerPromise) => { readonly says: string; readonly no: string }
}) {
  const was = (what: string) => begin[`${what}.${command.id}`]
  const first = {
    places: was('places')?.[0] ?? String(usual.places),
    people: was('people')?.[0] ?? String(usual.people),
  }
  const [chosen, setChosen] = useState(command.runs.map((_, i) => was('rung')?.[i] ?? none))
  const [atLevel, setLevel] = useState(was('level')?.[0] ?? '0')
  const [amounts, setAmounts] = useState(first)
  const promises = chosen.flatMap((rungId): OwnerPromise[] =>
    rungId === none
      ? []
      : [{ rungId, level: Number(atLevel), places: Number(amounts.places) || 1, people: Number(amounts.people) || 1 }],
  )
  const error =
    errors[`promises.${command.id}`] ??
    errors[`promises.${command.id}.places`] ??
    errors[`promises.${command.id}.people`] ??
    errors[`cueWords.${command.id}`]
  const told = promises.map(say)
  return (
    <li
      data-promised={promises.length > 0}
      onInput={(e) => {
        if (!(e.target instanceof HTMLInputElement)) return
        const { name, value } = e.target
        const [what] = name.split('.')
        if (what === 'places' || what === 'people') setAmounts({ ...amounts, [what]: value })
      }}
    >
      <b>{command.name}</b>
      <Rungs>
        {command.runs.map((run, i) => (
          <div key={run.id}>
            <input type="hidden" name={`rung.${command.id}`} value={chosen[i]} />
            <Choose
              label={`${sayRun(command, run)} up to`}
              value={chosen[i] ?? none}
              onChange={(id) => {
                setChosen(chosen.map((before, n) => (n === i ? id : before)))
                touch()
              }}
              choices={[
                { id: none, name: 'not promised' },
                ...run.rungs.map((r) => ({ id: r.id, name: r.name, note: r.criterion.words })),
              ]}
            />
          </div>
        ))}
      </Rungs>
      {promises.length > 0 && (
        <>
          <input type="hidden" name={`level.${command.id}`} value={atLevel} />
          <Choose
            label="Level"
            value={atLevel}
            onChange={(l) => {
              setLevel(l)
              touch()
            }}
            choices={levelWords.map((words, i) => ({ id: String(i), name: String(i), note: words }))}
          />
          <Field label="Places" name={`places.${command.id}`} type="number" defaultValue={amounts.places} plain />
          <Field label="People" name={`people.${command.id}`} type="number" defaultValue={amounts.people} plain />
        </>
      )}
      <Word>
        <Field label="Word" plain name={`cue.${command.id}`} defaultValue={word ?? ''} />
      </Word>
      {told.map((t) => (
        <Cost key={t.says}>{t.no === '' ? t.says : <Fault>{t.no}</Fault>}</Cost>
      ))}
      {error && <Fault>{error}</Fault>}
    </li>
  )
}

/** Promises as the fields of this form. */
export const typedFrom = (curriculum: Curriculum, promises: readonly OwnerPromise[]): Typed =>
  Object.fromEntries(
    curriculum.commands.flatMap((c) => {
      const own = c.runs.map((run) => promises.find((p) => run.rungs.some((r) => r.id === p.rungId)))
      const first = own.find((p) => p !== undefined)
      return [
        [`rung.${c.id}`, own.map((p) => p?.rungId ?? none)],
        ...(first
          ? ([
              [`level.${c.id}`, [String(first.level)]],
              [`places.${c.id}`, [String(first.places)]],
              [`people.${c.id}`, [String(first.people)]],
            ] as const)
          : []),
      ]
    }),
  )

/** The other way round: what these fields promise, as far as they are whole. */
export const promisesIn = (curriculum: Curriculum, typed: Typed): readonly OwnerPromise[] =>
  curriculum.commands.flatMap((c) =>
    (typed[`rung.${c.id}`] ?? []).flatMap((rungId): OwnerPromise[] =>
      rungId === none
        ? []
        : [
            {
              rungId,
              level: Number(typed[`level.${c.id}`]?.[0] ?? 0),
              places: Number(typed[`places.${c.id}`]?.[0]) || usualPromise.places,
              people: Number(typed[`people.${c.id}`]?.[0]) || usualPromise.people,
            },
          ],
    ),
  )

const Cost = styled.p`
  grid-column: 2 / -1;
  font-size: var(--t-2);
  color: var(--ink-2);
  ${phone} {
    grid-column: 1 / -1;
  }
`
/** Always in the last column: how far and how often is asked only of what is promised. */
const Word = styled.div`
  grid-column: -2 / -1;
`
const Rungs = styled.div`
  display: grid;
  gap: var(--s-3);
`
const List = styled.ul`
  && {
    list-style: none;
    padding: 0;
    margin-top: 0.6rem;
  }
  li {
    display: grid;
    grid-template-columns: 5.4rem minmax(8.6rem, 1fr) 4.4rem 3.6rem 3.6rem 6.4rem;
    gap: var(--s-3);
    align-items: end;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--rule);
  }
  b {
    padding-bottom: 0.7rem;
  }
  ${phone} {
    li {
      grid-template-columns: 1fr 1fr;
    }
    li > b,
    li[data-promised='true'] > ${Rungs} {
      grid-column: 1 / -1;
      padding: 0;
    }
  }
`
