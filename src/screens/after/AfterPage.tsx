'use client'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { ownersHands } from '@/core/facts/hands'
import type { ItemResult } from '@/core/demonstration/record'
import { ownerCalled } from '@/core/people/names'
import { Disclosed } from '@/ui/Disclosed'
import { ButtonLink, FileLink } from '@/ui/press'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { narrow, phone } from '@/ui/theme'
import { useSheets, useWhen } from '@/ui/ways'
import type { AfterView, ShownItem, ShownOnce } from '@/work/page/after'
import { Table } from '@/ui/Table'
import { OrderedList } from '@/ui/List'
import { OfficePage } from '@/ui/Page'
import { chanceFigure } from '@/core/forecast/chanceText'
import { DogHead } from '../DogHead'
import type { AfterDeeds } from './deeds'
import { GapLine } from './GapLine'
import { HomeworkBoard } from './HomeworkBoard'
import { Practice } from './Practice'
import { May } from '../shell/may'

/** After a demonstration: what worked for whom, where the gap is, the homework, and what the owner takes home. */
export function AfterPage({ view, deeds }: { view: AfterView; deeds: AfterDeeds | undefined }) {
  const { sayMoment } = useWhen()
  const sheets = useSheets()
  const { resident, shown, gaps } = view
  const owner = ownerCalled(resident.ownerName)
  const address = `/dogs/${resident.residencyId}`
  const [newest, ...older] = shown
  return (
    <Page>
      <DogHead resident={resident} title={`What ${owner} takes home`}>
        <p>
          <Link href={`${address}/demonstration`}>Script</Link> · <Link href={`${address}/handoff`}>Handoff</Link>
          {view.booked !== undefined && ` · booked ${sayMoment(view.booked, view.timeZone)}`}
        </p>
      </DogHead>
      <Give aria-label="To give">
        <ButtonLink href={`${address}/demonstration/booklet`}>Booklet, to print</ButtonLink>
        <FileLink href={`${address}/booklet.pdf?size=half`}>Booklet, {sheets.half}</FileLink>
        <FileLink href={`${address}/booklet.pdf?size=whole`}>Booklet, {sheets.whole}</FileLink>
        <FileLink href={`${address}/practice.html`} download>
          Practice for the phone (one file)
        </FileLink>
        <FileLink href={`${address}/practice.ics`} download>
          Practice times (.ics)
        </FileLink>
      </Give>
      {newest === undefined ? (
        <Nothing>
          Nothing was shown yet. The homework below is made from what {resident.name} has mastered. After the
          demonstration it is made from what {owner} did not get.{' '}
          <May to={`${address}/demonstration/live`}>
            <ButtonLink href={`${address}/demonstration/live`}>Start demonstration</ButtonLink>
          </May>
        </Nothing>
      ) : (
        <Sides>
          <Once once={newest} view={view} owner={owner} />
          {gaps.length > 0 && (
            <section aria-labelledby="gap">
              <h2 id="gap">The gap</h2>
              <GapList gaps={gaps} owner={owner} />
              <Disclosed says="Item by item">
                <GapList gaps={view.itemGaps} owner={owner} />
              </Disclosed>
              <Note>
                A filled mark is yours, an open one {owner}’s, from 0% at the left to 100% at the right. The lines are
                95% intervals (Wilson). The largest gap comes first.
              </Note>
            </section>
          )}
        </Sides>
      )}
      <HomeworkBoard key={view.versionId} view={view} keep={deeds?.keep} />
      <Practice view={view} readBack={deeds?.readBack} />
      {older.length > 0 && (
        <section aria-labelledby="before">
          <h2 id="before">Before that</h2>
          <Sides>
            {older.map((o) => (
              <Once key={o.id} once={o} view={view} owner={owner} />
            ))}
          </Sides>
        </section>
      )}
    </Page>
  )
}

const GapList = ({ gaps, owner }: { gaps: AfterView['gaps']; owner: string }) => (
  <Gaps>
    {gaps.map((g) => (
      <li key={g.id}>
        <p>{g.says}.</p>
        <GapLine gap={g} owner={owner} />
      </li>
    ))}
  </Gaps>
)

const cameWords: Readonly<Record<ItemResult, string>> = {
  first: 'worked',
  later: 'worked later',
  not: 'did not work',
  left: 'skipped',
}

/** One rehearsal or demonstration: its items on a cord, for whom each worked, beside what had been said of it. */
function Once({ once, view, owner }: { once: ShownOnce; view: AfterView; owner: string }) {
  const { sayMoment } = useWhen()
  const rehearsal = once.what === 'rehearsal'
  const id = `shown-${once.id}`
  return (
    <section aria-labelledby={id}>
      <h2 id={id}>
        {rehearsal ? 'Rehearsed' : 'Shown'} {sayMoment(once.from, view.timeZone)}
      </h2>
      <p>
        {once.place}, by {once.by}
        {once.status === 'stopped' && `; stopped: ${once.why}. It can go on`}
        {once.status === 'open' && !once.goneThrough && '; not finished'}.
        {once.whole !== null && ` Predicted for all of it: ${chanceFigure(once.whole)}.`}
      </p>
      {once.rehearsed && (
        <p>
          {once.rehearsed.passed ? (
            <b>It may be shown.</b>
          ) : (
            <NeedsPerson>
              {once.rehearsed.not}{' '}
              {once.rehearsed.refresh.length > 0 &&
                `Refresh, and rehearse again: ${once.rehearsed.refresh.join(', ')}.`}
            </NeedsPerson>
          )}
        </p>
      )}
      <Items>
        <thead>
          <tr>
            <th scope="col">Item</th>
            <th scope="col">Predicted</th>
            <th scope="col">{rehearsal ? 'Second handler' : 'You'}</th>
            {!rehearsal && <th scope="col">{owner}</th>}
          </tr>
        </thead>
        <tbody>
          {once.items.map((item) => (
            <tr key={item.id}>
              <th scope="row">{item.title}</th>
              <td>{item.chance === null ? '' : chanceFigure(item.chance)}</td>
              {item.turns.map((t) => (
                <Turn key={t.turn} turn={t} />
              ))}
            </tr>
          ))}
        </tbody>
      </Items>
      {once.agreement && (
        <p>
          Two scored {once.agreement.both} {once.agreement.both === 1 ? 'try' : 'tries'} and said the same of{' '}
          {once.agreement.same}
          {once.agreement.kappa !== undefined && `; Cohen’s kappa ${once.agreement.kappa.toFixed(2)}`}.
        </p>
      )}
      {once.note !== '' && <p>“{once.note}”</p>}
    </section>
  )
}

function Turn({ turn }: { turn: ShownItem['turns'][number] }) {
  return (
    <td data-came={turn.came}>
      {turn.outcomes.map((o, i) => (
        <OutcomeMark key={i} outcome={o} />
      ))}{' '}
      {turn.came !== undefined && <span>{cameWords[turn.came]}</span>}
      {turn.wrong.length > 0 && <small>{turn.wrong.map((h) => ownersHands[h].wrong).join('; ')}</small>}
      {turn.note !== '' && <small>{turn.note}</small>}
    </td>
  )
}

const Page = styled(OfficePage)`
  margin: 0 auto;
  gap: var(--s-8);
  h2 {
    margin-bottom: var(--s-2);
  }
`
const Give = styled.section`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-3);
`
const Nothing = styled.p`
  max-width: 46rem;
  a {
    display: flex;
    width: fit-content;
    margin-top: var(--s-4);
  }
`
const Sides = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: var(--s-9);
  align-items: start;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Items = styled(Table)`
  width: 100%;
  margin-top: var(--s-3);
  font-size: inherit;
  td:nth-child(2) {
    white-space: nowrap;
    color: var(--ink-2);
  }
  small {
    display: block;
    color: var(--person);
  }
  td[data-came='not'] > span {
    color: var(--person);
    font-weight: 640;
  }
  ${phone} {
    font-size: var(--t-2);
  }
`
const Gaps = styled(OrderedList)`
  display: grid;
  gap: var(--s-5);
  p {
    font-size: var(--t-4);
  }
`
const Note = styled.p`
  color: var(--ink-2);
  font-size: var(--t-2);
  margin-top: var(--s-4);
`
