'use client'
import { memo, useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import { backAndForth, playMinutes } from '@/core/block/rest'
import type { Outcome } from '@/core/facts/fact'
import type { Attention } from '@/core/facts/words'
import type { Prefs } from '@/device/prefs'
import { buzz, sayTap } from '@/device/sounds'
import { ThumbPad } from '@/ui/ThumbPad'
import { felt, holdingTargets, targets } from '../yard/targets'
import type { BlockView } from '@/work/page/blockView'
import { LastChips } from './LastChips'
import { CallPart, type CallState } from './CallPart'
import { hasLedger, keepPressure, nothingSaidOfIt, refusalFor, type Kept } from './pressureKept'
import { AboutRep, Pressure, OverThreshold } from './later'
import { HoldPart } from '../yard/HoldPart'
import { noKit } from '@/core/curriculum/types'
import { Marks } from './Marks'
import { CountUp } from './CountUp'
import { SpringPart } from './SpringPart'
import { useOutboxNow } from './outboxNow'
import { mostOfSet, takesNoMore } from '@/device/live/reduce'
import type { RepExtras } from '@/device/live/session'
import type { Block } from './useBlock'
import { mayNotCall } from './lockedNow'
import { useHold } from '../yard/useHold'
import { useKeys } from '../yard/useKeys'
import { Bottom, Plain, Row, ClocksParted } from '../yard/bottom'

const notCalled: CallState = { calledAt: undefined }
/** Whether something was walked in this block already: the warm-up back and forth belongs to the first. */
const walkedBefore = ({ done }: Block): boolean =>
  done.some((s) => s.reps.some((r) => (r.done?.turns ?? null) !== null))

const notWalked = { turns: 0, stops: 0 }

const monotonicNow = (): number => performance.now()
/** Tenths of a second since a monotonic moment. */
const secondsSince = (at: number): number => Math.round((monotonicNow() - at) / 100) / 10

/** What is opened over the targets. */
export type WorkPanel = 'none' | 'rep' | 'over-threshold' | 'pressure'

/** The set in hand: the marks so far, the hold or the call, the four targets, undo. Nothing here scrolls or asks. */
export const Working = memo(function Working({
  view,
  block,
  prefs,
  panel,
  onPanel: setPanel,
  onEnd,
  onBlockEnd,
}: {
  view: BlockView
  block: Block
  prefs: Prefs
  panel: WorkPanel
  onPanel: (panel: WorkPanel) => void
  onEnd: () => void
  onBlockEnd: () => void
}) {
  const { active, verdict, rungNow, draw, payAt } = block
  const [call, setCall] = useState<CallState>(notCalled)
  const [attention, setAttention] = useState<Attention | null>(null)
  const [walk, setWalk] = useState(notWalked)
  const outbox = useOutboxNow()
  const [pressed, setPressed] = useState<Kept>()
  const ledger = hasLedger(view)
  const refusal = ledger && rungNow ? refusalFor(view, block, rungNow.command.id) : undefined
  const rung = rungNow?.rung
  const of = Math.min(rung?.setReps ?? 5, mostOfSet(block))
  const reps = active?.reps ?? []

  const say = (outcome: Outcome) => {
    if (prefs.buzzes) buzz(felt[outcome])
    if (prefs.sounds) void sayTap(outcome)
  }
  const record = (outcome: Outcome, extras: RepExtras = {}) => {
    say(outcome)
    setPanel('none')
    const latency = call.calledAt === undefined ? undefined : secondsSince(call.calledAt)
    // Where nothing was counted nothing is drawn again: the mark has the moment to itself.
    setCall((c) => (c.calledAt === undefined ? c : notCalled))
    setWalk((w) => (w === notWalked ? w : notWalked))
    block.tap(outcome, {
      ...(rung?.kind === 'recall'
        ? {
            attention,
            sound: draw?.sound ?? null,
            steps: draw?.steps ?? null,
            ...(latency === undefined ? {} : { latencySeconds: latency }),
          }
        : {}),
      ...(rung?.kind === 'heel' ? { turns: walk.turns, stops: walk.stops, steps: rung.criterion.steps ?? null } : {}),
      ...extras,
    })
  }
  const hold = useHold({
    rung,
    prefs,
    payAt,
    planned: block.planned,
    record,
    over: () => takesNoMore(block.known.now()),
  })
  const { seconds, parted } = hold
  const press = (outcome: Outcome) => {
    if (parted) return
    // Without the clock nobody measured the hold, so no seconds are kept.
    if (!hold.clock) return record(outcome)
    if (outcome === 'miss') return hold.broke()
    hold.set(outcome)
    say(outcome)
  }
  const called = () => setCall((c) => (c.calledAt === undefined ? { calledAt: monotonicNow() } : c))
  /** What the one key of a remote means now. */
  const go = () => {
    if (seconds !== undefined) return hold.begin()
    if (rung?.kind === 'recall' && call.calledAt === undefined) return called()
    press('clean')
  }
  const undo = () => {
    if (prefs.sounds) void sayTap('undo')
    block.undo()
  }
  /** One tap keeps that pressure was used; more can be said then. The rep that it fell in is a helped one. */
  const keepOne = () => {
    if (panel === 'pressure') return setPanel('none')
    if (refusal === undefined && rungNow)
      setPressed(keepPressure(outbox, view, block, rungNow.command.id, nothingSaidOfIt))
    setPanel('pressure')
  }
  useKeys(
    {
      ...Object.fromEntries(targets.map((t) => [t.key, () => press(t.id)])),
      z: undo,
      e: onEnd,
      o: () => setPanel(panel === 'over-threshold' ? 'none' : 'over-threshold'),
      i: () => setPanel(panel === 'rep' ? 'none' : 'rep'),
      ...(ledger ? { p: keepOne } : {}),
      ...(seconds === undefined ? (rung?.kind === 'recall' ? { ' ': called } : {}) : { ' ': hold.begin }),
    },
    { prefs, does: { go, helped: () => press('helped'), late: () => press('late'), miss: () => press('miss'), undo } },
  )
  const now = useRef({ press, undo, end: onEnd, amend: block.amend, panel, setPanel, keepOne })
  useEffect(() => {
    now.current = { press, undo, end: onEnd, amend: block.amend, panel, setPanel, keepOne }
  })
  const onTarget = useCallback((outcome: Outcome) => now.current.press(outcome), [])
  const amend = useCallback((change: RepExtras) => now.current.amend(change), [])
  const act = useCallback((what: 'undo' | 'rep' | 'over-threshold' | 'pressure' | 'end') => {
    const { undo: back, end, panel: open, setPanel: show } = now.current
    if (what === 'undo') back()
    else if (what === 'end') end()
    else if (what === 'pressure') now.current.keepOne()
    else show(open === what ? 'none' : what)
  }, [])
  const last = reps.at(-1)
  // A warm-up or a finish is over after its few reps: what its rule still wants is not the point.
  const isSureThing = (block.items[block.item]?.role ?? 'work') !== 'work'
  const moving = rung?.kind === 'recall' || rung?.kind === 'heel'
  if (!active || !rung || !rungNow) return null
  return (
    <Bottom>
      <Marks known={block.known} rung={rung} of={of} counts={isSureThing ? '' : (verdict?.counts ?? '')} />
      <Why>{verdict?.why}</Why>
      {panel === 'over-threshold' ? (
        <OverThreshold
          view={view}
          block={block}
          placeId={active.context.placeId}
          band={active.opened?.distanceBand ?? null}
          prefs={prefs}
          onDone={() => setPanel('none')}
          onEnd={onBlockEnd}
        />
      ) : panel === 'pressure' ? (
        <Pressure
          view={view}
          refusal={refusal}
          kept={pressed}
          ofLast={last?.done}
          onLast={block.pressLast}
          onSay={(said) => setPressed(keepPressure(outbox, view, block, rung.command, said, pressed))}
          onTakeBack={() => {
            if (pressed) outbox.add({ kind: 'voided', targetId: pressed.id, reason: 'undone', recordedBy: view.me })
            setPressed(undefined)
          }}
          onDone={() => setPanel('none')}
        />
      ) : panel === 'rep' ? (
        <AboutRep
          rep={last}
          faults={rungNow.command.faults}
          rung={rung}
          set={{
            kit: active?.opened?.kit ?? noKit,
            withDog: (active?.opened?.secondDog ?? null) !== null,
            toys: view.resident.traits.toys,
          }}
          moving={moving}
          amend={amend}
          onDone={() => setPanel('none')}
        />
      ) : parted ? (
        <ClocksParted times={parted} seconds={seconds ?? 0} onSay={hold.say} />
      ) : (
        <>
          {view.plays && last !== undefined && last.fact.outcome !== 'miss' && hold.clock === undefined && (
            <CountUp
              key={last.fact.id}
              what={`Play with ${view.toy ?? 'a toy'}`}
              of={playMinutes}
              sounds={prefs.payTones}
            />
          )}
          {rung.kind !== 'recall' && hold.clock === undefined && (
            <LastChips rep={last} faults={rungNow.command.faults} moving={moving} amend={amend} />
          )}
          {seconds !== undefined && (
            <HoldPart
              clock={hold.clock}
              seconds={seconds}
              intervals={hold.intervals}
              paid={hold.paid}
              payAt={payAt}
              onBegin={hold.begin}
            />
          )}
          {draw?.springAfter !== undefined && (
            <SpringPart
              key={reps.length}
              after={draw.springAfter}
              tones={prefs.payTones}
              what={view.resident.traits.deaf ? 'the touch, then the sit signal' : 'the sit word'}
            />
          )}
          {rung.kind === 'recall' && (
            <CallPart
              key={reps.length}
              draw={draw}
              bowl={block.bowl}
              crooked={block.crooked}
              state={call}
              traits={view.resident.traits}
              barred={mayNotCall(view, block, rungNow)}
              attention={attention}
              onAttention={setAttention}
              onCalled={called}
              tones={prefs.payTones}
              last={
                last === undefined ? undefined : (
                  <LastChips rep={last} faults={rungNow.command.faults} moving={moving} amend={amend} />
                )
              }
            />
          )}
          {rung.kind === 'heel' && reps.length === 0 && !walkedBefore(block) && (
            <CountUp
              key={active.context.id}
              what="Back and forth over one dull stretch"
              of={backAndForth}
              sounds={prefs.payTones}
            />
          )}
          {rung.kind === 'heel' && (
            <Pair>
              <Count onPress={() => setWalk((w) => ({ ...w, turns: w.turns + 1 }))}>
                Turn <b>{walk.turns}</b>
              </Count>
              <Count onPress={() => setWalk((w) => ({ ...w, stops: w.stops + 1 }))}>
                Stop, back <b>{walk.stops}</b>
              </Count>
            </Pair>
          )}
          <Pad
            known={block.known}
            thumb={prefs.thumb}
            holding={hold.clock !== undefined}
            as={hold.as}
            onTarget={onTarget}
          />
        </>
      )}
      <Below
        canUndo={reps.length > 0 || block.done.length > 0}
        hasRep={reps.length > 0}
        ledger={ledger}
        panel={panel}
        act={act}
      />
    </Bottom>
  )
})

/** The four targets; gone as soon as the set takes no more reps, before what it came to is drawn. */
const Pad = memo(function Pad({
  known,
  thumb,
  holding,
  as,
  onTarget,
}: {
  known: Block['known']
  thumb: Prefs['thumb']
  holding: boolean
  as: Outcome
  onTarget: (outcome: Outcome) => void
}) {
  const over = useSyncExternalStore(
    known.subscribe,
    () => takesNoMore(known.now()),
    () => false,
  )
  return (
    <ThumbPad
      keys={holding ? holdingTargets : targets}
      thumb={thumb}
      over={over}
      on={holding ? as : undefined}
      onKey={onTarget}
    />
  )
})

const Below = memo(function Below({
  canUndo,
  hasRep,
  ledger,
  panel,
  act,
}: {
  canUndo: boolean
  hasRep: boolean
  ledger: boolean
  panel: WorkPanel
  act: (what: 'undo' | 'rep' | 'over-threshold' | 'pressure' | 'end') => void
}) {
  return (
    <Row>
      <Plain onPress={() => act('undo')} isDisabled={!canUndo}>
        Undo <kbd aria-hidden="true">Z</kbd>
      </Plain>
      <Plain onPress={() => act('rep')} isDisabled={!hasRep} aria-pressed={panel === 'rep'}>
        Last rep <kbd aria-hidden="true">I</kbd>
      </Plain>
      <Plain onPress={() => act('over-threshold')} aria-pressed={panel === 'over-threshold'}>
        Over threshold <kbd aria-hidden="true">O</kbd>
      </Plain>
      {ledger && (
        <Plain onPress={() => act('pressure')} aria-pressed={panel === 'pressure'}>
          Pressure <kbd aria-hidden="true">P</kbd>
        </Plain>
      )}
      <Plain onPress={() => act('end')}>
        End set <kbd aria-hidden="true">E</kbd>
      </Plain>
    </Row>
  )
})

const Why = styled.em`
  font-style: normal;
  min-height: 1.4em;
  margin-top: -0.5rem;
`
const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-4);
`
const Count = styled(Press)`
  min-height: var(--touch-yard);
  border: 2px solid var(--ink);
  border-radius: 6px;
  background: none;
  color: var(--ink);
  font-size: var(--t-5);
  cursor: pointer;
  touch-action: manipulation;
  b {
    font-size: var(--t-8);
    margin-left: 0.4rem;
  }
`
