'use client'
import styled from 'styled-components'
import { callAfter } from '@/core/demonstration/call'
import { disruptions } from '@/core/demonstration/disruptions'
import type { ItemNow } from '@/core/demonstration/itemNow'
import { TextLine } from '@/ui/Field'
import { OutcomeMark } from '@/ui/OutcomeMark'
import { Press } from '@/ui/press'
import { Bottom, Plain, Row } from '../yard/bottom'
import { CallWait } from './CallWait'
import type { Show } from './useShow'
import { Way, Ways } from './Ways'

/** Design choice: what does not fit above the thumb at the size of the yard is set smaller, and never scrolled. */
const lengthOf = (...texts: readonly string[]): 'longer' | 'long' | 'short' => {
  const letters = texts.reduce((sum, t) => sum + t.length, 0)
  return letters > 330 ? 'longer' : letters > 230 ? 'long' : 'short'
}

/** The wait before a call, drawn anew for each try. */
export function CallNow({ live, now, tones }: { live: Show['live']; now: ItemNow; tones: boolean }) {
  if (!live.record || !live.spot) return null
  return (
    <CallWait
      key={`${live.spot.itemId} ${live.spot.turn} ${now.recorded}`}
      seconds={callAfter(live.record, live.spot, now.recorded)}
      tones={tones}
      again={now.worked}
    />
  )
}

/** What is done now and then, beside the outcomes; `undo`: undefined where nothing was tried. */
export function Beside({
  undo,
  hasNote,
  onNote,
  onLeave,
  onDisruption,
}: {
  undo: (() => void) | undefined
  hasNote: boolean
  onNote: () => void
  onLeave: () => void
  onDisruption: () => void
}) {
  return (
    <Row>
      <Plain onPress={undo} isDisabled={undo === undefined}>
        Undo <kbd aria-hidden="true">Z</kbd>
      </Plain>
      <Plain onPress={onNote} aria-pressed={hasNote}>
        Note
      </Plain>
      <Plain onPress={onLeave}>
        Leave it <kbd aria-hidden="true">X</kbd>
      </Plain>
      <Plain onPress={onDisruption}>
        Disruption <kbd aria-hidden="true">O</kbd>
      </Plain>
    </Row>
  )
}

export function NotePanel({
  title,
  note,
  onNote,
  onBack,
}: {
  title: string
  note: string
  onNote: (note: string) => void
  onBack: () => void
}) {
  return (
    <>
      <Title>{title}</Title>
      <TextLine label="A note, saved when the item ends" value={note} onChange={onNote} rows={3} maxLength={300} />
      <Bottom>
        <Plain onPress={onBack}>Back to {title}</Plain>
      </Bottom>
    </>
  )
}

export function DisruptionPanel({
  title,
  onBack,
  onLeave,
  onStop,
}: {
  title: string
  onBack: () => void
  onLeave: (why: string) => void
  onStop: (why: string) => void
}) {
  return (
    <>
      <Title>Disruption</Title>
      <Ways
        name="What is it?"
        ways={disruptions.filter((b) => b.when !== 'before')}
        act={(way) => (
          <>
            {way.then === 'leave' ? (
              <Way
                onPress={() => {
                  onBack()
                  onLeave(way.name)
                }}
              >
                Leave {title}
              </Way>
            ) : (
              <Way onPress={() => onStop(way.name)}>Stop here</Way>
            )}
            <Way onPress={onBack}>Go on</Way>
          </>
        )}
      />
      <Bottom>
        <Plain onPress={onBack}>
          Back to {title} <kbd aria-hidden="true">O</kbd>
        </Plain>
      </Bottom>
    </>
  )
}

/** What is shown and said, or what the owner is told; and what helps where the last try did not work. */
export function ItemWords({ now: { opened, item, isOwner, missed, seconds }, name }: { now: ItemNow; name: string }) {
  const ifFails = missed ? (item?.ifFails ?? '') : ''
  const told = isOwner ? (item?.tellOwner ?? '') : ''
  return (
    <Words data-long={lengthOf(`${told} ${isOwner ? (item?.ownerStands ?? '') : ''}`, ifFails)}>
      <Title>
        {opened.title}
        {seconds !== undefined && <small> {seconds} s</small>}
      </Title>
      {isOwner ? (
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
      {ifFails !== '' && <p className="fails">{ifFails}</p>}
    </Words>
  )
}

/** Tries so far, and whose hands the marks beside them are of. */
export function TriesLine({
  now: { tries, hands, isOwner },
  handsOf,
  onNext,
}: {
  now: ItemNow
  handsOf: string
  onNext: () => void
}) {
  const isNext = handsOf === 'next'
  return (
    <Tries
      role="status"
      aria-label={tries.length === 0 ? 'No try yet' : `Tries: ${tries.map((t) => t.outcome).join(', ')}`}
    >
      {tries.length === 0 ? (
        <span>no try yet</span>
      ) : (
        tries.map((t) => <OutcomeMark key={t.repId} outcome={t.outcome} size="1.5rem" />)
      )}
      {isOwner && tries.length > 0 && hands.length > 0 && (
        <Of onPress={onNext} isDisabled={isNext}>
          {isNext ? `hands of try ${tries.length + 1}` : `hands of try ${tries.length} · next`}
        </Of>
      )}
    </Tries>
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
