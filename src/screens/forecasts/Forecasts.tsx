'use client'
import dynamic from 'next/dynamic'
import { useRef, useState } from 'react'
import styled from 'styled-components'
import { apart, type FigureRow } from '@/core/forecast/figures'
import { enoughDogs, verdictText, type Judged, type Score } from '@/core/forecast/judged'
import { percent } from '@/core/percent'
import { Disclosed } from '@/ui/Disclosed'
import { Fault } from '@/ui/fieldParts'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { OfficePage } from '@/ui/Page'
import { Button, FileLink } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { ForecastsPage } from '@/work/page/forecasts'
import { Across, FigureTable } from '@/ui/Table'
import type { Told } from '../told'
import { May } from '../shell/may'

const Reliability = dynamic(() => import('./Reliability'), { ssr: false, loading: () => <p>Drawing …</p> })
const WhenReady = dynamic(() => import('./WhenReady'), { ssr: false, loading: () => <p>Drawing …</p> })

export interface ForecastsActions {
  readonly beginOn: (raw: unknown) => Promise<Told>
}

/** How good what was said of dogs turned out, what it rests on, and what this kennel’s hours come to. */
export function Forecasts({ page, actions }: { page: ForecastsPage; actions: ForecastsActions }) {
  const { judged } = page
  return (
    <OfficePage>
      <header>
        <h1>Forecasts</h1>
        <p>Each chance is stored as first predicted on a day, and compared with what came on the dog’s last evening.</p>
      </header>
      <section aria-labelledby="how-good">
        <h2 id="how-good">Forecast accuracy</h2>
        <HowGood judged={judged} names={page.commands} />
      </section>
      <Rests page={page} actions={actions} />
      <section aria-labelledby="figures">
        <h2 id="figures">What an hour brings here</h2>
        {page.figures.every((f) => f.rows.length === 0) ? (
          <p>
            Nothing yet: it is counted from dogs that went home, once half an hour was spent at rungs never met before.
          </p>
        ) : (
          <>
            <p className="words">
              Rungs passed for the first time in an hour of sets, with the play between them. Beside that the same
              compared with what was expected of those rungs and dogs: 1 is as expected. In brackets stands the 90%
              interval that chance alone allows. Where two overlap, neither is better, so the rows are in order of name.
            </p>
            <Abreast>
              {page.figures.map((f) => (
                <Figures key={f.by} by={f.by} rows={f.rows} />
              ))}
            </Abreast>
          </>
        )}
      </section>
    </OfficePage>
  )
}

function HowGood({ judged, names }: { judged: Judged; names: Readonly<Record<string, string>> }) {
  const { all } = judged
  if (!all)
    return (
      <p>
        No dog with a forecast has gone home yet. From {enoughDogs} dogs on, this page says whether forecasts run too
        high, too low or too sure.
      </p>
    )
  const bad = verdictText(judged.verdict)
  return (
    <>
      <Words>
        {judged.dogs} {judged.dogs === 1 ? 'dog' : 'dogs'} went home after a forecast while it was open. On average{' '}
        {percent(all.said)} was predicted, and {percent(all.came)} were ready.{' '}
        {judged.verdict === 'too few'
          ? `Fewer than ${enoughDogs} dogs prove little.`
          : bad === ''
            ? 'That is as good as can be.'
            : ''}
      </Words>
      {bad !== '' && <NeedsPerson>{bad}</NeedsPerson>}
      <Plots>
        <section aria-labelledby="whether">
          <h3 id="whether">Whether they were ready</h3>
          <Reliability bins={judged.bins} />
        </section>
        {judged.byDay.length > 0 && (
          <section aria-labelledby="when">
            <h3 id="when">When they were ready</h3>
            <WhenReady rows={judged.byDay} />
          </section>
        )}
      </Plots>
      <Across label="By how much of the stay was gone">
        <Scores>
          <caption>By how much of the stay was gone</caption>
          <thead>
            <tr>
              <th scope="col">Stage</th>
              <th scope="col">Dogs</th>
              <th scope="col">Predicted</th>
              <th scope="col">Observed</th>
              <th scope="col">Brier</th>
              <th scope="col">Skill</th>
              <th scope="col">Straight line</th>
              <th scope="col">Reps over days</th>
              <th scope="col">80% coverage</th>
              <th scope="col">50% coverage</th>
            </tr>
          </thead>
          <tbody>
            {judged.stages.map((s) => (
              <ScoreRow key={s.quarter} name={stageNames[s.quarter]} score={s.score} />
            ))}
            <ScoreRow name="All" score={all} />
          </tbody>
        </Scores>
      </Across>
      {all.setsADay && (
        <Words>
          Assumed: {all.setsADay.planned.toFixed(1)} useful sets a day. Worked: {all.setsADay.worked.toFixed(1)}.
        </Words>
      )}
      <Disclosed says="what these figures mean">
        <Words>
          Brier: the mean squared distance between predicted (0 to 1) and observed (0 or 1). 0 is perfect, and .25 is
          what always saying 50% gets. Skill: how much of that .25 is saved. Below 0, always saying 50% would be better.
          Straight line and reps over days: the Brier scores of two simpler forecasts for the same dogs and days. 80%
          coverage: how often a dog was ready within its 80% interval. 80% is right, and few dogs can be far off by
          chance. When they were ready: dogs not ready yet at the time of the forecast, with how many were still
          followed in brackets. A higher line was ready sooner.
        </Words>
      </Disclosed>
      {judged.commands.length > 0 && (
        <Across label="Forecast accuracy, by command">
          <Scores>
            <caption>By command</caption>
            <thead>
              <tr>
                <th scope="col">Command</th>
                <th scope="col">Forecasts</th>
                <th scope="col">Predicted</th>
                <th scope="col">Observed</th>
                <th scope="col">Brier</th>
              </tr>
            </thead>
            <tbody>
              {judged.commands.map((c) => (
                <tr key={c.command}>
                  <th scope="row">{names[c.command] ?? c.command}</th>
                  <td>{c.n}</td>
                  <td>{percent(c.said)}</td>
                  <td>{percent(c.came)}</td>
                  <td>{thousandths(c.brier)}</td>
                </tr>
              ))}
            </tbody>
          </Scores>
        </Across>
      )}
    </>
  )
}

const stageNames = { 1: 'A quarter gone', 2: 'Half gone', 3: 'Three quarters gone' } as const

const ScoreRow = ({ name, score }: { name: string; score: Score }) => (
  <tr>
    <th scope="row">{name}</th>
    <td>{score.n}</td>
    <td>{percent(score.said)}</td>
    <td>{percent(score.came)}</td>
    <td>{thousandths(score.brier)}</td>
    <td>{hundredths(score.skill)}</td>
    <td>{thousandths(score.byLine)}</td>
    <td>{thousandths(score.byRatio)}</td>
    <td>{percent(score.within80)}</td>
    <td>{percent(score.within50)}</td>
  </tr>
)

/** What the rates rest on: shipped, another kennel’s, or its own; and the file that goes out and comes in. */
function Rests({ page, actions }: { page: ForecastsPage; actions: ForecastsActions }) {
  const { sayMoment } = useWhen()
  const { learned } = page
  const file = useRef<HTMLInputElement>(null)
  const [told, setTold] = useState('')
  const [fault, setFault] = useState('')
  const send = async (text: string, done: string) => {
    const answer = await actions.beginOn({ text })
    setFault(answer.ok ? '' : answer.reason)
    setTold(answer.ok ? done : '')
  }
  return (
    <section aria-labelledby="rests">
      <h2 id="rests">What they rest on</h2>
      <Words>
        {learned.from === undefined
          ? 'This kennel began with the shipped rates, from simulated residencies.'
          : `This kennel began with the rates of ${learned.from}, from ${count(learned.fromResidencies)} there.`}{' '}
        {learned.residencies === 0
          ? noneOfItsOwn
          : `It has ${count(learned.residencies)} that ended. ` +
            `${percent(learned.ownShare)} of the kennel’s rates come from its own dogs by now.`}{' '}
        {learned.halfAfter !== undefined &&
          `For a kind of rung that every dog climbs, half of the rate is the kennel’s own after about ` +
            `${count(learned.halfAfter)}.`}
        {learned.ways !== '' && ` ${learned.ways}`}
        {learned.bent !== '' &&
          ` Chances are adjusted by ${count(learned.bentDogs)} that were forecast here: ${learned.bent}.`}
        {learned.at !== undefined && ` Learned last ${sayMoment(learned.at, page.timeZone)}.`}
      </Words>
      <Row>
        <May least="lead">
          <FileLink href="/forecasts/rates.json" download>
            What was learned here (.json)
          </FileLink>{' '}
          <Button onPress={() => file.current?.click()}>Begin on another kennel’s …</Button>
          <input
            ref={file}
            type="file"
            hidden
            accept=".json,application/json"
            aria-label="File of learned rates"
            onChange={(e) => {
              const chosen = e.target.files?.[0]
              e.target.value = ''
              if (chosen)
                void chosen
                  .text()
                  .then((text) => send(text === '' ? '{}' : text, 'Taken. Forecasts are renewed with it.'))
            }}
          />
          {learned.from !== undefined && (
            <Button onPress={() => void send('', 'Back on the shipped rates. Forecasts are renewed.')}>
              Back to the shipped rates
            </Button>
          )}
        </May>
      </Row>
      <p role="status">{told}</p>
      {fault !== '' && <Fault role="alert">{fault}</Fault>}
    </section>
  )
}

const noneOfItsOwn =
  'It has none of its own yet: they are learned each night from dogs that went home after at least five days of work.'
const count = (n: number): string => `${n} ${n === 1 ? 'residency' : 'residencies'}`

const titles = { command: 'By command', place: 'By location', handler: 'By handler' } as const

function Figures({ by, rows }: { by: keyof typeof titles; rows: readonly (FigureRow & { readonly name: string })[] }) {
  if (rows.length === 0) return null
  const differ = rows.some((a) => rows.some((b) => a !== b && apart(a, b)))
  return (
    <Across label={`What an hour brought, ${titles[by].toLowerCase()}`}>
      <Scores>
        <caption>{titles[by]}</caption>
        <thead>
          <tr>
            <th scope="col">{by === 'handler' ? 'Handler' : by === 'place' ? 'Location' : 'Command'}</th>
            <th scope="col">Hours</th>
            <th scope="col">Rungs</th>
            <th scope="col">Rungs an hour</th>
            <th scope="col">Compared with expected</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <th scope="row">{row.name}</th>
              <td>{row.hours.toFixed(1)}</td>
              <td>{row.passes}</td>
              <td>{band(row.anHour)}</td>
              <td>{band(row.beside)}</td>
            </tr>
          ))}
        </tbody>
      </Scores>
      {!differ && rows.length > 1 && <p>No two of these differ by more than chance.</p>}
    </Across>
  )
}

const band = (of: FigureRow['anHour']): string => `${of.is.toFixed(1)} (${of.low.toFixed(1)} to ${of.high.toFixed(1)})`
const hundredths = (n: number): string => n.toFixed(2)
const thousandths = (n: number): string => n.toFixed(3)

const Words = styled.p`
  max-width: 68ch;
`
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4);
  margin-top: var(--s-4);
  align-items: center;
`
const Abreast = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s-9);
  align-items: flex-start;
`
const Plots = styled(Abreast)`
  row-gap: var(--s-7);
  margin-top: var(--s-6);
  h3 {
    font-size: var(--t-4);
  }
`
const Scores = styled(FigureTable)`
  margin-top: var(--s-5);
  caption {
    font:
      640 var(--t-4)/1.3 'Hepta Slab Variable',
      serif;
  }
`
