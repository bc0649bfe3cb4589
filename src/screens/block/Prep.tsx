'use client'
import { Link } from '@/ui/link'
import { firstName } from '@/core/people/names'
import { useReducer, useState } from 'react'
import styled from 'styled-components'
import { YardNow } from '../yard/bottom'
import { Press } from '@/ui/press'
import type { BlockItem } from '@/core/block/compose'
import { fitWords } from '@/core/dog/collar'
import { wornText } from '@/core/evidence/kit'
import type { Prefs } from '@/device/prefs'
import type * as Memory from '@/device/memory'
import { Chip } from '@/ui/chips'
import { NeedsPerson } from '@/ui/NeedsPerson'
import type { BlockView } from '@/work/page/blockView'
import { Against, Bar } from './Against'
import { AskedFor } from './AskedFor'
import type { SayGrip } from './AskGrip'
import { Choices } from './Choices'
import { AskGrip } from './later'
import type { Grip } from '@/core/curriculum/grip'
import { HeatWarning } from './HeatWarning'
import { Glance } from './Glance'
import { Plan, PlanStrip } from './Plan'
import { beginPrep, preparedSet, reducePrep, type PreparedSet } from './prep'
import { Big } from './RungCard'
import { rememberAround } from './setup'
import type { Setup } from '@/device/live/session'
import type { Block } from './useBlock'
import { useKeys } from '../yard/useKeys'
import { Said } from '@/ui/ways'
import type { PlaceId } from '@/core/ids'

interface Props {
  readonly view: BlockView
  readonly block: Block
  readonly was: Setup | undefined
  readonly onBegin: (setup: Setup, plan: readonly BlockItem[], item: number) => void
  readonly onEnd: (() => void) | undefined
  readonly prefs: Prefs
  readonly recall: typeof Memory.recall
  readonly sayGrip: SayGrip
  readonly onGrip: (placeId: PlaceId, grip: Grip) => void
}

/**
 * Before a set: what is known of the dog before the first, then rung, place, level and kit, each with a default, so
 * that one tap begins.
 */
export function Prep({ view, block, was, onBegin, onEnd, prefs, recall, sayGrip, onGrip }: Props) {
  const [state, act] = useReducer(reducePrep, undefined, () => beginPrep(view, block.block !== undefined))
  const [remembered] = useState(() => recall(Date.now()))
  const set = preparedSet(view, block, state, was, remembered)
  const change = (change: Partial<Setup>) => act({ type: 'change', change })
  const begin = () => {
    if (!set) return
    // The first tap says that it was looked at, and how it lies; the next one begins.
    if (set.asksFitFirst) return change({ fitted: true })
    rememberAround(set.full, remembered)
    onBegin(set.full, set.plan, set.index)
  }
  useKeys({ Enter: begin }, { prefs, does: { go: begin } })
  if (!set) return <NothingToWork view={view} />
  const { full } = set
  const place = view.places.find((p) => p.id === full.placeId)
  const first = state.seeing === 'plan' && !block.block
  return (
    <>
      {first ? (
        <>
          {state.changing === undefined && <Glance view={view} items={set.plan} />}
          <Plan
            view={view}
            items={state.plan}
            changing={state.changing}
            onChanging={(part) => act({ type: 'open part', part })}
            onChange={(plan) => act({ type: 'plan', plan })}
          />
        </>
      ) : (
        <>
          <PlanStrip
            view={view}
            items={set.plan}
            now={set.index}
            worked={block.workedParts}
            onGo={block.block ? block.goTo : undefined}
          />
          <AskedFor view={view} set={set} />
        </>
      )}
      {view.trial && <SideBySide view={view} turn={set.turn} />}
      <Foot>
        {set.lockedText !== undefined && <NeedsPerson>{set.lockedText}</NeedsPerson>}
        <Against
          by={set.by}
          wanted={set.wantedRungId}
          full={full}
          shut={set.lockedText}
          view={view}
          take={(rungId) => change({ rungId })}
        />
        <HeatWarning view={view} full={full} />
        {set.command.grip === true && place && place.grip === undefined && (
          <AskGrip key={place.id} place={place} send={sayGrip} onSaid={onGrip} />
        )}
        {first ? (
          <Bar onPress={() => act({ type: 'see the set' })}>
            <span>
              {place?.name ?? ''}, level {full.level}, <Said>{full.kit}</Said>, {holderName(view, full)}
            </span>
            <u>Change</u>
          </Bar>
        ) : (
          <Choices view={view} set={set} partners={remembered?.partners ?? []} onChange={change} />
        )}
        <CollarNotes view={view} set={set} />
        <Beginning data-alone={block.block !== undefined}>
          {!block.block && (
            <Chip isSelected={full.outBefore === true} onChange={(out) => change({ outBefore: out })}>
              Potty break done
            </Chip>
          )}
          <YardNow onPress={begin}>
            {set.asksFitFirst
              ? 'Fit is right'
              : block.block || view.command !== undefined
                ? 'Begin set'
                : 'Begin block'}
          </YardNow>
        </Beginning>
        {onEnd && <Quiet onPress={onEnd}>Wind down and end block</Quiet>}
      </Foot>
    </>
  )
}

function NothingToWork({ view }: { view: BlockView }) {
  const dog = `/dogs/${view.resident.residencyId}`
  return (
    <Foot>
      <Big>Nothing to work now</Big>
      <p>{view.rest || 'Nothing is promised, and the first days’ commands are done.'}</p>
      {view.wantsBaseline && <Link href={`${dog}/baseline`}>Start the baseline</Link>}
      <Link href={dog}>Back to {view.resident.name}</Link>
    </Foot>
  )
}

/** Two pieces of equipment are compared: whose turn it is. */
function SideBySide({ view, turn }: { view: BlockView; turn: PreparedSet['turn'] }) {
  return (
    <Turn role="status">
      {turn ? (
        <>
          <b>
            Side by side, set {turn.number} of {turn.of}: on the <Said>{wornText(turn.worn)}</Said>.
          </b>{' '}
          The same rung on both, in turns; change only the equipment.
        </>
      ) : (
        <>
          <b>All turns are done.</b>{' '}
          <Link href={`/dogs/${view.resident.residencyId}/commands/${view.command}#kit`}>See them side by side</Link>
        </>
      )}
    </Turn>
  )
}

function CollarNotes({ view, set }: { view: BlockView; set: PreparedSet }) {
  const fit = fitWords(view.resident.side)
  return (
    <>
      {set.notWorn !== undefined && (
        <NeedsPerson>
          {set.notWorn} A set on the {set.full.collar} is saved, marked and shown to the lead.
        </NeedsPerson>
      )}
      {set.asksFit && (
        <NeedsPerson>
          Slip lead: {fit.charAt(0).toLowerCase() + fit.slice(1)}. Released at once, never jerked.
        </NeedsPerson>
      )}
    </>
  )
}

const holderName = (view: BlockView, full: Setup): string =>
  firstName(view.people.find((p) => p.id === full.personId)?.name ?? '')

const Turn = styled.p`
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  padding: 0.4rem 0.7rem;
`
const Foot = styled.section`
  margin-top: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s-3);
`
/** Under the thumb also where what is to be known runs a line longer than the screen. */
const Beginning = styled.div`
  position: sticky;
  bottom: 0;
  background: var(--paper);
  display: grid;
  grid-template-columns: 6.2rem minmax(0, 1fr);
  gap: var(--s-3);
  &[data-alone='true'] {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Quiet = styled(Press)`
  min-height: var(--touch);
  border: 0;
  background: none;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 0.2em;
  cursor: pointer;
`
