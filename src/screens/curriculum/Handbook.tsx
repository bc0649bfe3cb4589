'use client'
import { holdPaid } from '@/core/method/hold'
import { callMomentWords, holdPayWords } from '@/core/curriculum/words'
import { callMoment } from '@/core/method/call'
import { isWaitedOut } from '@/core/curriculum/waitsOut'
import { isAlwaysPaid, isHardFirst } from '@/core/method/pay'
import { settleIntervals } from '@/core/method/settle'
import styled from 'styled-components'
import { graphOf } from '@/core/curriculum/graph'
import { allNeeds, findRung, gateOf } from '@/core/curriculum/lookup'
import type { Command, Curriculum, Rung } from '@/core/curriculum/types'
import { ruleText } from '@/core/rule/rule'
import { levelWords } from '@/core/views/grid'
import { Button, ButtonLink, FileLink, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { Said, useWhen } from '@/ui/ways'
import type { CurriculumPage } from '@/work/page/curriculum'
import { Graph } from './Graph'
import { May } from '../shell/may'
import type { Told } from '../told'
import { useAction } from '../useAction'
import { Fault } from '@/ui/fieldParts'
import { WidePage, PageHead } from '@/ui/Page'

/** The curriculum, read like a handbook: what is taught, in what order, and when it counts. */
export function Handbook({
  page,
  timeZone,
  restore,
}: {
  page: CurriculumPage
  timeZone: string
  restore: () => Promise<Told>
}) {
  const { send, wrong, pending } = useAction()
  const { sayMoment } = useWhen()
  const { curriculum } = page
  const extras = curriculum.commands.filter((c) => c.extra === true)
  const rungs = curriculum.commands.reduce((n, c) => n + c.runs.reduce((m, r) => m + r.rungs.length, 0), 0)
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Curriculum</h1>
          <p>
            {curriculum.name}, version {curriculum.version}: {curriculum.commands.length} commands, {rungs} rungs.
            {extras.length > 0 &&
              ` ${extras.length} of the commands are switched off: a dog has them once they are promised.`}
          </p>
        </div>
        <Tools>
          <ButtonLink href="/timing">Practice the mark</ButtonLink>
          <May to="/curriculum/edit">
            <ButtonLink href="/curriculum/edit">{page.draft ? 'Go on with the draft' : 'Edit'}</ButtonLink>
            {page.discardedAt !== undefined && (
              <Quiet isPending={pending} onPress={() => send(restore)}>
                Restore the draft of {sayMoment(page.discardedAt, timeZone)}
              </Quiet>
            )}
            {wrong !== '' && <Fault>{wrong}</Fault>}
          </May>
          <Button
            onPress={() => {
              window.print()
            }}
          >
            Print
          </Button>
          <FileLink href={`/curriculum/file?id=${curriculum.id}&version=${curriculum.version}`}>Export JSON</FileLink>
          <FileLink href="/curriculum/schema">JSON Schema</FileLink>
        </Tools>
      </PageHead>
      <Contents aria-label="Commands">
        {curriculum.commands.map((c) => (
          <a key={c.id} href={`#${c.id}`}>
            {c.name}
          </a>
        ))}
        <a href="#prerequisites">Prerequisites</a>
        <a href="#levels">Levels</a>
        {page.own.length > 0 && <a href="#own">Texts of this kennel</a>}
        <a href="#versions">Versions</a>
      </Contents>
      {curriculum.commands.map((c) => (
        <Chapter key={c.id} command={c} curriculum={curriculum} />
      ))}
      <section aria-labelledby="prerequisites">
        <h2 id="prerequisites">Prerequisites</h2>
        <Graph graph={graphOf(curriculum)} />
      </section>
      <section aria-labelledby="levels">
        <h2 id="levels">Distraction-proofing levels</h2>
        <ol start={0}>
          {levelWords.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ol>
        <p>
          Within a level the distance to the distraction shrinks: <Said>over 15 m, 5–15 m, under 5 m</Said>. Something
          new begins easier: a new level or location at a third of the duration and half the distance that is mastered,
          new equipment or a new handler at half the duration. One passed set takes the next step; a miss goes back one.
        </p>
      </section>
      {page.own.length > 0 && (
        <section aria-labelledby="own">
          <h2 id="own">Texts of this kennel</h2>
          <p>
            Your house wrote {page.own.length === 1 ? 'this text' : `these ${page.own.length} texts`}. Kibou leaves them
            as they are. Read them again where the shipped wording around them is new.
          </p>
          <ul>
            {page.own.map(({ where, text }) => (
              <li key={`${where} ${text}`}>
                {where}: “{text}”
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-labelledby="versions">
        <h2 id="versions">Versions</h2>
        <ul>
          {page.versions.map((v) => (
            <li key={`${v.id} ${v.version}`}>
              <a href={`/curriculum?id=${v.id}&version=${v.version}`}>
                {v.id === 'house' ? 'House default' : 'This kennel’s'}, version {v.version}
              </a>
              {v.madeAt > 0
                ? `, ${sayMoment(v.madeAt, timeZone)}${v.madeBy ? `, ${v.madeBy}` : ''}`
                : ', shipped with Kibou'}
              {v.wordsOnly && ', only the wording is new'}; {v.residents}{' '}
              {v.residents === 1 ? 'residency' : 'residencies'} begun on it
            </li>
          ))}
        </ul>
      </section>
    </Page>
  )
}

function Chapter({ command, curriculum }: { command: Command; curriculum: Curriculum }) {
  return (
    <Article aria-labelledby={command.id}>
      <h2 id={command.id}>{command.name}</h2>
      <p className="purpose">{command.purpose}</p>
      {command.extra === true && <p className="mind">Switched off: a dog gets it once it is promised.</p>}
      <dl>
        <div>
          <dt>Cue</dt>
          <dd>{command.defaultCue ? `“${command.defaultCue}”` : 'no word'}</dd>
        </div>
        <div>
          <dt>Signal</dt>
          <dd>{command.signal}</dd>
        </div>
        <div>
          <dt>Faults</dt>
          <dd>{command.faults.join(', ')}</dd>
        </div>
      </dl>
      {command.caution && <p className="mind">Caution: {command.caution}</p>}
      {command.runs.map((ladder) => (
        <div key={ladder.id}>
          {command.runs.length > 1 && <h3>{ladder.name}</h3>}
          <ol>
            {ladder.rungs.map((rung) => (
              <RungLine key={rung.id} rung={rung} command={command} curriculum={curriculum} />
            ))}
          </ol>
        </div>
      ))}
      {command.quota && (
        <p className="roads">
          A number to reach: {command.quota.reps} in {command.quota.days} days, about{' '}
          {Math.round(command.quota.reps / command.quota.days)} a day; quick logs count.
        </p>
      )}
      {command.roads.length > 0 && (
        <p className="roads">
          Stuck? Other methods: {command.roads.map((r) => `${r.name.toLowerCase()} (${r.words})`).join('; ')}.
        </p>
      )}
    </Article>
  )
}

/** A prompt as it reads without a dog. */
const inWords = (text: string, command: Command): string =>
  text
    .replaceAll('{cue}', command.defaultCue ? `“${command.defaultCue}”` : 'the cue')
    .replaceAll('{name}', 'its name')
    .replaceAll('{release}', 'the release word')
    .replaceAll('{marker}', 'the marker')

function RungLine({ rung, command, curriculum }: { rung: Rung; command: Command; curriculum: Curriculum }) {
  const gate = gateOf(curriculum, rung)
  const needs = allNeeds(curriculum, rung).flatMap((n) => {
    const found = findRung(curriculum, n)
    return found ? [`${found.command.name.toLowerCase()} “${found.rung.name}”`] : []
  })
  const { latencySeconds, seconds } = rung.criterion
  const hold = holdPaid(rung)
  const moment = callMoment(rung)
  const intervals = settleIntervals(rung)
  return (
    <li id={rung.id}>
      <b>{rung.name}</b>
      <span className="criterion">
        {rung.criterion.words}
        {latencySeconds !== undefined && seconds === undefined && !/\bwithin \d/.test(rung.criterion.words)
          ? `, within ${latencySeconds} s`
          : ''}
        . Help: {rung.criterion.help === 'none' ? 'none' : rung.criterion.help.replace('-', ' ')}.
      </span>
      <span className="rule">
        {ruleText(rung.rule)}
        <small>{rung.setReps} to a set</small>
      </span>
      <span className="say">
        <i>Say</i> {inWords(rung.say, command)} <i>Reward</i> {rung.payWhere}
        {isAlwaysPaid(rung) ? ', always' : ''}
        {isHardFirst(rung) ? '; the first time a jackpot' : ''}
        {isWaitedOut(rung) ? '; waited out, no help' : ''}
        {needs.length > 0 && (
          <>
            {' '}
            <i>Needs</i> {needs.join(', ')} mastered
          </>
        )}
        {gate && (
          <>
            {' '}
            <i>Gate</i> {gate.words}
          </>
        )}
        {moment && (
          <>
            {' '}
            <i>Call</i> {callMomentWords[moment]}
          </>
        )}
        {intervals.length > 0 && (
          <>
            {' '}
            <i>Rewarded</i> every {intervals.join(', ')} s: longer after a calm minute, shorter after a struggle
          </>
        )}
        {rung.paySteps !== undefined && (
          <>
            {' '}
            <i>Rewarded</i> every {rung.paySteps === 1 ? 'step' : `${rung.paySteps} steps`}
          </>
        )}
        {hold && (
          <>
            {' '}
            <i>Hold</i> {holdPayWords[hold]}
          </>
        )}
        {rung.kit && (
          <>
            {' '}
            <i>Equipment</i> {rung.kit === 'none' ? 'no leash' : <Said>{rung.kit}</Said>}
          </>
        )}
        {rung.ways.length > 0 && (
          <>
            {' '}
            <i>Other methods</i> {rung.ways.join('; ')}
          </>
        )}
      </span>
    </li>
  )
}

const Page = styled(WidePage)`
  gap: var(--s-8);
  h2 {
    font-size: var(--t-7);
    scroll-margin-top: 1rem;
  }
  @media print {
    padding: 0;
    font-size: 10pt;
  }
`
const Tools = styled.div`
  display: flex;
  gap: var(--s-3);
  flex-wrap: wrap;
  @media print {
    display: none;
  }
`
const Contents = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-1) var(--s-6);
  @media print {
    display: none;
  }
  a {
    min-height: var(--touch-small);
  }
`
const Article = styled.article`
  max-width: var(--page);
  .purpose {
    font-size: var(--t-5);
  }
  .mind,
  .roads {
    color: var(--ink-2);
    margin-top: 0.3rem;
  }
  dl {
    display: flex;
    gap: var(--s-1) var(--s-8);
    margin: 0.3rem 0;
    flex-wrap: wrap;
    dt {
      display: inline;
      color: var(--ink-2);
    }
    dt::after {
      content: ' ';
    }
    dd {
      display: inline;
      margin: 0;
    }
  }
  h3 {
    font-size: var(--t-5);
    margin-top: 0.7rem;
  }
  ol {
    list-style: none;
    counter-reset: rung;
    margin: 0.4rem 0 0;
    padding: 0;
  }
  li {
    counter-increment: rung;
    display: grid;
    grid-template-columns: 2.2rem 12rem minmax(0, 1fr) 9rem;
    gap: 0 var(--s-6);
    padding: 0.3rem 0;
    border-top: 1px solid var(--rule);
    break-inside: avoid;
  }
  li::before {
    content: counter(rung);
    grid-row: 1 / 3;
    font:
      640 var(--t-5)/1.4 'Hepta Slab Variable',
      serif;
    color: var(--ink-2);
    text-align: right;
  }
  b {
    font-weight: 640;
  }
  .rule {
    text-align: right;
    small {
      display: block;
      color: var(--ink-2);
    }
  }
  .say {
    grid-column: 3 / 5;
    font-size: var(--t-2);
    color: var(--ink-2);
    i {
      font-style: normal;
      font-weight: 640;
    }
  }
  ${phone} {
    li {
      grid-template-columns: 1.6rem minmax(0, 1fr) auto;
    }
    .criterion,
    .say {
      grid-column: 2 / -1;
    }
    .rule {
      grid-row: 1;
      grid-column: 3;
    }
  }
  @media print {
    break-before: auto;
    li {
      padding: 0.15rem 0;
    }
  }
`
