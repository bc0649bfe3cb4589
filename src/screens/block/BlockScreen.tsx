'use client'
import Link from 'next/link'
import { memo, useCallback, useDeferredValue, useEffect, useState } from 'react'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import { findRung } from '@/core/curriculum/lookup'
import { lengthWarning } from '@/core/block/rest'
import { keepAwake } from '@/device/awake'
import { keepThisPage, mayReloadOffline } from '@/device/offline'
import type { Outbox } from '@/device/outbox'
import type * as DeviceMemory from '@/device/memory'
import { usualPrefs, writePrefs, type Prefs } from '@/device/prefs'
import { WaysProvider } from '@/ui/ways'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { phone } from '@/ui/theme'
import type { BlockView } from '@/work/page/block'
import { smallCommands } from '@/core/curriculum/small'
import type { LastSmall } from '../shell/SmallSheet'
import { useOutbox, useOutboxStatus } from '../shell/Tray'
import { BreakNow } from './BreakNow'
import { AfterBlock, fetchLater, Thumb, SmallSheet } from './later'
import { OutboxNow } from './outboxNow'
import { PlanStrip } from './Plan'
import { Prep } from './Prep'
import { RungCard } from './RungCard'
import { SetOver } from './SetOver'
import type { Setup } from '@/device/live/session'
import { useBlock } from './useBlock'
import { waysOn } from './ways'
import { Working, type WorkPanel } from './Working'

type Memory = Pick<typeof DeviceMemory, 'readPrefs' | 'recall'>
const nothingRemembered: Memory = { readPrefs: () => usualPrefs, recall: () => undefined }

/** The working session of one dog: waits only for the device's own memory to open. */
export function BlockScreen({ view }: { view: BlockView }) {
  const outbox = useOutbox()
  const [memory, setMemory] = useState<Memory>()
  useEffect(() => {
    const before = document.documentElement.dataset['theme']
    document.documentElement.dataset['theme'] = 'yard'
    const letGo = keepAwake()
    // Without it the block is worked as on a device that remembers nothing.
    import('@/device/memory').then(setMemory, () => setMemory(nothingRemembered))
    // What is fetched for later waits until the page has woken.
    const idle = whenIdle(() => void fetchLater().then(keepThisPage))
    return () => {
      idle()
      document.documentElement.dataset['theme'] = before ?? 'day'
      letGo()
    }
  }, [])
  return outbox && memory ? (
    <WaysProvider ways={view.ways}>
      <OutboxNow.Provider value={outbox}>
        <InHand view={view} outbox={outbox} memory={memory} />
      </OutboxNow.Provider>
    </WaysProvider>
  ) : (
    <Page data-waking>
      <Top view={view} outbox={undefined} title="" />
      <p role="status">Opening this device’s memory …</p>
    </Page>
  )
}

/** Does something when the browser has time, within two seconds; gives how to call it off. */
function whenIdle(then: () => void): () => void {
  // Not every browser has it.
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(then, 1000)
    return () => clearTimeout(timer)
  }
  const idle = requestIdleCallback(then, { timeout: 2000 })
  return () => cancelIdleCallback(idle)
}

const Top = memo(function Top({
  view,
  outbox,
  title,
  part,
  onThumb,
}: {
  view: BlockView
  outbox: Outbox | undefined
  title: string
  part?: string | undefined
  onThumb?: () => void
}) {
  const [small, setSmall] = useState(false)
  const [last, setLast] = useState<LastSmall | undefined>()
  return (
    <>
      <Strip>
        <Link href={`/dogs/${view.resident.residencyId}`} aria-label={`Back to ${view.resident.name}`}>
          ←
        </Link>
        <h1>
          <b>{view.resident.runNumber}</b> {view.resident.name} <span>{title}</span>
          {part !== undefined && <small> {part}</small>}
        </h1>
        {onThumb && (
          <>
            <Gear onPress={() => setSmall(true)}>Small thing</Gear>
            {small && (
              <SmallSheet
                dogs={[{ ...view.resident, toys: view.resident.traits.toys }, ...view.others]}
                small={smallCommands(view.curriculum)}
                me={view.me}
                here={view.resident.residencyId}
                outbox={outbox}
                last={last}
                setLast={setLast}
                close={() => setSmall(false)}
              />
            )}
            <Gear onPress={onThumb} aria-label="Thumb and sounds">
              Thumb
            </Gear>
          </>
        )}
        <KeptHere view={view} outbox={outbox} />
      </Strip>
      {(view.resident.biteHistory || view.resident.caution || view.twoPeople) && (
        <NeedsPerson>
          {view.resident.biteHistory ? 'Bite history. ' : ''}
          {view.twoPeople && !/two people/i.test(view.resident.caution) ? 'Two people. ' : ''}
          {view.resident.caution}
        </NeedsPerson>
      )}
    </>
  )
})

/** What of this device has reached the kennel, always in sight. */
const KeptHere = memo(function KeptHere({ view, outbox }: { view: BlockView; outbox: Outbox | undefined }) {
  // Every tap changes it; the mark is drawn first.
  const status = useDeferredValue(useOutboxStatus(outbox))
  useLeaveWarning(status.kept > 0 && status.offline)
  return (
    <KeptLine
      role="status"
      data-offline={status.offline || status.signedOut || status.fleeting || status.refused.length > 0}
    >
      {status.fleeting && 'no lasting memory here: '}kept here: {status.kept} · sent: {status.sent}
      {status.refused.length > 0 && ` · refused: ${status.refused.length}`}
      {status.offline && (mayReloadOffline() ? ' · no network' : ' · no network: do not reload')}
      {status.signedOut && (
        <>
          {' '}
          ·{' '}
          <a
            href={`/sign-in?to=${encodeURIComponent(addressOf(view))}`}
            {...(status.fleeting ? { target: '_blank' } : {})}
          >
            sign in to send
          </a>
        </>
      )}
    </KeptLine>
  )
})

const addressOf = (view: BlockView): string =>
  `/dogs/${view.resident.residencyId}/${view.command === undefined ? 'block' : `work/${view.command}`}`

/** Where nothing but this page holds the program, leaving it without network means waiting for the network. */
function useLeaveWarning(waits: boolean): void {
  useEffect(() => {
    if (!waits || mayReloadOffline()) return
    const ask = (e: BeforeUnloadEvent) => e.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [waits])
}

function usePrefs(memory: Memory): [Prefs, (next: Prefs) => void] {
  const [prefs, setPrefs] = useState(memory.readPrefs)
  return [
    prefs,
    useCallback((next: Prefs) => {
      setPrefs(next)
      writePrefs(next)
    }, []),
  ]
}

const seedNow = (): number => crypto.getRandomValues(new Uint32Array(1))[0] ?? 0

function InHand({ view, outbox, memory }: { view: BlockView; outbox: Outbox; memory: Memory }) {
  const block = useBlock(view, outbox, seedNow)
  const [prefs, setPrefs] = usePrefs(memory)
  const [phase, setPhase] = useState<'work' | 'thumb' | 'after'>('work')
  const [was, setWas] = useState<Setup>()
  const [panel, setPanel] = useState<WorkPanel>('none')
  const { active, items, finish } = block
  const endSet = useCallback(() => {
    setPanel('none')
    finish()
  }, [finish])
  const item = items[block.item]
  const rung = block.rungNow
  const name = (rung ?? (item ? findRung(view.curriculum, item.rungId) : undefined))?.command.name ?? ''
  const top = (
    <Top
      view={view}
      outbox={outbox}
      title={active ? name : ''}
      part={active && items.length > 1 ? `${block.item + 1} of ${items.length}` : undefined}
      {...(active ? {} : { onThumb: () => setPhase('thumb') })}
    />
  )
  if (view.people.length === 0)
    return (
      <Page>
        {top}
        <Big>Nobody can hold the leash yet</Big>
        <p>Add a trainer first; a set says who held the leash.</p>
        <Link href="/people/new">Add a trainer</Link>
      </Page>
    )
  if (phase === 'thumb')
    return (
      <Page>
        {top}
        <Thumb prefs={prefs} onChange={setPrefs} onDone={() => setPhase('work')} />
      </Page>
    )
  if (phase === 'after' || block.ended)
    return (
      <Page>
        {top}
        <AfterBlock view={view} block={block} onBack={() => setPhase('work')} />
      </Page>
    )
  const end = () => {
    finish()
    setPhase('after')
  }
  if (!active || !rung)
    return (
      <Page>
        {top}
        <Prep
          view={view}
          block={block}
          was={was}
          recall={memory.recall}
          onBegin={(setup, plan, n) => {
            block.begin(setup, plan, n)
            setWas({ ...setup, road: undefined })
          }}
          onEnd={block.block ? () => setPhase('after') : undefined}
          prefs={prefs}
        />
      </Page>
    )
  const elsewhere = block.elsewhere.filter((s) => s.reps.length > 0)
  const over = block.setEnded || block.enough || block.falling.fell
  // Asked for only when a set is over: what comes next is the dearest question of all.
  const ways = over ? waysOn(view, block, { was, setWas, end }) : undefined
  return (
    <Page>
      {top}
      <PlanStrip
        view={view}
        items={items}
        now={block.item}
        working={!over && active.reps.length > 0}
        onGo={
          over
            ? (n) => {
                block.finish()
                block.goTo(n)
              }
            : undefined
        }
      />
      {elsewhere.length > 0 && (
        <NeedsPerson>
          Another device has a set open with {view.resident.name}:{' '}
          {elsewhere
            .map(
              (s) =>
                `${findRung(view.curriculum, s.rungId)?.command.name ?? s.rungId}, ${s.reps.length} ` +
                `${s.reps.length === 1 ? 'rep' : 'reps'}`,
            )
            .join('; ')}
          . Both are kept.
        </NeedsPerson>
      )}
      {!over && panel === 'none' && <RungCard view={view} rung={rung} block={block} />}
      <LengthNote from={block.block?.from} young={view.young} />
      {!over && <Working view={view} block={block} prefs={prefs} panel={panel} onPanel={setPanel} onEnd={endSet} />}
      {ways &&
        (block.falling.fell ? (
          <BreakNow block={block} ways={ways} prefs={prefs} />
        ) : (
          <SetOver
            key={active.context.id}
            verdict={block.verdict ?? nothingYet}
            enough={block.enough}
            young={block.items[block.item]?.role === 'work' && view.young}
            set={active}
            standing={block.standingOf(rung.command.id, block.judged.state)}
            view={view}
            next={ways.next}
            others={ways.others}
            stuck={ways.stuck}
            onUndo={block.undo}
            prefs={prefs}
          />
        ))}
    </Page>
  )
}

const nothingYet = { kind: 'again', endsSet: false, toRungId: '', rule: '', counts: '', why: '' } as const

const LengthNote = memo(function LengthNote({ from, young }: { from: number | undefined; young: boolean }) {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 15_000)
    return () => clearInterval(timer)
  }, [])
  const minutes = from === undefined ? 0 : (now - from) / 60_000
  const warning = lengthWarning(minutes, young)
  return warning ? (
    <p role="status">
      <b>{Math.floor(minutes)} min in.</b>{' '}
      {warning === 'enough' ? 'Long enough: finish on something sure.' : 'Soon finish on something sure.'}
    </p>
  ) : null
})

export const Page = styled.main`
  height: 100dvh;
  min-height: 36rem;
  max-width: 46rem;
  margin: 0 auto;
  padding: 0.4rem 0.9rem 0.7rem;
  display: flex;
  flex-direction: column;
  gap: var(--s-3);
  background: var(--ground);
  color: var(--ink);
  kbd {
    font-family: inherit;
    font-size: var(--t-1);
    font-weight: 500;
    line-height: 1;
    border: 1px solid currentColor;
    border-radius: 3px;
    padding: 0.1rem 0.3rem;
    opacity: 0.75;
    margin-left: 0.35rem;
  }
  @media (hover: none) {
    kbd {
      display: none;
    }
  }
`
const Strip = styled.header`
  display: flex;
  align-items: center;
  gap: var(--s-4);
  border-bottom: 3px solid var(--ink);
  padding-bottom: 0.25rem;
  flex-wrap: wrap;
  > a {
    font-size: var(--t-8);
    line-height: 1;
    min-width: 2.75rem;
    min-height: var(--touch);
    display: grid;
    place-items: center;
    text-decoration: none;
  }
  h1 {
    font-size: var(--t-5);
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  h1 b {
    font-weight: 780;
    font-size: var(--t-7);
    margin-right: 0.2rem;
  }
  h1 span {
    font-weight: 420;
  }
  h1 small {
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
`
const Gear = styled(Press)`
  min-width: 2.75rem;
  min-height: var(--touch);
  border: 0;
  background: none;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 0.2em;
  cursor: pointer;
`
const KeptLine = styled.span`
  font-size: var(--t-2);
  color: var(--ink-2);
  ${phone} {
    width: 100%;
    text-align: right;
    margin-top: -0.5rem;
  }
  &[data-offline='true'] {
    color: var(--person);
    font-weight: 660;
  }
`
const Big = styled.h2`
  font-size: clamp(2.2rem, 9vw, 3.4rem);
  font-weight: 720;
`
