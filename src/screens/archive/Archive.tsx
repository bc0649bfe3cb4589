'use client'
import { Link } from '@/ui/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import styled from 'styled-components'
import { daysBetween } from '@/core/days'
import { outcomeWords } from '@/core/handoff/outcome'
import { TextLine } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import { OfficePage } from '@/ui/Page'
import type { ArchiveView, GoneRow } from '@/work/page/archive'
import { OrderedList } from '@/ui/List'
import { May } from '../shell/may'
import type { Told } from '../told'
import { useAction } from '../useAction'

/** Dogs that went home: each with what became of it, its whole history a step away, and a way to come back. */
export function Archive({ view, back }: { view: ArchiveView; back: ((raw: unknown) => Promise<Told>) | undefined }) {
  const { sayDay, sayDayOfYear } = useWhen()
  const router = useRouter()
  const [text, setText] = useState(view.asked)
  return (
    <OfficePage>
      <h1>Dogs that were here</h1>
      <Search
        role="search"
        onSubmit={(e) => {
          e.preventDefault()
          router.push(text.trim() === '' ? '/dogs' : `/dogs?q=${encodeURIComponent(text.trim())}`)
        }}
      >
        <TextLine label="Name of the dog or of its owner" value={text} onChange={setText} maxLength={80} />
        <Button type="submit">Find</Button>
      </Search>
      {view.rows.length === 0 ? (
        <p>
          {view.asked === ''
            ? 'No dog has gone home yet.'
            : `No dog that went home has “${view.asked}” in its name or its owner’s.`}
        </p>
      ) : (
        <Rows>
          {view.rows.map((r) => (
            <li key={r.residencyId}>
              <div>
                <Dog href={`/dogs/${r.residencyId}`}>{r.name}</Dog> <span>{r.ownerName}’s</span>
              </div>
              <p>
                Run {r.runNumber}, {sayDay(r.arrivesOn)} to {sayDayOfYear(r.leavesOn)},{' '}
                {daysBetween(r.arrivesOn, r.leavesOn)} days
              </p>
              <p>
                {r.promises === 0 ? 'Nothing was promised.' : `${r.met} of ${r.promises} promises met.`}{' '}
                {handoffWords(r)}{' '}
                {r.shown > 0 && (
                  <Link href={`/dogs/${r.residencyId}/demonstration/after`}>What was shown and practiced</Link>
                )}
              </p>
              <May least="trainer">
                <Link href={`/dogs/new?dog=${r.dogId}`} aria-label={`${r.name} comes back`}>
                  Comes back
                </Link>
              </May>
            </li>
          ))}
        </Rows>
      )}
      {view.notComing.length > 0 && <DidNotCome rows={view.notComing} back={back} />}
      {view.more && <p>More went home before. A name finds them.</p>}
    </OfficePage>
  )
}

/** Bookings that came to nothing, each with its days and why. */
function DidNotCome({
  rows,
  back,
}: {
  rows: ArchiveView['notComing']
  back: ((raw: unknown) => Promise<Told>) | undefined
}) {
  const { sayDay, sayDayOfYear } = useWhen()
  const { send, wrong, pending } = useAction()
  return (
    <section aria-labelledby="not-coming">
      <h2 id="not-coming">Did not come</h2>
      <Wrong>{wrong}</Wrong>
      <Rows>
        {rows.map((r) => (
          <li key={r.residencyId}>
            <div>
              <b>{r.name}</b> <span>{r.ownerName}’s</span>
            </div>
            <p>
              Was booked for run {r.runNumber}, {sayDay(r.arrivesOn)} to {sayDayOfYear(r.leavesOn)}
            </p>
            <p>
              “{r.why}” {r.by}
            </p>
            {back && (
              <Quiet
                isPending={pending}
                aria-label={`${r.name} comes after all`}
                onPress={() => send(() => back({ residencyId: r.residencyId }))}
              >
                Comes after all
              </Quiet>
            )}
          </li>
        ))}
      </Rows>
    </section>
  )
}

const handoffWords = ({ handoff }: GoneRow): string =>
  handoff === undefined
    ? 'No handoff was booked.'
    : handoff === 'cancelled'
      ? 'The handoff was canceled.'
      : handoff === 'unsaid'
        ? 'The result of the handoff is not recorded.'
        : `Handoff: ${outcomeWords[handoff]}.`

const Search = styled.form`
  display: flex;
  gap: var(--s-4);
  align-items: end;
  max-width: 32rem;
  > div {
    flex: 1;
  }
`
/** A cord that is tied off at every dog that went home. */
const Rows = styled(OrderedList)`
  li {
    display: grid;
    grid-template-columns: minmax(0, 15rem) minmax(0, 24rem) minmax(0, 1fr) auto;
    gap: 0 var(--s-5);
    align-items: baseline;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--rule);
  }
  span,
  p {
    color: var(--ink-2);
  }
  ${phone} {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`
const Dog = styled(Link)`
  font:
    660 var(--t-5)/1.2 'Hepta Slab Variable',
    serif;
  text-decoration: none;
`
