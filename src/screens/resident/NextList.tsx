'use client'
import styled from 'styled-components'
import type { WhatNext } from '@/core/coach/next'
import { sentence } from '@/core/wording'
import { Why } from '@/ui/Why'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import type { ResidentView } from '@/work/page/resident'
import { useMeasures } from '@/ui/ways'
import { List, OrderedList } from '@/ui/List'

/** What to work on now, in order, with pay, place, kit and hands; and what is shut, with what opens it. */
export function NextList({
  next,
  view,
  first = true,
  gone = '',
}: {
  next: WhatNext
  view: Pick<ResidentView, 'resident' | 'people' | 'places'>
  first?: boolean
  /** When it went home, in words; empty while it is here. */
  gone?: string
}) {
  const { words } = useMeasures()
  const place = (id: string | undefined) => view.places.find((p) => p.id === id)?.name
  const person = (id: string | undefined) => view.people.find((p) => p.id === id)?.name
  if (gone !== '')
    return (
      <section aria-labelledby="next">
        <h2 id="next">Next</h2>
        <p>{gone}</p>
      </section>
    )
  return (
    <section aria-labelledby="next">
      <Head>
        <h2 id="next">Next</h2>
        {next.sets.length > 0 && (
          <ButtonLink $now={first} href={`/dogs/${view.resident.residencyId}/block`}>
            Work a block
          </ButtonLink>
        )}
      </Head>
      {next.rest && <p>{next.rest}</p>}
      <Order>
        {next.sets.map((set, i) => (
          <li key={set.command}>
            <b className="no" aria-hidden="true">
              {i + 1}
            </b>
            <div>
              <h3>
                {set.commandName}: {set.rungName}
                {set.purpose === 'refresh' ? ', refresher' : ''}
              </h3>
              <p className="what">
                {set.criterion}; {set.rule}, {set.setReps} to a set
              </p>
              <div className="where">
                {[place(set.placeId), person(set.personId), words(set.kit), set.level > 0 ? `level ${set.level}` : '']
                  .filter(Boolean)
                  .join(', ')}
                . Reward: {set.pay}, {set.payWhen}.{' '}
                <Why>
                  {set.reasons.map((r) => (
                    <p key={r}>{words(r)}</p>
                  ))}
                  <p>
                    Reward value {set.payTier} of 4: {set.pay}.
                  </p>
                  <ul>
                    <li>Do: {sentence(`${set.criterion}; ${set.rule}, ${set.setReps} to a set`)}</li>
                    <li>Say: {sentence(set.prompt.say)}</li>
                    <li>Do not say: {sentence(set.prompt.dontSay)}</li>
                    <li>Mark when: {sentence(set.prompt.markWhen)}</li>
                    <li>Reward: {sentence(set.prompt.payWhere)}</li>
                    {set.prompt.ifNot !== '' && <li>If not: {words(set.prompt.ifNot)}</li>}
                    {set.prompt.notes.map((n) => (
                      <li key={n}>{words(n)}</li>
                    ))}
                  </ul>
                  {set.caution && <p>{set.caution}</p>}
                </Why>
              </div>
            </div>
            <ButtonLink
              href={`/dogs/${view.resident.residencyId}/work/${set.command}`}
              aria-label={`Work ${set.commandName}`}
            >
              Work
            </ButtonLink>
          </li>
        ))}
      </Order>
      {next.shut.length > 0 && (
        <Shut aria-label="Locked for now">
          {next.shut.map((s) => (
            <li key={`${s.command} ${s.rungName}`}>
              <b>
                {s.commandName}, {s.rungName}
              </b>{' '}
              is locked: {s.opens}.
            </li>
          ))}
        </Shut>
      )}
    </section>
  )
}

const Head = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--s-6);
`
const Order = styled(OrderedList)`
  margin: 0.3rem 0 0;
  > li {
    display: grid;
    grid-template-columns: 2.2rem minmax(0, 1fr) auto;
    gap: var(--s-1) var(--s-5);
    align-items: start;
    padding: 0.5rem 0;
    border-top: 1px solid var(--rule);
  }
  > li:first-child h3 {
    font-size: var(--t-6);
  }
  .no {
    font:
      700 var(--t-8)/1.1 'Hepta Slab Variable',
      serif;
    color: var(--ink-2);
    text-align: right;
  }
  h3 {
    font-size: var(--t-5);
  }
  .what {
    font-size: var(--t-3);
  }
  .where {
    font-size: var(--t-2);
    color: var(--ink-2);
  }
  ul {
    margin: 0.2rem 0 0;
    padding-left: 1rem;
  }
  ${phone} {
    > li {
      grid-template-columns: 1.5rem minmax(0, 1fr);
      position: relative;
      padding: 0.2rem 0;
      > a {
        position: absolute;
        right: 0;
        top: 0.3rem;
        min-height: var(--touch);
      }
    }
    h3,
    .no {
      display: flex;
      align-items: center;
      min-height: 2.9rem;
    }
    .no {
      justify-content: end;
    }
    h3 {
      padding-right: 5.5rem;
    }
    /* What comes later is read when it comes: until then it stands in its why. */
    > li:not(:first-child) .what {
      display: none;
    }
  }
`
const Shut = styled(List)`
  margin: 0.4rem 0 0;
  padding: 0.4rem 0 0 2.9rem;
  font-size: var(--t-2);
  color: var(--ink-2);
  border-top: 1px solid var(--rule);
  b {
    font-weight: 600;
  }
  ${phone} {
    padding-left: 0;
  }
`
