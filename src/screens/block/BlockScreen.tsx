'use client'
import { Link } from '@/ui/link'
import { memo, useCallback, useEffect, useMemo, useState } from 'react'
import styled from 'styled-components'
import { findRung } from '@/core/curriculum/lookup'
import { lengthWarning } from '@/core/block/rest'
import type { Outbox } from '@/device/outbox'
import { NeedsPerson } from '@/ui/NeedsPerson'
import type { BlockView } from '@/work/page/blockView'
import { askingPerson } from '@/core/people/names'
import { smallCommands } from '@/core/curriculum/small'
import type { LastSmall } from '../shell/SmallSheet'
import { AfterBlock, BreakNow, fetchLater, SetOver, Thumb, SmallSheet } from './later'
import type { Prefs } from '@/device/prefs'
import { Gear, KeptHere, Page, Strip, usePrefs, YardDoor, type YardMemory } from '../yard/frame'
import { OutboxNow } from './outboxNow'
import { PlanStrip } from './Plan'
import { Elsewhere } from './Elsewhere'
import { Prep } from './Prep'
import type { SayGrip } from './AskGrip'
import type { Grip } from '@/core/curriculum/grip'
import { RungCard } from './RungCard'
import type { Setup } from '@/device/live/session'
import { useBlock, type Block } from './useBlock'
import { waysOn, type Ways } from './ways'
import { Working, type WorkPanel } from './Working'
import { May } from '../shell/may'
import type { PlaceId } from '@/core/ids'

/** The working session of one dog: waits only for the device's own memory to open. */
export function BlockScreen({ view: made, sayGrip }: { view: BlockView; sayGrip: SayGrip }) {
  const [grips, setGrips] = useState<Readonly<Record<string, Grip>>>({})
  // What was said of a floor here holds at once, also where the page does not come again.
  const view = useMemo(
    () => ({ ...made, places: made.places.map((p) => ({ ...p, grip: grips[p.id] ?? p.grip })) }),
    [grips, made],
  )
  const onGrip = (placeId: PlaceId, grip: Grip) => setGrips({ ...grips, [placeId]: grip })
  return (
    <YardDoor fetchLater={fetchLater} ways={view.ways} head={<Top view={view} outbox={undefined} title="" />}>
      {(outbox, memory) => (
        <OutboxNow.Provider value={outbox}>
          <InHand view={view} outbox={outbox} memory={memory} sayGrip={sayGrip} onGrip={onGrip} />
        </OutboxNow.Provider>
      )}
    </YardDoor>
  )
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
            <Gear onPress={() => setSmall(true)}>Quick log</Gear>
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
            <Gear onPress={onThumb} aria-label="Controls and sounds">
              Controls
            </Gear>
          </>
        )}
        <KeptHere address={addressOf(view)} outbox={outbox} />
      </Strip>
      {(view.resident.biteHistory || view.resident.caution || view.twoPeople) && (
        <NeedsPerson>{askingPerson({ ...view.resident, twoPeople: view.twoPeople })}</NeedsPerson>
      )}
    </>
  )
})

const addressOf = (view: BlockView): string =>
  `/dogs/${view.resident.residencyId}/${view.command === undefined ? 'block' : `work/${view.command}`}`

const seedNow = (): number => crypto.getRandomValues(new Uint32Array(1))[0] ?? 0

function InHand({
  view,
  outbox,
  memory,
  sayGrip,
  onGrip,
}: {
  view: BlockView
  outbox: Outbox
  memory: YardMemory
  sayGrip: SayGrip
  onGrip: (placeId: PlaceId, grip: Grip) => void
}) {
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
        <NoHandlers />
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
        <Elsewhere view={view} sets={block.elsewhere} />
        <Prep
          view={view}
          block={block}
          was={was}
          recall={memory.recall}
          sayGrip={sayGrip}
          onGrip={onGrip}
          onBegin={(setup, plan, n) => {
            block.begin(setup, plan, n)
            setWas({ ...setup, road: undefined })
          }}
          onEnd={block.block ? () => setPhase('after') : undefined}
          prefs={prefs}
        />
      </Page>
    )
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
        worked={block.workedParts}
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
      <Elsewhere view={view} sets={block.elsewhere} />
      {!over && panel === 'none' && <RungCard view={view} rung={rung} block={block} />}
      <LengthNote from={block.block?.from} young={view.young} />
      {!over && (
        <Working
          view={view}
          block={block}
          prefs={prefs}
          panel={panel}
          onPanel={setPanel}
          onEnd={endSet}
          onBlockEnd={end}
        />
      )}
      {ways && <AfterSet view={view} block={block} set={active} rung={rung} ways={ways} prefs={prefs} />}
    </Page>
  )
}

const NoHandlers = () => (
  <>
    <Big>No handlers yet</Big>
    <p>Add a handler first. A set says who held the leash.</p>
    <May to="/people/new">
      <Link href="/people/new">Add a person</Link>
    </May>
  </>
)

const nothingYet = { kind: 'again', endsSet: false, toRungId: '', rule: '', counts: '', why: '' } as const

/** Once a set is over: what it meant and what comes next, or a break where the dog fell off. */
function AfterSet({
  view,
  block,
  set,
  rung,
  ways,
  prefs,
}: {
  view: BlockView
  block: Block
  set: NonNullable<Block['active']>
  rung: NonNullable<Block['rungNow']>
  ways: Ways
  prefs: Prefs
}) {
  return block.falling.fell ? (
    <BreakNow block={block} ways={ways} prefs={prefs} />
  ) : (
    <SetOver
      key={set.context.id}
      verdict={block.verdict ?? nothingYet}
      enough={block.enough}
      young={block.items[block.item]?.role === 'work' && view.young}
      stressful={block.stressful}
      set={set}
      standing={block.standingOf(rung.command.id, block.judged.state)}
      view={view}
      next={ways.next}
      others={ways.others}
      stuck={ways.stuck}
      onUndo={block.undo}
      prefs={prefs}
    />
  )
}

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

const Big = styled.h2`
  font-size: clamp(2.2rem, 9vw, 3.4rem);
  font-weight: 720;
`
