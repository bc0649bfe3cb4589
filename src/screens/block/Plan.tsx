'use client'
import { memo } from 'react'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import type { BlockItem } from '@/core/block/compose'
import { findRung } from '@/core/curriculum/lookup'
import { phone } from '@/ui/theme'
import type { BlockView } from '@/work/page/blockView'
import { OrderedList } from '@/ui/List'
import type { EpochMs } from '@/core/epochMs'

const roleWords = { 'warm-up': 'Warm up', work: 'Work', finish: 'Finish' } as const

const nameOf = (view: BlockView, item: BlockItem): { command: string; rung: string } => {
  const found = findRung(view.curriculum, item.rungId)
  return { command: found?.command.name ?? item.command, rung: found?.rung.name ?? item.rungId }
}

/** The block as composed: a tap on a part opens what else could stand there, a second one takes it. */
export function Plan({
  view,
  items,
  changing,
  onChanging: setChanging,
  onChange,
}: {
  view: BlockView
  items: readonly BlockItem[]
  changing: number | undefined
  onChanging: (item: number | undefined) => void
  onChange: (items: readonly BlockItem[]) => void
}) {
  const item = changing === undefined ? undefined : items[changing]
  if (item && changing !== undefined) {
    const offers = (item.role === 'work' ? view.plan.work : view.plan.sure)
      .filter((o) => !items.some((i, n) => n !== changing && i.rungId === o.rungId && i.role === item.role))
      .slice(0, mostOffers)
    const take = (next: BlockItem | undefined) => {
      onChange(
        next
          ? items.map((i, n) => (n === changing ? { ...next, role: item.role } : i))
          : items.filter((_, n) => n !== changing),
      )
      setChanging(undefined)
    }
    return (
      <>
        <h2>
          Instead of {nameOf(view, item).command}, {nameOf(view, item).rung}
        </h2>
        <Rows aria-label={`Instead of ${nameOf(view, item).command}`}>
          {offers.map((o) => {
            const n = nameOf(view, o)
            return (
              <li key={o.rungId}>
                <Part data-on={o.rungId === item.rungId} onPress={() => take(o)}>
                  <span>{roleWords[item.role]}</span>
                  <b>{n.command}</b>
                  <em>{n.rung}</em>
                </Part>
              </li>
            )
          })}
          {items.length > 1 && (
            <li>
              <Part onPress={() => take(undefined)}>
                <span />
                <b>Leave this out</b>
                <em />
              </Part>
            </li>
          )}
          <li>
            <Part onPress={() => setChanging(undefined)}>
              <span />
              <b>As it was</b>
              <em />
            </Part>
          </li>
        </Rows>
      </>
    )
  }
  const more = view.plan.work.find((w) => !items.some((i) => i.command === w.command && i.role === 'work'))
  return (
    <Rows aria-label="This block">
      {items.map((i, n) => {
        const names = nameOf(view, i)
        return (
          <li key={`${i.role} ${i.rungId} ${n}`}>
            <Part onPress={() => setChanging(n)}>
              <span>
                {roleWords[i.role]}
                <i className="unseen">: </i>
              </span>
              <b>
                {names.command}
                <i className="unseen">, </i>
              </b>
              <em>
                {names.rung}
                <i className="unseen">. Change</i>
              </em>
            </Part>
          </li>
        )
      })}
      {more && items.filter((i) => i.role === 'work').length < 2 && (
        <li>
          <Part
            onPress={() =>
              onChange([...items.filter((i) => i.role !== 'finish'), more, ...items.filter((i) => i.role === 'finish')])
            }
          >
            <span>Add</span>
            <b>{nameOf(view, more).command}</b>
            <em>{nameOf(view, more).rung}</em>
          </Part>
        </li>
      )}
    </Rows>
  )
}

/** As many as fit a phone. */
const mostOffers = 8

/**
 * The parts as a strip while the block runs: what is done, what is in hand, what comes. While reps are counted on a
 * phone its room is theirs.
 */
export const PlanStrip = memo(function PlanStrip({
  view,
  items,
  now,
  worked,
  working = false,
  onGo,
}: {
  view: BlockView
  items: readonly BlockItem[]
  now: EpochMs
  /** Numbers of the parts in which a rep was done. */
  worked: string
  working?: boolean
  onGo: ((item: number) => void) | undefined
}) {
  if (items.length < 2) return null
  return (
    <Strip aria-label="Parts of this block" data-working={working}>
      {items.map((i, n) => (
        <li key={`${i.role} ${i.rungId} ${n}`}>
          <Bead
            data-on={n === now}
            isDisabled={onGo === undefined || n === now}
            {...(n === now ? { 'aria-current': 'step' } : {})}
            onPress={() => onGo?.(n)}
          >
            {nameOf(view, i).command}
            {n !== now && isIn(worked, n) ? ' ✓' : ''}
          </Bead>
        </li>
      ))}
    </Strip>
  )
})

const isIn = (numbers: string, n: number): boolean => numbers.split(' ').includes(String(n))

const Rows = styled(OrderedList)`
  display: grid;
  border-top: 2px solid var(--ink);
  li {
    border-bottom: 1px solid var(--rule);
  }
`
const Part = styled(Press)`
  width: 100%;
  min-height: var(--touch);
  display: grid;
  grid-template-columns: 4.6rem minmax(0, auto) minmax(0, 1fr);
  gap: var(--s-3);
  align-items: baseline;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
  padding: 0.4rem 0.1rem;
  span {
    font-size: var(--t-2);
  }
  b {
    font-size: var(--t-5);
  }
  em {
    font-style: normal;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  &[data-on='true'] {
    background: var(--ink);
    color: var(--paper);
  }
`
const Strip = styled(OrderedList)`
  display: flex;
  gap: var(--s-2);
  flex: none;
  li {
    flex: 1 1 0;
    min-width: 0;
  }
  ${phone} {
    &[data-working='true'] {
      display: none;
    }
  }
`
const Bead = styled(Press)`
  width: 100%;
  min-height: var(--touch);
  border: 0;
  border-bottom: 3px solid var(--rule-2);
  background: none;
  color: var(--ink);
  cursor: pointer;
  padding: 0.1rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: var(--t-3);
  padding-bottom: calc(0.1rem + 3px);
  &[data-on='true'] {
    border-bottom: 6px solid var(--ink);
    padding-bottom: 0.1rem;
    font-weight: 720;
  }
  &:disabled {
    cursor: default;
  }
`
