'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { callAfter, isCalled } from '@/core/demonstration/call'
import { badDays } from '@/core/demonstration/badDays'
import { handsIn } from '@/core/demonstration/hands'
import { triesAt, sameSpot, spotsOf } from '@/core/demonstration/record'
import type { Outcome } from '@/core/facts/fact'
import type { ItemEnd } from '@/core/facts/words'
import { ownerCalled } from '@/core/people/names'
import type { Prefs } from '@/device/prefs'
import { buzz, sayTap } from '@/device/sounds'
import { TextLine } from '@/ui/Field'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { Press } from '@/ui/press'
import { ThumbPad } from '@/ui/ThumbPad'
import type { ShowingView } from '@/work/page/showing'
import { Bottom, Plain, Row, ClocksParted } from '../yard/bottom'
import { HoldPart } from '../yard/HoldPart'
import { felt, holdingTargets, targets } from '../yard/targets'
import { useHold } from '../yard/useHold'
import { useKeys } from '../yard/useKeys'
import { CallWait } from './CallWait'
import { Hands } from './Hands'
import type { Show } from './useShow'
import { Way, Ways } from './Ways'

const noPay: readonly number[] = []
/** House: what does not fit above the thumb at the size of the yard is set smaller, and never scrolled. */
const lengthOf = (...texts: readonly string[]): 'longer' | 'long' | 'short' => {
  const letters = texts.reduce((sum, t) => sum + t.length, 0)
  return letters > 330 ? 'longer' : letters > 230 ? 'long' : 'short'
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
  const [panel, setPanel] = useState<'none' | 'trouble' | 'note'>('none')
  const [note, setNote] = useState('')
  const troubled = (on: boolean) => setPanel(on ? 'trouble' : 'none')
  const goOn = (how: ItemEnd = 'shown', why = '') => session.next(how, why, note.replace(/\s+/g, ' ').trim())
  const { record, spot } = live
  const opened = record?.items.find((i) => i.id === spot?.itemId)
  const item = view.items.find((i) => i.id === spot?.itemId)
  const called = item !== undefined && isCalled(item.kind)
  // How long it is held until it is called is nothing to be measured.
  const seconds = called ? undefined : (opened?.seconds ?? undefined)
  const owner = spot?.turn === 'owner'
  const tries = record && spot ? triesAt(record, spot) : []
  const mine = live.beside && record && spot ? record.tries.filter((t) => t.beside && sameSpot(t, spot)) : tries
  const tried = opened?.rungId !== null

  const say = (outcome: Outcome) => {
    if (prefs.buzzes) buzz(felt[outcome])
    if (prefs.sounds) void sayTap(outcome)
  }
  const recordTry = (outcome: Outcome, more: { heldSeconds?: number | null; brokeSeconds?: number | null } = {}) => {
    say(outcome)
    session.tap(outcome, {
      ...(typeof more.heldSeconds === 'number' ? { heldSeconds: more.heldSeconds } : {}),
      ...(typeof more.brokeSeconds === 'number' ? { brokeSeconds: more.brokeSeconds } : {}),
    })
  }
  const hold = useHold({
    rung: seconds === undefined ? undefined : { kind: 'timed', setReps: 1, holdPay: 'inside', criterion: { seconds } },
    prefs,
    payAt: noPay,
    planned: 0,
    record: recordTry,
    over: () => false,
  })
  const press = (outcome: Outcome) => {
    if (!tried || hold.parted) return
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
  useKeys(
    {
      ...Object.fromEntries(targets.map((t) => [t.key, () => press(t.id)])),
      z: undo,
      n: () => goOn(),
      x: () => goOn('left', 'left out on the day'),
      o: () => troubled(panel !== 'trouble'),
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
  if (!record || !spot || !opened) return null
  const spots = spotsOf(record)
  const after = spots[spots.findIndex((s) => sameSpot(s, spot)) + 1]
  const afterTitle = record.items.find((i) => i.id === after?.itemId)?.title ?? ''
  const name = ownerCalled(view.resident.ownerName)
  const hands = handsIn(item?.kind ?? 'also')
  const came = mine.some((t) => t.outcome === 'clean')
  const missed = mine.at(-1) !== undefined && mine.at(-1)?.outcome !== 'clean'
  const told = owner ? (item?.tellOwner ?? '') : ''
  if (panel === 'note')
    return (
      <>
        <Title>{opened.title}</Title>
        <TextLine label="A note on it, kept when it is over" value={note} onChange={setNote} rows={3} maxLength={300} />
        <Bottom>
          <Plain onPress={() => setPanel('none')}>Back to {opened.title}</Plain>
        </Bottom>
      </>
    )
  if (panel === 'trouble')
    return (
      <>
        <Title>Trouble</Title>
        <Ways
          name="What is it?"
          ways={badDays.filter((b) => b.when !== 'before')}
          act={(way) => (
            <>
              {way.then === 'leave' ? (
                <Way
                  onPress={() => {
                    troubled(false)
                    goOn('left', way.name)
                  }}
                >
                  Leave {opened.title}
                </Way>
              ) : (
                <Way onPress={() => onStop(way.name)}>Stop here</Way>
              )}
              <Way onPress={() => troubled(false)}>Go on</Way>
            </>
          )}
        />
        <Bottom>
          <Plain onPress={() => troubled(false)}>
            Back to {opened.title} <kbd aria-hidden="true">O</kbd>
          </Plain>
        </Bottom>
      </>
    )
  return (
    <>
      <Words
        data-long={lengthOf(`${told} ${owner ? (item?.ownerStands ?? '') : ''}`, missed ? (item?.ifFails ?? '') : '')}
      >
        <Title>
          {opened.title}
          {seconds !== undefined && <small> {seconds} s</small>}
        </Title>
        {owner ? (
          <p>
            <em>Tell {name}:</em> <b>{told === '' ? 'Nothing to do here: watch, and ask.' : told}</b>{' '}
            {item?.ownerStands !== '' && <small>{item?.ownerStands}</small>}
          </p>
        ) : (
          <>
            <p>{item?.shows}</p>
            {item && item.says !== '' && (
              <p className="say">
                {item.says}
                {item.signal !== '' && item.signal !== 'none' && !item.says.includes(item.signal) && (
                  <small> signal: {item.signal}</small>
                )}
              </p>
            )}
            {item && item.walk !== '' && <p>{item.walk}</p>}
          </>
        )}
        {missed && item && item.ifFails !== '' && <p className="fails">{item.ifFails}</p>}
      </Words>
      <Bottom>
        {tried && (
          <Tries
            role="status"
            aria-label={`${mine.length === 0 ? 'No try yet' : `Tries: ${mine.map((t) => t.outcome).join(', ')}`}`}
          >
            {mine.length === 0 ? (
              <span>no try yet</span>
            ) : (
              mine.map((t) => <OutcomeMark key={t.repId} outcome={t.outcome} size="1.5rem" />)
            )}
            {owner && mine.length > 0 && hands.length > 0 && (
              <Of onPress={() => session.nextTry()} isDisabled={live.hands.of === 'next'}>
                {live.hands.of === 'next' ? `hands of try ${mine.length + 1}` : `hands of try ${mine.length} · next`}
              </Of>
            )}
          </Tries>
        )}
        {hold.parted ? (
          <ClocksParted times={hold.parted} seconds={hold.seconds ?? 0} onSay={hold.say} />
        ) : (
          <>
            {owner && <Hands hands={hands} marked={live.hands} onHand={(h) => session.hand(h)} name={name} />}
            {hold.seconds !== undefined && (
              <HoldPart
                clock={hold.clock}
                seconds={hold.seconds}
                intervals={1}
                paid="inside"
                payAt={noPay}
                onBegin={startHold}
                again={came}
              />
            )}
            {called && tried && (
              <CallWait
                key={`${spot.itemId} ${spot.turn} ${tries.length}`}
                seconds={callAfter(record, spot, tries.length)}
                tones={prefs.payTones}
                again={came}
              />
            )}
            {tried && (
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
        <Row>
          <Plain onPress={undo} isDisabled={record.tries.length === 0}>
            Undo <kbd aria-hidden="true">Z</kbd>
          </Plain>
          <Plain onPress={() => setPanel('note')} aria-pressed={note.trim() !== ''}>
            Note
          </Plain>
          <Plain onPress={() => goOn('left', 'left out on the day')}>
            Leave it <kbd aria-hidden="true">X</kbd>
          </Plain>
          <Plain onPress={() => troubled(true)}>
            Trouble <kbd aria-hidden="true">O</kbd>
          </Plain>
        </Row>
        <Next onPress={() => goOn()} data-wait={tried && !came}>
          {after === undefined
            ? 'The end'
            : after.turn === spot.turn
              ? `Next: ${afterTitle}`
              : `Now ${name}: the leash is theirs`}{' '}
          <kbd aria-hidden="true">N</kbd>
        </Next>
      </Bottom>
    </>
  )
}

const Title = styled.h2`
  font-size: var(--t-8);
  small {
    font-size: var(--t-5);
    font-weight: 560;
  }
`
const Words = styled.div`
  display: grid;
  gap: var(--s-2);
  min-height: 0;
  overflow: auto;
  font-size: var(--t-5);
  line-height: 1.28;
  .say {
    font-size: var(--t-7);
    font-weight: 720;
    small {
      font-size: var(--t-4);
      font-weight: 460;
    }
  }
  .fails {
    border-left: 6px solid var(--person);
    padding-left: 0.6rem;
    font-size: var(--t-4);
  }
  em {
    font-style: normal;
  }
  &[data-long='long'] {
    font-size: var(--t-4);
  }
  &[data-long='longer'],
  &[data-long='longer'] .fails {
    font-size: var(--t-2);
  }
`
const Tries = styled.div`
  display: flex;
  align-items: center;
  gap: var(--s-2);
  min-height: 2.1rem;
  > span {
    color: var(--ink-2);
  }
`
const Of = styled(Press)`
  margin-left: auto;
  min-height: var(--touch-small);
  border: 0;
  background: none;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 0.2em;
  cursor: pointer;
  &:disabled {
    text-decoration: none;
    color: var(--ink-2);
  }
`
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
