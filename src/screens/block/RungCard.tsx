'use client'
import { callMoment, sayMoment } from '@/core/method/call'
import { piecesOfSet, shortOfFood } from '@/core/food/pay'
import { holdPaid } from '@/core/method/hold'
import { offersFor, roadName } from '@/core/coach/stuck'
import { isByHand } from '@/core/dog/byHand'
import { memo } from 'react'
import styled from 'styled-components'
import type { RungPlaceInLadder } from '@/core/curriculum/lookup'
import { promptOf, type Prompt } from '@/core/method/instruct'
import { firstName } from '@/core/people/names'
import { countedRungs, sayPace } from '@/core/promise/quota'
import { sayRule } from '@/core/rule/rule'
import { heldSince } from '@/core/progress/state'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { phone } from '@/ui/theme'
import type { BlockView } from '@/work/page/blockView'
import { HeatWarning } from './HeatWarning'
import { mayNotCall, shutNow } from './shut'
import type { Block } from './useBlock'
import { Said } from '@/ui/ways'

/** The dog’s own prompt for a rung. */
export const promptFor = (view: BlockView, rung: RungPlaceInLadder): Prompt =>
  promptOf(
    rung.rung,
    rung.command,
    view.method,
    {
      name: view.resident.name,
      cue: view.cueWords[rung.command.id],
      release: view.resident.releaseWord,
      marker: view.resident.markerWord,
      side: view.resident.side,
      traits: view.resident.traits,
      young: view.young,
    },
    heldSince(rung.run, view.state.runs[rung.runKey], rung.index) !== undefined,
  )

/** Whether a word is said on this rung yet. */
const wordNow = (view: BlockView, rung: RungPlaceInLadder, say: string): string => {
  const { traits } = view.resident
  if (traits.deaf || (rung.rung.cue === 'signal' && isByHand(traits, rung.command.id))) return `Signal, no word: ${say}`
  if (rung.rung.cue === 'word') return `Say the word now: ${say}`
  if (rung.rung.cue === 'signal') return `Signal, the word not yet: ${say}`
  // What is not said at all needs no “not yet” before it.
  return /^nothing\b/i.test(say) ? `Give no cue.${say.replace(/^nothing\b[.,;:]?/i, '')}` : `Not yet a word: ${say}`
}

/** The rung in hand while it is worked: what is asked, what is said, what chance says of the next rep. */
export const RungCard = memo(function RungCard({
  view,
  rung,
  block,
}: {
  view: BlockView
  rung: RungPlaceInLadder
  block: Block
}) {
  const {
    active,
    draw,
    planned,
    payAt: { length: inside },
  } = block
  const prompt = promptFor(view, rung)
  if (!active) return null
  const { context } = active
  const place = view.places.find((p) => p.id === context.placeId)
  const shut = shutNow(view, block, rung)
  const each = holdPaid(rung.rung) === 'each-interval'
  const { settleEvery } = block
  const halved = active.opened?.halved ?? false
  const paidWith = view.feeds.find((f) => f.id === (active.opened?.feedId ?? null))
  const feed = paidWith?.name ?? 'own meal'
  const ofFeed = halved ? `halves of ${feed}` : feed
  const moment = callMoment(rung.rung)
  const road = offersFor(view.curriculum, rung.rung.id, view.tried).find((o) => o.id === active?.opened?.road)
  const pace = countedRungs(rung.command).includes(rung.rung.id) ? view.paces[rung.command.id] : undefined
  // What the kennel did not know yet when this page was made.
  const here = block.repsOf(rung.command.id, view.now)
  const steps = rung.rung.kind === 'heel' ? rung.rung.paySteps : undefined
  const pay =
    steps !== undefined && planned > 1
      ? `${planned} × ${ofFeed} in the stretch`
      : planned > 1
        ? `${planned} × ${ofFeed}, one after another`
        : halved
          ? `half a piece of ${feed}`
          : feed
  const piecesHere = rung.rung.kind === 'settle' ? piecesOfSet(rung.rung, settleEvery) : piecesOfSet(rung.rung)
  const short = view.plays
    ? ''
    : shortOfFood({ food: paidWith, halved }, Math.max(1, Math.ceil(piecesHere / rung.rung.setReps)), block.foodLeft)
  const holder = firstName(view.people.find((p) => p.id === context.leashHolder)?.name ?? '')
  return (
    <Card data-begun={active.reps.length > 0}>
      <Big>{rung.rung.name}</Big>
      <p className="rule">
        {context.purpose === 'refresh' ? 'refresher, ' : ''}
        {sayRule(rung.rung.rule)}; {place?.name}, level {context.level}, <Said>{context.kit}</Said>
        {holder !== '' && `, ${holder}`}
      </p>
      <p className="criterion">{prompt.criterion}</p>
      <p className="say">{wordNow(view, rung, prompt.say)}</p>
      <p className="next">
        <b>{each ? `Each ${rung.rung.criterion.seconds} s:` : 'Next rep:'}</b>{' '}
        {view.plays
          ? view.toy === undefined
            ? small(prompt.payWhere)
            : prompt.payWhere.replace(/^Its toy/, view.toy)
          : settleEvery !== undefined
            ? `${ofFeed} every ${settleEvery} s while it is calm, ${inside + planned} pieces; ${small(prompt.payWhere)}`
            : inside > 0
              ? `${ofFeed}, ${inside} × inside the hold, ` +
                `${planned === 0 ? 'nothing' : planned > 1 ? `${planned} ×` : 'once'} at its end; ` +
                `${small(prompt.payWhere)}`
              : planned === 0
                ? 'unpaid, quiet praise'
                : `${pay}, ${small(prompt.payWhere)}`}
        {draw?.payEvery === undefined || planned === 0
          ? ''
          : draw.payEvery === 1
            ? '; every step'
            : `; every ${draw.payEvery} steps`}
        {draw?.turn ? `; ${draw.turn.what} at step ${draw.turn.at}` : ''}
        {moment !== undefined && rung.rung.kind !== 'recall' ? `; ask ${sayMoment(moment, view.resident.traits)}` : ''}
        {each
          ? '; one release after the last'
          : draw?.end === 'call it out'
            ? '; call it out of this one'
            : draw?.end === 'go back'
              ? '; go back to it'
              : ''}
      </p>
      {road && (
        <p>
          <b>Trying: {roadName(road.name).toLowerCase()}.</b> {road.words}
        </p>
      )}
      {pace && (
        <p className="rule">
          {rung.command.name}: {sayPace(pace, here)}
        </p>
      )}
      {short !== '' && (
        <p>
          <b>{short}</b>
        </p>
      )}
      {shut !== undefined && (
        <NeedsPerson>
          {mayNotCall(view, block, rung) ? 'Do not call: loose and not held here. ' : ''}Shut: {shut}. What is recorded
          is kept and moves nothing on.
        </NeedsPerson>
      )}
      <HeatWarning
        view={view}
        full={{
          placeId: context.placeId,
          temperatureC: active.opened?.temperatureC ?? null,
          humidity: active.opened?.humidity ?? null,
        }}
      />
    </Card>
  )
})

const small = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1)

/** Read at arm’s length: the words grow with the room that the targets leave them. */
const Card = styled.section`
  flex: 1 1 auto;
  min-height: 8rem;
  container-type: size;
  display: grid;
  align-content: start;
  gap: var(--s-1);
  .rule {
    color: var(--ink-2);
    font-size: var(--t-3);
  }
  .criterion {
    font-size: clamp(1.05rem, 7cqh, 1.3rem);
    font-weight: 600;
  }
  .say {
    font-size: clamp(1rem, 6.4cqh, 1.35rem);
  }
  .next {
    font-size: clamp(1rem, 7cqh, 1.5rem);
  }
  .next b {
    font-weight: 720;
  }
  @container (max-height: 12.5rem) {
    .rule {
      display: none;
    }
  }
  ${phone} {
    &[data-begun='true'] {
      .rule,
      .criterion {
        display: none;
      }
    }
  }
`
export const Big = styled.h2`
  font-size: clamp(1.9rem, 8.2vw, 3.2rem);
  font-weight: 720;
  line-height: 1.05;
`
