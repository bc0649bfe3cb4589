'use client'
import { percent } from '@/core/percent'
import dynamic from 'next/dynamic'
import { useEffect, useMemo, useState } from 'react'
import { ProgressBar } from 'react-aria-components'
import styled from 'styled-components'
import { benchKinds } from '@/core/rule/rule'
import { usualReps } from '@/core/rulebench/exact'
import { housePrior } from '@/core/rulebench/judge'
import { benchRefusal, benchRuleText } from '@/core/rulebench/rule'
import { Choose } from '@/ui/Choose'
import { Placed } from '@/ui/Placed'
import { Button, Quiet } from '@/ui/press'
import { FigureTable } from '@/ui/Table'
import { phone } from '@/ui/theme'
import { Why } from '@/ui/Why'
import { WidePage, PageHead } from '@/ui/Page'
import type { OwnBench } from '@/work/page/bench'
import type { BenchNews, RuleResult } from './messages'
import { OwnDogs } from './OwnDogs'
import { Num, RuleForm, ruleOf, type Side } from './RuleForm'
import { reps, sharePercent } from './say'
import { useBench, type BenchWork } from './useBench'

const Curves = dynamic(() => import('./Curves'), { ssr: false, loading: () => <p>Drawing …</p> })

const ofRule = (news: BenchNews): RuleResult | undefined => (news.kind === 'rule' ? news.result : undefined)

/** Rates on the curves: every two hundredths from .2 to .98, and .99. */
const rates = [...Array.from({ length: 40 }, (_, i) => 0.2 + i * 0.02), 0.99]

/** What the bench shows when it opens. */
const firstA: Side = { rule: benchKinds.window.usual, days: '1' }
const firstB: Side = { rule: benchKinds.row.usual, days: '1' }
const firstRate = 0.8
const firstAsk = { reps: usualReps, wanted: 0.8, kcalPerPiece: 3, pay: 'every' } as const

/**
 * Two rules for moving on, side by side on any true rate; and what the house's rules let through among its own dogs.
 */
export function Bench({ own }: { own: OwnBench }) {
  const [a, setA] = useState(firstA)
  const [b, setB] = useState(firstB)
  const [rate, setRate] = useState(firstRate)
  const [within, setWithin] = useState<number>(firstAsk.reps)
  const [wanted, setWanted] = useState<number>(firstAsk.wanted)
  const [kcal, setKcal] = useState<number>(firstAsk.kcalPerPiece)
  const [pay, setPay] = useState<'every' | 'clean'>(firstAsk.pay)
  const first = useBench(ofRule)
  const second = useBench(ofRule)
  const { run: runFirst } = first
  const { run: runSecond } = second
  const refusals = [benchRefusal(ruleOf(a)), benchRefusal(ruleOf(b))]
  const rest = useMemo(() => ({ reps: within, wanted, kcalPerPiece: kcal, pay }), [within, wanted, kcal, pay])
  const go = () => {
    if (refusals[0] === undefined) runFirst({ kind: 'rule', ask: { rule: ruleOf(a), ...rest }, rate, rates })
    if (refusals[1] === undefined) runSecond({ kind: 'rule', ask: { rule: ruleOf(b), ...rest }, rate, rates })
  }
  useEffect(() => {
    // The first comparison stands there when the page opens.
    runFirst({ kind: 'rule', ask: { rule: ruleOf(firstA), ...firstAsk }, rate: firstRate, rates })
    runSecond({ kind: 'rule', ask: { rule: ruleOf(firstB), ...firstAsk }, rate: firstRate, rates })
  }, [runFirst, runSecond])
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Compare rules</h1>
          <p>
            Is our rule for moving on any good? Two rules on dogs whose true rate of clean first-cue reps is known,
            computed exactly.
          </p>
        </div>
      </PageHead>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          go()
        }}
      >
        <Rules>
          <RuleForm name="A" side={a} onChange={setA} refusal={refusals[0]} />
          <RuleForm name="B" side={b} onChange={setB} refusal={refusals[1]} />
          <Shared>
            <Num
              label="True rate, %"
              value={Math.round(rate * 100)}
              min={20}
              max={99}
              onChange={(v) => {
                setRate(v / 100)
              }}
            />
            <Num label="Within so many reps" value={within} min={1} max={2000} onChange={setWithin} />
            <Num
              label="Wanted rate, %"
              value={Math.round(wanted * 100)}
              min={20}
              max={99}
              onChange={(v) => {
                setWanted(v / 100)
              }}
            />
            <Num label="kcal a piece" value={kcal} min={0.1} max={50} step={0.1} onChange={setKcal} />
            <Choose
              label="Rewarded"
              value={pay}
              onChange={(v) => {
                setPay(v === 'clean' ? 'clean' : 'every')
              }}
              choices={[
                { id: 'every', name: 'every rep' },
                { id: 'clean', name: 'clean reps' },
              ]}
            />
            <Button type="submit" $now>
              Compare
            </Button>
          </Shared>
        </Rules>
      </form>
      <Working works={[first, second]} />
      <SideBySide>
        <Results aria-live="polite">
          <Comparison works={[first, second]} rules={[a, b]} asked={{ rate, within, wanted }} />
          <Why label="how it is computed">
            <p>
              Expected reps and chances come from the rule’s own absorbing Markov chain, exact to nine digits for rates
              of 20% to 99% and rules of up to twelve reps; longer rules are refused. The last three lines average over
              dogs whose true rates follow Beta({housePrior.a}, {housePrior.b}), the kennel default: mean 80%, worth ten
              reps. Drops on the way are not counted.
            </p>
          </Why>
        </Results>
        {first.result && second.result && (
          <Curves
            a={first.result.curve}
            b={second.result.curve}
            names={[`A: ${benchRuleText(ruleOf(a))}`, `B: ${benchRuleText(ruleOf(b))}`]}
            within={within}
          />
        )}
      </SideBySide>
      <OwnDogs own={own} />
    </Page>
  )
}

/** The figures of both rules, side by side. */
function Comparison({
  works,
  rules,
  asked: { rate, within, wanted },
}: {
  works: readonly [BenchWork<RuleResult>, BenchWork<RuleResult>]
  rules: readonly [Side, Side]
  asked: { readonly rate: number; readonly within: number; readonly wanted: number }
}) {
  return (
    <Compared>
      <thead>
        <tr>
          <th scope="col">At a true rate of {sharePercent(works[0].result?.at.p ?? rate)}</th>
          <th scope="col">A: {benchRuleText(ruleOf(rules[0]))}</th>
          <th scope="col">B: {benchRuleText(ruleOf(rules[1]))}</th>
        </tr>
      </thead>
      <tbody>
        <Figure name={`Passes within ${within} reps`} of={works} say={(r) => sharePercent(r.at.within)} />
        <Figure name="Expected reps until it passes" of={works} say={(r) => reps(r.at.expected)} />
        <Figure name="Food until then" of={works} say={(r) => `${reps(r.at.kcal)} kcal`} />
        <Figure
          name={`A dog below ${sharePercent(wanted)} is passed on`}
          of={works}
          say={(r) => sharePercent(r.wrong.passedOn)}
        />
        <Figure name="Of those passed, below it" of={works} say={(r) => sharePercent(r.wrong.belowAmongPassed)} />
        <Figure name="A dog at or above it is held back" of={works} say={(r) => sharePercent(r.wrong.heldBack)} />
      </tbody>
    </Compared>
  )
}

function Working({ works }: { works: readonly BenchWork<RuleResult>[] }) {
  const running = works.filter((w) => w.running)
  if (running.length === 0)
    return (
      <p role="status" className="unseen">
        Done.
      </p>
    )
  const share = works.reduce((n, w) => n + (w.running ? w.share : 1), 0) / works.length
  return (
    <Computing>
      <Bar value={share * 100} aria-label="Computing">
        <Placed $width={share * 100} />
        <span>Computing {percent(share)}</span>
      </Bar>
      <Quiet
        onPress={() => {
          works.forEach((w) => {
            w.cancel()
          })
        }}
      >
        Cancel
      </Quiet>
    </Computing>
  )
}

function Figure({
  name,
  of,
  say,
}: {
  name: string
  of: readonly BenchWork<RuleResult>[]
  say: (r: RuleResult) => string
}) {
  return (
    <tr>
      <th scope="row">{name}</th>
      {of.map((w, i) => (
        <td key={i}>{w.refused ? 'refused' : w.result ? say(w.result) : '…'}</td>
      ))}
    </tr>
  )
}

const Page = styled(WidePage)`
  gap: var(--s-7);
  h2 {
    font-size: var(--t-7);
  }
  h3 {
    font-size: var(--t-5);
    margin: 1rem 0 0.2rem;
  }
  td b {
    font-weight: 700;
  }
`
const Rules = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr 1.3fr;
  gap: var(--s-8);
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
  fieldset {
    border: 0;
    border-top: 3px solid var(--ink);
    padding: 0.5rem 0 0;
    margin: 0;
    display: grid;
    gap: var(--s-3);
    grid-template-columns: 1fr 1fr;
    align-content: start;
    min-width: 0;
    > :nth-child(2) {
      grid-column: 1 / -1;
    }
    > [role='alert'] {
      grid-column: 1 / -1;
    }
  }
  fieldset + fieldset {
    border-top-style: dashed;
  }
  legend {
    font:
      640 var(--t-5)/1 'Hepta Slab Variable',
      serif;
    padding: 0 0.6rem 0 0;
  }
`
const Shared = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: var(--s-3) var(--s-5);
  align-items: end;
  align-content: start;
`
const SideBySide = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 33rem) minmax(0, 1fr);
  gap: var(--s-9);
  align-items: start;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Results = styled.div`
  overflow-x: auto;
`
const Compared = styled(FigureTable)`
  td {
    font-size: var(--t-6);
    font-weight: 640;
  }
`
const Computing = styled.div`
  display: flex;
  align-items: center;
  gap: var(--s-6);
`
const Bar = styled(ProgressBar)`
  position: relative;
  flex: 1;
  i {
    position: absolute;
    left: 0;
    bottom: 0;
    height: 4px;
    background: var(--ink);
  }
  padding-bottom: 6px;
`
