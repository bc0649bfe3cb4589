'use client'
import styled from 'styled-components'
import { pressureReasonText } from '@/core/block/leashPressure'
import { signs } from '@/core/dog/signs'
import type { SmallThing } from '@/core/facts/words'
import { useMeasures, useWhen } from '@/ui/ways'
import type { ResidentView } from '@/work/page/resident'
import { bandWords } from '../bandWords'
import { Placed } from '@/ui/Placed'
import { OrderedList } from '@/ui/List'

/** A record of pressure as it was said; what nobody said is named as that. */
const pressureText = (c: NonNullable<ResidentView['pressure']>['rows'][number]): string =>
  [
    `with ${c.device ?? 'not said'}`,
    `why: ${c.reason === null ? 'not said' : pressureReasonText(c.reason)}`,
    `asked first: ${c.askedFirst === null ? 'not said' : c.askedFirst ? 'yes' : 'no'}`,
    `effect: ${c.effect ?? 'not said'}`,
  ].join('; ')

const smallWords: Readonly<Record<SmallThing, string>> = {
  'tether-minute': 'minutes on the tether',
  'name-call': 'name calls',
  'corridor-ten': 'tens in the corridor',
  'sniff-walk': 'walks to sniff',
}
/**
 * What blocks leave beside reps: small things of today, signs of being over threshold, corrections with their number by
 * day. Silent when there is none.
 */
export function YardLedger({
  view,
}: {
  view: Pick<ResidentView, 'small' | 'signs' | 'pressure' | 'worn' | 'timeZone'>
}) {
  const when = useWhen()
  const measures = useMeasures()
  const { small, signs: seen, pressure, worn } = view
  if (small.length === 0 && seen.length === 0 && !pressure && worn.length === 0) return null
  const counts = (Object.keys(smallWords) as SmallThing[]).flatMap((what) => {
    const n = small.filter((s) => s.what === what).length
    return n > 0 ? [`${n} ${smallWords[what]}`] : []
  })
  // A walk to sniff asks for nothing: it is no rep.
  const reps = small.filter((s) => s.what !== 'sniff-walk')
  const most = Math.max(1, ...(pressure?.trend.map((t) => t.count) ?? []))
  return (
    <Section aria-labelledby="yard">
      <h2 id="yard">From the yard</h2>
      {counts.length > 0 && (
        <p>
          Quick log today: {counts.join(', ')}; {reps.reduce((n, s) => n + s.reps, 0)} reps,{' '}
          {small.reduce((n, s) => n + s.pieces, 0)} pieces.
        </p>
      )}
      {seen.length > 0 && (
        <>
          <h3>Over threshold</h3>
          <ul>
            {seen.map((s) => (
              <li key={s.id}>
                <b>{when.sayMoment(s.at, view.timeZone)}</b> {s.place}:{' '}
                {s.signs.map((id) => signs.find((x) => x.id === id)?.name.toLowerCase()).join(', ')}; {s.trigger}
                {s.distanceBand ? `, ${measures.words(bandWords[s.distanceBand])}` : ''}
              </li>
            ))}
          </ul>
        </>
      )}
      {worn.length > 0 && (
        <>
          <h3>Worn against policy</h3>
          <ul>
            {worn
              .slice(-8)
              .reverse()
              .map((w) => (
                <li key={w.id}>
                  <b>{when.sayMoment(w.at, view.timeZone)}</b> {w.collar}; {w.by}. <em>{w.against}</em>
                </li>
              ))}
          </ul>
        </>
      )}
      {pressure && (
        <>
          <h3>Leash pressure by day worked</h3>
          <Bars aria-label="Leash pressure by day worked">
            {pressure.trend.slice(-28).map((t) => (
              <li key={t.day} title={`${when.sayDay(t.day)}: ${t.count}`}>
                <Placed $height={(t.count / most) * 3} />
                <span>{t.count}</span>
                <span className="unseen"> on {when.sayDay(t.day)}</span>
              </li>
            ))}
          </Bars>
          <ul>
            {pressure.rows
              .slice(-8)
              .reverse()
              .map((c) => (
                <li key={c.id}>
                  <b>{when.sayMoment(c.at, view.timeZone)}</b> {pressureText(c)}; {c.by}
                  {c.against !== '' && <em> Saved, against policy: {c.against}</em>}
                </li>
              ))}
          </ul>
        </>
      )}
    </Section>
  )
}

const Section = styled.section`
  display: grid;
  gap: var(--s-3);
  h3 {
    font-size: var(--t-4);
  }
  em {
    font-style: normal;
    color: var(--person);
    font-weight: 620;
  }
  ul {
    margin: 0;
    padding-left: 1.1rem;
    font-size: var(--t-3);
  }
`
const Bars = styled(OrderedList)`
  display: flex;
  gap: var(--s-1);
  align-items: end;
  li {
    display: grid;
    justify-items: center;
    font-size: var(--t-1);
  }
  i {
    width: 0.9rem;
    background: var(--person);
  }
`
