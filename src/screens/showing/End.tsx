'use client'
import { Link } from '@/ui/link'
import { useState } from 'react'
import styled from 'styled-components'
import { itemResult, turnsOf } from '@/core/demonstration/record'
import { ownerCalled } from '@/core/people/names'
import { TextLine } from '@/ui/Field'
import { ButtonLink, Press } from '@/ui/press'
import type { ShowingView } from '@/work/page/showing'
import { Bottom, Plain, YardNow } from '../yard/bottom'
import type { Show } from './useShow'

/** The end: what worked for whom; a note; done, or back to something. */
export function End({ view, show: { live, session } }: { view: ShowingView; show: Show }) {
  const [note, setNote] = useState('')
  const { record } = live
  if (!record) return null
  const done = record.status === 'done'
  const owner = ownerCalled(view.resident.ownerName)
  const asked = record.items.filter((i) => i.rungId !== null)
  return (
    <>
      <List>
        {turnsOf(record.what).map((turn) => {
          const results = asked.map((i) => ({ item: i, came: itemResult(record, { turn, itemId: i.id }) }))
          const off = results.filter((c) => c.came === 'first' || c.came === 'later').length
          const open = results.filter((c) => c.came === 'not' || c.came === undefined)
          return (
            <section key={turn}>
              <h2>
                {turn === 'owner' ? owner : record.what === 'rehearsal' ? 'Second handler' : 'You'}: {off} of{' '}
                {asked.length} worked
              </h2>
              {open.length > 0 && !done && (
                <ul>
                  {open.map(({ item, came: how }) => (
                    <li key={item.id}>
                      <Back onPress={() => session.goTo({ turn, itemId: item.id })}>
                        {item.title}: {how === 'not' ? 'not yet' : 'not tried'}
                      </Back>
                    </li>
                  ))}
                </ul>
              )}
            </section>
          )
        })}
      </List>
      <Bottom>
        {done ? (
          <>
            <p role="status">Saved.</p>
            <ButtonLink href={`/dogs/${view.resident.residencyId}/demonstration/after`}>
              {record.what === 'rehearsal' ? 'Result' : 'What worked, and homework'}
            </ButtonLink>
            <Link href={`/dogs/${view.resident.residencyId}`}>{view.resident.name}’s page</Link>
          </>
        ) : (
          <>
            <TextLine label="A note, if there is one" value={note} onChange={setNote} rows={2} maxLength={400} />
            <Plain onPress={() => session.undo()} isDisabled={record.tries.length === 0}>
              Undo the last try
            </Plain>
            <YardNow onPress={() => session.leave('done', '', note.replace(/\s+/g, ' ').trim())}>Done</YardNow>
          </>
        )}
      </Bottom>
    </>
  )
}

const List = styled.div`
  overflow: auto;
  min-height: 0;
  display: grid;
  gap: var(--s-4);
  align-content: start;
  ul {
    list-style: none;
    margin: 0.3rem 0 0;
    padding: 0;
  }
`
const Back = styled(Press)`
  min-height: var(--touch);
  border: 0;
  background: none;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 0.2em;
  cursor: pointer;
  font-size: var(--t-5);
  text-align: left;
`
