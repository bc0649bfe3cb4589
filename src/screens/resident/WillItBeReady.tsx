'use client'
import styled from 'styled-components'
import { addDays } from '@/core/days'
import type { Band, ForecastView, WhatIfView } from '@/core/views/forecast'
import { Disclosed } from '@/ui/Disclosed'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import { Why } from '@/ui/Why'
import type { ForecastPart } from '@/work/page/resident'
import { Placed } from '@/ui/Placed'
import { List } from '@/ui/List'

/** The chance to be ready, in words first; the days of each promise; what would change it most. */
export function WillItBeReady({ part, timeZone }: { part: ForecastPart; timeZone: string }) {
  const { sayMoment } = useWhen()
  const { view, madeAt, due, bad } = part
  return (
    <Section aria-labelledby="will-be-ready">
      <h2 id="will-be-ready">Forecast</h2>
      {!view ? (
        <p>The forecast is being calculated. Check again in a minute.</p>
      ) : (
        <>
          <Headline>{view.headline}</Headline>
          <Small>
            {view.trend !== '' && <>{view.trend}. </>}
            {madeAt !== undefined && <>Calculated {sayMoment(madeAt, timeZone)}</>}
            {due ? ', without the newest records. ' : '. '}
            <Why>{view.why}</Why>
          </Small>
          {bad !== '' && <Bad>{bad}</Bad>}
          {view.bands.length > 0 && <Days view={view} />}
          {view.whatIfs.length > 0 && <WhatIfs all={view.whatIfs} />}
        </>
      )}
    </Section>
  )
}

/** From today on, a lane a promise: thin where it is 80% likely, thick where 50%, a knot in its midst. */
function Days({ view }: { view: ForecastView }) {
  const { sayDay } = useWhen()
  return (
    <Lanes aria-label="By which day, by promise">
      {view.bands.map((band, i) => (
        <li key={band.name} data-dog={i === 0}>
          <span className="name">{band.name}</span>
          <Lane band={band} view={view} />
          <span className="chance">{band.chance}</span>
          <span className="unseen">{band.said}</span>
        </li>
      ))}
      <li aria-hidden="true" className="scale">
        <span className="name">today</span>
        <Track>
          <Placed className="home label" $left={at(view.home, view.span)}>
            <span data-late={view.home > view.span * 0.7}>home {sayDay(addDays(view.today, view.home))}</span>
          </Placed>
        </Track>
        <span className="chance">by then</span>
      </li>
    </Lanes>
  )
}

const at = (day: number, span: number): number => Math.min(100, Math.max(0, (day / span) * 100))

function Lane({ band, view }: { band: Band; view: ForecastView }) {
  const { span, home } = view
  const [early, low, half, high, late] = band.days
  const x = (day: number | null) => at(day ?? span, span)
  return (
    <Track aria-hidden="true" title={band.said}>
      <Placed className="home" $left={at(home, span)} />
      {early !== null && (
        <Placed className="eighty" data-open={late === null} $left={x(early)} $width={x(late) - x(early)} />
      )}
      {low !== null && <Placed className="fifty" $left={x(low)} $width={x(high) - x(low)} />}
      {half !== null && <Placed className="half" data-late={half >= home} $left={x(half)} />}
    </Track>
  )
}

function WhatIfs({ all }: { all: readonly WhatIfView[] }) {
  const better = all.filter((w) => w.change === 'better')
  const rest = all.filter((w) => w.change !== 'better')
  return (
    <>
      <h3>What would help</h3>
      {better.length === 0 && <Small>None of these has a clear effect.</Small>}
      <Ifs>
        {better.map((w) => (
          <If key={w.title} w={w} />
        ))}
      </Ifs>
      {rest.length > 0 && (
        <Disclosed says={`no clear effect, or worse: ${rest.length}`}>
          <Ifs>
            {rest.map((w) => (
              <If key={w.title} w={w} />
            ))}
          </Ifs>
        </Disclosed>
      )}
    </>
  )
}

const If = ({ w }: { w: WhatIfView }) => (
  <li>
    <b>{w.title}</b> <span className="chance">{w.chance}</span>
    <small>
      {w.by}. Cost: {w.cost}
    </small>
  </li>
)

const Section = styled.section`
  margin-top: var(--s-7);
  scroll-margin-top: 1rem;
`
const Headline = styled.p`
  font-size: var(--t-5);
  font-weight: 620;
  line-height: 1.25;
  max-width: 44ch;
`
const Bad = styled.p`
  color: var(--person);
  font-size: var(--t-2);
`
const Small = styled.div`
  font-size: var(--t-2);
  color: var(--ink-2);
`
const Lanes = styled(List)`
  margin: 0.7rem 0;
  li {
    display: grid;
    grid-template-columns: minmax(0, 13rem) minmax(0, 1fr) 6.5rem;
    column-gap: var(--s-5);
    align-items: center;
    min-height: 1.7rem;
    font-size: var(--t-2);
  }
  li[data-dog='true'] {
    font-weight: 660;
    font-size: var(--t-3);
  }
  .name {
    line-height: 1.15;
  }
  .chance {
    white-space: nowrap;
  }
  .scale {
    color: var(--ink-2);
    font-size: var(--t-1);
  }
  .scale .name {
    text-align: right;
  }
  ${phone} {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
      padding: 0.25rem 0;
    }
    li > div {
      grid-row: 2;
      grid-column: 1 / -1;
    }
    .scale .chance {
      display: none;
    }
    .scale .name {
      display: none;
    }
  }
`
const Track = styled.div`
  position: relative;
  height: 1.7rem;
  border-left: 2px solid var(--ink);
  i {
    position: absolute;
    display: block;
  }
  .home {
    top: 0;
    bottom: 0;
    border-left: 2px dashed var(--ink-2);
  }
  .home.label {
    border: 0;
  }
  .home.label span {
    white-space: nowrap;
    font-style: normal;
    position: absolute;
    left: 0;
  }
  .home.label span[data-late='true'] {
    left: auto;
    right: 0;
  }
  .eighty {
    top: calc(50% - 1px);
    height: 2px;
    background: var(--ink-2);
  }
  .fifty {
    top: calc(50% - 4px);
    height: 8px;
    border-radius: 4px;
    background: var(--ink-2);
    min-width: 4px;
  }
  .half {
    top: calc(50% - 7px);
    width: 14px;
    height: 14px;
    margin-left: -7px;
    border-radius: 50%;
    border: 3px solid var(--ink);
    background: var(--ground);
  }
  .half[data-late='true'] {
    border-color: var(--person);
  }
`
const Ifs = styled(List)`
  margin: 0.3rem 0 0;
  display: grid;
  gap: var(--s-2);
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    column-gap: var(--s-5);
    border-top: 1px solid var(--rule);
    padding-top: 0.25rem;
    max-width: 44rem;
  }
  .chance {
    font-weight: 660;
    white-space: nowrap;
  }
  small {
    grid-column: 1 / -1;
    color: var(--ink-2);
  }
`
