'use client'
import { Link } from '@/ui/link'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { tellingLoss } from '@/core/forecast/capacity'
import { percent } from '@/core/percent'
import { capitalized } from '@/core/wording'
import { chanceText } from '@/core/forecast/chanceText'
import { Choose } from '@/ui/Choose'
import { DateField } from '@/ui/DateField'
import { Fault } from '@/ui/fieldParts'
import { Beside, OfficePage } from '@/ui/Page'
import { Button } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import { Why } from '@/ui/Why'
import type { AnotherDog } from '@/work/actions/another'
import type { AnotherPage } from '@/work/page/another'
import { Placed } from '@/ui/Placed'
import { Table } from '@/ui/Table'

export interface AnotherActions {
  readonly runForecast: (
    raw: unknown,
  ) => Promise<AnotherDog | { readonly refused: string; readonly errors?: Readonly<Record<string, string>> }>
}

/** The weeks ahead, and whether there is room in them for one dog more. */
export function Another({ page, actions }: { page: AnotherPage; actions: AnotherActions }) {
  const [packageId, choose] = useState(page.packages[0]?.id ?? '')
  const [arrivesOn, setArrives] = useState(page.arrivesOn)
  const [leavesOn, setLeaves] = useState(page.leavesOn)
  const [answer, setAnswer] = useState<AnotherDog>()
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({})
  const [busy, start] = useTransition()
  const runForecast = () =>
    start(async () => {
      const answer = await actions.runForecast({ packageId, arrivesOn, leavesOn })
      if ('refused' in answer) {
        setAnswer(undefined)
        setErrors(answer.errors ?? { '': answer.refused })
      } else {
        setErrors({})
        setAnswer(answer)
      }
    })
  return (
    <OfficePage>
      <h1>Room for another dog</h1>
      <Beside>
        <section aria-labelledby="ask">
          <h2 id="ask">May we take another</h2>
          {page.packages.length === 0 ? (
            <p>
              This uses the promises of a package, and there is no package yet.{' '}
              <Link href="/packages">Make a package</Link>
            </p>
          ) : (
            <Form
              onSubmit={(e) => {
                e.preventDefault()
                runForecast()
              }}
            >
              <Choose label="Package" value={packageId} choices={page.packages} onChange={choose} />
              <DateField
                label="Comes"
                name="arrivesOn"
                required
                defaultValue={page.arrivesOn}
                onChange={setArrives}
                error={errors['arrivesOn']}
              />
              <DateField
                label="Goes home"
                name="leavesOn"
                required
                defaultValue={page.leavesOn}
                onChange={setLeaves}
                error={errors['leavesOn']}
              />
              {errors[''] !== undefined && <Fault role="alert">{errors['']}</Fault>}
              <Button type="submit" $now isDisabled={busy}>
                {busy ? 'Calculating …' : 'Run forecast'}
              </Button>
            </Form>
          )}
          <div aria-live="polite">{answer && <Answer answer={answer} />}</div>
        </section>
        <section aria-labelledby="weeks">
          <h2 id="weeks">The weeks ahead</h2>
          <Weeks page={page} />
        </section>
      </Beside>
    </OfficePage>
  )
}

function Answer({ answer }: { answer: AnotherDog }) {
  const { sayDay } = useWhen()
  const { others, best } = answer
  const fewer = others.filter((o) => o.is < o.was)
  return (
    <Told>
      <b className="chance">
        {capitalized(chanceText(answer.chance))} likely to be ready on {sayDay(answer.leavesOn)}
      </b>
      <p>
        With the best plan the dog gets {answer.blocks} of the {answer.onHand.toFixed(0)} blocks of a day.{' '}
        <Why>
          The new dog counts as an average dog here. The blocks of a day are planned over all dogs: one each, then to
          the dog whose chance rises most. A dog that shares only some days with the new one loses only that share. Free
          runs and nights are not checked, only the time for training.
        </Why>
      </p>
      {fewer.length === 0 ? (
        <p>No other dog’s chance falls by {tellingLoss} points or more.</p>
      ) : (
        <ul aria-label="Whose chance falls">
          {fewer.map((o) => (
            <li key={o.residencyId}>
              <Link href={`/dogs/${o.residencyId}`}>
                <b>{o.runNumber}</b> {o.name}
              </Link>{' '}
              {percent(o.was)} → {percent(o.is)}
            </li>
          ))}
        </ul>
      )}
      {best && <p>{bestText(answer, best, sayDay)}</p>}
      <p>{latestText(answer, sayDay)}</p>
    </Told>
  )
}

type SayDay = ReturnType<typeof useWhen>['sayDay']

function bestText(answer: AnotherDog, best: NonNullable<AnotherDog['best']>, sayDay: SayDay): string {
  if (best.arrivesOn === answer.arrivesOn)
    return 'No later start in the next weeks is better for a stay of this length.'
  const days = `${sayDay(best.arrivesOn)} to ${sayDay(best.leavesOn)}`
  return `Better for a stay of this length: ${days}, ${chanceText(best.chance)}.`
}

function latestText({ latest, leavesOn }: AnotherDog, sayDay: SayDay): string {
  const home = sayDay(leavesOn)
  return latest
    ? `To go home on ${home} the dog can arrive as late as ${sayDay(latest.arrivesOn)}: ${chanceText(latest.chance)}.`
    : `No arrival date makes the dog 80% likely to be ready by ${home}. Promise less, or plan a longer stay.`
}

function Weeks({ page }: { page: AnotherPage }) {
  const { sayDay } = useWhen()
  const most = Math.max(1, ...page.weeks.flatMap((w) => [w.needed, w.onHand]))
  return (
    <>
      <Bars>
        <thead>
          <tr>
            <th scope="col">Week from</th>
            <th scope="col">Dogs</th>
            <th scope="col">Needed</th>
            <th scope="col">On hand</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {page.weeks.map((w) => (
            <tr key={w.week}>
              <th scope="row">{sayDay(w.day)}</th>
              <td>{w.dogs}</td>
              <td className={w.needed > w.onHand ? 'short' : undefined}>{hours(w.needed)}</td>
              <td>{hours(w.onHand)}</td>
              <td aria-hidden="true" className="bar">
                <Placed className="needed" data-short={w.needed > w.onHand} $width={(100 * w.needed) / most} />
                <Placed className="hand" $left={(100 * w.onHand) / most} />
              </td>
            </tr>
          ))}
        </tbody>
      </Bars>
      <Small>
        {onHandText(page)} Needed: the blocks that make each dog 80% likely to be ready, or as many as a dog may have. A
        block is {page.minutesABlock} minutes. Booked dogs count as average dogs.
      </Small>
    </>
  )

  function hours(blocks: number): string {
    const minutes = Math.round(blocks * page.minutesABlock)
    return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`
  }
}

function onHandText({ own, usual }: AnotherPage): string {
  const blocks = usual.toFixed(0)
  return own
    ? `On hand: as many blocks as were worked on such days of the last four weeks (${blocks} a day), ` +
        'fewer while someone is away.'
    : `On hand: ${blocks} blocks a day, the default until five training days are recorded.`
}

const Form = styled.form`
  margin-top: var(--s-4);
  display: grid;
  gap: var(--s-5);
  justify-items: start;
  max-width: 26rem;
`
const Told = styled.div`
  border-left: 6px solid var(--held);
  padding-left: 0.9rem;
  margin-top: var(--s-6);
  display: grid;
  gap: var(--s-4);
  max-width: 60ch;
  .chance {
    font-size: var(--t-6);
    line-height: 1.2;
  }
  ul {
    margin: 0;
    padding-left: 1.1rem;
  }
  small {
    color: var(--ink-2);
  }
`
const Small = styled.p`
  font-size: var(--t-2);
  color: var(--ink-2);
  max-width: 60ch;
`
const Bars = styled(Table)`
  width: 100%;
  th,
  td {
    white-space: nowrap;
  }
  .short {
    color: var(--person);
    font-weight: 660;
  }
  .bar {
    position: relative;
    width: 40%;
    padding: 0;
  }
  .needed {
    display: block;
    height: 0.7rem;
    border-radius: 0.35rem;
    background: var(--held);
  }
  .needed[data-short='true'] {
    background: var(--person);
  }
  .hand {
    position: absolute;
    top: 0.15rem;
    bottom: 0.15rem;
    border-left: 2.5px solid var(--ink);
  }
`
