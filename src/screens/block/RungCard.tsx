'use client'
import { offersFor, methodName } from '@/core/coach/stuck'
import { memo } from 'react'
import styled from 'styled-components'
import type { RungPlaceInLadder } from '@/core/curriculum/lookup'
import { promptOf, type Prompt } from '@/core/method/instruct'
import { firstName } from '@/core/people/names'
import { countedRungs, paceText } from '@/core/promise/quota'
import { ruleText } from '@/core/rule/rule'
import { masteredSince } from '@/core/progress/state'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { phone } from '@/ui/theme'
import type { BlockView } from '@/work/page/blockView'
import { HeatWarning } from './HeatWarning'
import { rewardText } from './rewardText'
import { mayNotCall, lockedReasonNow } from './lockedNow'
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
    masteredSince(rung.ladder, view.state.runs[rung.ladderKey], rung.index) !== undefined,
  )

/** The current rung while it is worked: do, say, mark when, reward, if not. */
export const RungCard = memo(function RungCard({
  view,
  rung,
  block,
}: {
  view: BlockView
  rung: RungPlaceInLadder
  block: Block
}) {
  const { active } = block
  const prompt = promptFor(view, rung)
  if (!active) return null
  const { context } = active
  const place = view.places.find((p) => p.id === context.placeId)
  const lockedText = lockedReasonNow(view, block, rung)
  const road = offersFor(view.curriculum, rung.rung.id, view.tried).find((o) => o.id === active?.opened?.road)
  const pace = countedRungs(rung.command).includes(rung.rung.id) ? view.paces[rung.command.id] : undefined
  // What the kennel did not know yet when this page was made.
  const here = block.repsOf(rung.command.id, view.now)
  const reward = rewardText(view, rung, block, prompt.payWhere)
  const holder = firstName(view.people.find((p) => p.id === context.leashHolder)?.name ?? '')
  return (
    <Card data-begun={active.reps.length > 0}>
      <Big>{rung.rung.name}</Big>
      <p className="rule">
        {context.purpose === 'refresh' ? 'refresher, ' : ''}
        {ruleText(rung.rung.rule)}; {place?.name}, level {context.level}, <Said>{context.kit}</Said>
        {holder !== '' && `, ${holder}`}
      </p>
      <p className="criterion">
        <b>Do:</b> {prompt.criterion}
      </p>
      <p className="say">
        <b>Say:</b> {prompt.say}
      </p>
      <p className="rule">
        <b>Mark when:</b> {prompt.markWhen}
      </p>
      <p className="next">
        <b>{reward.label}</b> {reward.text}
      </p>
      {prompt.ifNot !== '' && (
        <p className="rule">
          <b>If not:</b> {prompt.ifNot}
        </p>
      )}
      {road && (
        <p>
          <b>Trying: {methodName(road.name).toLowerCase()}.</b> {road.words}
        </p>
      )}
      {pace && (
        <p className="rule">
          {rung.command.name}: {paceText(pace, here)}
        </p>
      )}
      {reward.short !== '' && (
        <p>
          <b>{reward.short}</b>
        </p>
      )}
      {lockedText !== undefined && (
        <NeedsPerson>
          {mayNotCall(view, block, rung) ? 'Do not call. The dog is loose, and the recall is not mastered here. ' : ''}
          Locked: {lockedText}. What you record is saved, but not counted.
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
