'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { itemNow, nextText } from '@/core/demonstration/itemNow'
import type { Outcome } from '@/core/facts/fact'
import type { ItemEnd } from '@/core/facts/words'
import { ownerCalled } from '@/core/people/names'
import type { Prefs } from '@/device/prefs'
import { buzz, sayTap } from '@/device/sounds'
import { Press } from '@/ui/press'
import { ThumbPad } from '@/ui/ThumbPad'
import type { ShowingView } from '@/work/page/showing'
import { Bottom, ClocksParted } from '../yard/bottom'
import { HoldPart } from '../yard/HoldPart'
import { felt, holdingTargets, targets } from '../yard/targets'
import { useHold } from '../yard/useHold'
import { useKeys } from '../yard/useKeys'
import { Hands } from './Hands'
import { Beside, CallNow, DisruptionPanel, ItemWords, NotePanel, TriesLine } from './itemParts'
import type { Show } from './useShow'

const noPay: readonly number[] = []
type Recorded = { readonly heldSeconds?: number | null; readonly brokeSeconds?: number | null }

/** Why an item that somebody skipped was not shown. */
const leftOut = 'left out on the day'

/** What a try was recorded with, of the hold clock’s figures. */
const figuresOf = ({ heldSeconds, brokeSeconds }: Recorded) => ({
  ...(typeof heldSeconds === 'number' ? { heldSeconds } : {}),
  ...(typeof brokeSeconds === 'number' ? { brokeSeconds } : {}),
})

/** The keys of a keyboard and of a remote, for one item. */
function useItemKeys(
  prefs: Prefs,
  hold: ReturnType<typeof useHold>,
  {
    press,
    undo,
    startHold,
    goOn,
    onDisruption,
  }: {
    press: (outcome: Outcome) => void
    undo: () => void
    startHold: () => void
    goOn: (how?: ItemEnd, why?: string) => void
    onDisruption: () => void
  },
): void {
  useKeys(
    {
      ...Object.fromEntries(targets.map((t) => [t.key, () => press(t.id)])),
      z: undo,
      n: () => goOn(),
      x: () => goOn('left', leftOut),
      o: onDisruption,
      ...(hold.seconds === undefined ? {} : { ' ': startHold }),
    },
    {
      prefs,
      does: {
        go: () => (hold.seconds !== undefined && !hold.clock ? startHold() : press('clean')),
        helped: () => press('helped'),
        late: () => press('late'),
        miss: () => press('miss'),
        undo,
      },
    },
  )
}

/** One item in one turn: what is said or told, the owner’s hands, the hold, the four outcomes, and what comes next. */
export function ItemInHand({
  view,
  show: { live, session },
  prefs,
  onStop,
}: {
  view: ShowingView
  show: Show
  prefs: Prefs
  onStop: (why: string) => void
}) {
  const [panel, setPanel] = useState<'none' | 'disruption' | 'note'>('none')
  const [note, setNote] = useState('')
  const goOn = (how: ItemEnd = 'shown', why = '') => session.next(how, why, note.replace(/\s+/g, ' ').trim())
  const now = itemNow(live.record, live.spot, view.items, live.beside)
  const isTried = now?.isTried ?? false

  const say = (outcome: Outcome) => {
    if (prefs.buzzes) buzz(felt[outcome])
    if (prefs.sounds) void sayTap(outcome)
  }
  const recordTry = (outcome: Outcome, more: Recorded = {}) => {
    say(outcome)
    session.tap(outcome, figuresOf(more))
  }
  const hold = useHold({
    rung: holdOf(now?.seconds),
    prefs,
    payAt: noPay,
    planned: 0,
    record: recordTry,
    over: () => false,
  })
  const press = (outcome: Outcome) => {
    if (!isTried || hold.parted) return
    if (!hold.clock) return recordTry(outcome)
    if (outcome === 'miss') return hold.broke()
    hold.set(outcome)
    say(outcome)
  }
  const undo = () => {
    if (prefs.sounds) void sayTap('undo')
    session.undo()
  }
  const startHold = () => {
    session.nextTry()
    hold.begin()
  }
  useItemKeys(prefs, hold, {
    press,
    undo,
    startHold,
    goOn,
    onDisruption: () => setPanel(panel === 'disruption' ? 'none' : 'disruption'),
  })
  if (!now || !live.record || !live.spot) return null
  const { title } = now.opened
  const name = ownerCalled(view.resident.ownerName)
  const back = () => setPanel('none')
  if (panel === 'note') return <NotePanel title={title} note={note} onNote={setNote} onBack={back} />
  if (panel === 'disruption')
    return <DisruptionPanel title={title} onBack={back} onStop={onStop} onLeave={(why) => goOn('left', why)} />
  return (
    <>
      <ItemWords now={now} name={name} />
      <Bottom>
        {isTried && <TriesLine now={now} handsOf={live.hands.of} onNext={() => session.nextTry()} />}
        {hold.parted ? (
          <ClocksParted times={hold.parted} seconds={hold.seconds ?? 0} onSay={hold.say} />
        ) : (
          <>
            {now.isOwner && <Hands hands={now.hands} marked={live.hands} onHand={(h) => session.hand(h)} name={name} />}
            {hold.seconds !== undefined && (
              <HoldPart
                clock={hold.clock}
                seconds={hold.seconds}
                intervals={1}
                paid="inside"
                payAt={noPay}
                onBegin={startHold}
                again={now.worked}
              />
            )}
            {now.isCalled && isTried && <CallNow live={live} now={now} tones={prefs.payTones} />}
            {isTried && (
              <ThumbPad
                keys={hold.clock ? holdingTargets : targets}
                thumb={prefs.thumb}
                over={false}
                on={hold.clock ? hold.as : undefined}
                onKey={press}
              />
            )}
          </>
        )}
        <Beside
          undo={live.record.tries.length === 0 ? undefined : undo}
          hasNote={note.trim() !== ''}
          onNote={() => setPanel('note')}
          onLeave={() => goOn('left', leftOut)}
          onDisruption={() => setPanel('disruption')}
        />
        <Next onPress={() => goOn()} data-wait={isTried && !now.worked}>
          {nextText(now, name)} <kbd aria-hidden="true">N</kbd>
        </Next>
      </Bottom>
    </>
  )
}

/** A stay that is paid inside, as the clock of the yard takes it; undefined where nothing is held. */
const holdOf = (seconds: number | undefined) =>
  seconds === undefined
    ? undefined
    : ({ kind: 'timed', setReps: 1, holdPay: 'inside', criterion: { seconds } } as const)

const Next = styled(Press)`
  min-height: 3.4rem;
  border: 2px solid var(--now);
  border-radius: 6px;
  background: var(--now);
  color: var(--on-now);
  font-weight: 700;
  font-size: var(--t-5);
  cursor: pointer;
  &[data-wait='true'] {
    background: none;
    color: var(--ink);
  }
`
