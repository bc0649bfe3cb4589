'use client'
import { statusLabels } from '@/core/views/labels'
import { Link } from '@/ui/link'
import { firstName } from '@/core/people/names'
import { useState } from 'react'
import styled from 'styled-components'
import { YardNow } from '../yard/bottom'
import { Press } from '@/ui/press'
import type { BlockItem } from '@/core/block/compose'
import { purposeOf } from '@/core/coach/picked'
import { notWornBecause } from '@/core/block/leashPressure'
import { asksForFit, fitWords } from '@/core/dog/collar'
import { sayWorn } from '@/core/evidence/kit'
import { trialTurn } from './trialTurn'
import { findCommand, findRung } from '@/core/curriculum/lookup'
import { kitFor } from '@/core/method/instruct'
import { sayRule } from '@/core/rule/rule'
import type { Prefs } from '@/device/prefs'
import type * as Memory from '@/device/memory'
import { lineOf } from '@/core/views/line'
import { Line } from '@/ui/Line'
import { Chip } from '@/ui/chips'
import { Choose } from '@/ui/Choose'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Why } from '@/ui/Why'
import type { BlockView } from '@/work/page/blockView'
import { Against, Bar } from './Against'
import { Around } from './Around'
import type { SayGrip } from './AskGrip'
import { AskGrip } from './later'
import type { Grip } from '@/core/curriculum/grip'
import { HeatWarning } from './HeatWarning'
import { firstPlan } from './firstPlan'
import { Glance } from './Glance'
import { Plan, PlanStrip } from './Plan'
import { Big, promptFor } from './RungCard'
import { pickedHere, rememberAround, setupFor } from './setup'
import { partNow } from './surroundings'
import { nothingMore } from '@/core/coach/nothingMore'
import { roadsFor } from '@/core/coach/stuck'
import type { Setup } from '@/device/live/session'
import type { Block } from './useBlock'
import { useKeys } from '../yard/useKeys'
import { Said } from '@/ui/ways'

interface Props {
  readonly view: BlockView
  readonly block: Block
  readonly was: Setup | undefined
  readonly onBegin: (setup: Setup, plan: readonly BlockItem[], item: number) => void
  readonly onEnd: (() => void) | undefined
  readonly prefs: Prefs
  readonly recall: typeof Memory.recall
  readonly sayGrip: SayGrip
  readonly onGrip: (placeId: string, grip: Grip) => void
}

/**
 * Before a set: what is known of the dog before the first, then rung, place, level and kit, each with a default, so
 * that one tap begins.
 */
export function Prep({ view, block, was, onBegin, onEnd, prefs, recall, sayGrip, onGrip }: Props) {
  const [draft, setDraft] = useState<readonly BlockItem[]>(() => firstPlan(view))
  const [changing, setChanging] = useState<number | undefined>()
  const [change, setChange] = useState<Partial<Setup>>({})
  const [seeing, setSeeing] = useState<'glance' | 'around'>(
    view.command === undefined && !block.block ? 'glance' : 'around',
  )
  const [remembered] = useState(() => recall(Date.now()))
  const plan = block.block ? block.items : draft
  const index = block.block ? block.item : 0
  const planned = plan[index]
  const item = planned && partNow(view, block.judged.state, planned)
  const suggestion = item && (item.role === 'work' ? block.suggest(item.command, block.judged.state) : undefined)
  const command = item && findCommand(view.curriculum, item.command)
  const { trial } = view
  const turn = trial && trialTurn(trial, block.done)
  const rungId = change.rungId ?? trial?.rungId ?? suggestion?.rungId ?? item?.rungId ?? ''
  const chosen = findRung(view.curriculum, rungId)
  const base = item
    ? setupFor(
        view,
        {
          ...item,
          rungId,
          ...(suggestion?.rungId === rungId ? { level: suggestion.level, kit: suggestion.kit } : {}),
          // What somebody chooses is worked on its own kit.
          ...(change.rungId !== undefined && chosen ? { kit: kitFor(chosen.rung, view.method) } : {}),
        },
        suggestion,
        was,
        remembered,
        block.foodLeft,
      )
    : undefined
  const wanted: Setup | undefined = base && {
    ...base,
    ...(turn ? { kit: turn.worn.kit, ...(turn.worn.collar === undefined ? {} : { collar: turn.worn.collar }) } : {}),
    ...change,
    ...(item ? { purpose: purposeOf([...(suggestion ? [suggestion] : []), item], rungId) } : {}),
  }
  const by = base && wanted && pickedHere(view, block.judged.state, base, wanted)
  // What somebody makes harder by hand begins easier, unless the rung is theirs as well: then it only says so.
  const full: Setup | undefined =
    wanted && by && change.rungId === undefined && !trial && by.rungId !== rungId
      ? { ...wanted, rungId: by.rungId, purpose: 'work' }
      : wanted
  const found = full && findRung(view.curriculum, full.rungId)
  const takeEasier = (id: string) => setChange({ ...change, rungId: id })
  const asksFit = full !== undefined && asksForFit(full.collar) && !fittedInBlock(block.done)
  const begin = () => {
    if (!full) return
    // The first tap says that it was looked at, and how it lies; the next one begins.
    if (asksFit && full.fitted !== true) return setChange({ ...change, fitted: true })
    rememberAround(full, remembered)
    onBegin(full, plan, index)
  }
  useKeys({ Enter: begin }, { prefs, does: { go: begin } })
  if (!item || !full || !found || !command || !chosen)
    return (
      <Foot>
        <Big>Nothing to work now</Big>
        <p>{view.rest || 'Nothing is promised, and nothing of the first days is open.'}</p>
        {view.wantsBaseline && <Link href={`/dogs/${view.resident.residencyId}/baseline`}>Begin its baseline</Link>}
        <Link href={`/dogs/${view.resident.residencyId}`}>Back to {view.resident.name}</Link>
      </Foot>
    )
  const prompt = promptFor(view, found)
  const roads = roadsFor(view.curriculum, found.rung.id, view.tried)
  const place = view.places.find((p) => p.id === full.placeId)
  const worn = full.collar === undefined ? undefined : notWornBecause(full.collar, wornScene(view))
  const standing = block.standingOf(command.id, block.judged.state)
  const shut =
    suggestion === undefined && item.role === 'work'
      ? nothingMore(
          view.curriculum,
          block.suggestions(block.judged.state),
          item.command,
          view.promises.some((p) => findRung(view.curriculum, p.rungId)?.command.id === item.command),
        )
      : undefined
  const asked = suggestion?.rungId === full.rungId ? whyWords[suggestion.why] : undefined
  const eased = full.rungId !== rungId
  const first = seeing === 'glance' && !block.block
  return (
    <>
      {first ? (
        changing === undefined && <Glance view={view} items={plan} />
      ) : (
        <PlanStrip
          view={view}
          items={plan}
          now={index}
          worked={block.workedParts}
          onGo={block.block ? block.goTo : undefined}
        />
      )}
      {first ? (
        <Plan view={view} items={draft} changing={changing} onChanging={setChanging} onChange={setDraft} />
      ) : (
        <Asked>
          <Big>{found.rung.name}</Big>
          <p className="rule">
            <b>{command.name}:</b> {sayRule(found.rung.rule)}
            {asked ? `; ${asked}` : ''}
            {eased || suggestion?.relaxed ? ', made easier for what is new' : ''}
          </p>
          <p className="criterion">{prompt.criterion}</p>
          <p>{prompt.say}</p>
          <Why label="pay, cautions, and how in this house">
            <ul>
              {prompt.how.map((line) => (
                <li key={line}>{line}</li>
              ))}
              <li>Don’t: {prompt.dontSay}</li>
              <li>
                Pay: {prompt.payWhere}; {prompt.payWhen};{' '}
                {view.resident.sideKnown ? `${prompt.side} side` : `${prompt.side} till the side is known`}.
              </li>
              {command.caution && <li>Mind: {command.caution}</li>}
              {prompt.notes.map((note) => (
                <li key={note}>{note}</li>
              ))}
            </ul>
          </Why>
          {standing && (
            <Cord>
              <Line line={lineOf(standing, view.now)} size="row" />
              <span>{statusLabels[standing.word]}</span>
            </Cord>
          )}
        </Asked>
      )}
      {trial && (
        <Turn role="status">
          {turn ? (
            <>
              <b>
                Side by side, set {turn.number} of {turn.of}: on the <Said>{sayWorn(turn.worn)}</Said>.
              </b>{' '}
              The same rung on both, in turns; change only the kit.
            </>
          ) : (
            <>
              <b>All turns are done.</b>{' '}
              <Link href={`/dogs/${view.resident.residencyId}/commands/${view.command}#kit`}>
                See them side by side
              </Link>
            </>
          )}
        </Turn>
      )}
      <Foot>
        {shut !== undefined && <NeedsPerson>{shut}</NeedsPerson>}
        {by && <Against by={by} wanted={rungId} full={full} shut={shut} view={view} take={takeEasier} />}
        <HeatWarning view={view} full={full} />
        {command.grip === true && place && place.grip === undefined && (
          <AskGrip key={place.id} place={place} send={sayGrip} onSaid={onGrip} />
        )}
        {first ? (
          <Bar onPress={() => setSeeing('around')}>
            <span>
              {placeName(view, full)}, level {full.level}, <Said>{full.kit}</Said>, {holderName(view, full)}
            </span>
            <u>Change</u>
          </Bar>
        ) : (
          <>
            {!trial && item.role === 'work' && (
              <Choose
                label="Rung"
                value={full.rungId}
                onChange={(id) => setChange({ ...change, rungId: id, road: undefined })}
                choices={command.runs.flatMap((run) =>
                  run.rungs.map((r) => ({
                    id: r.id,
                    name: r.name,
                    note:
                      command.runs.length > 1 ? `${run.name.toLowerCase()}: ${r.criterion.words}` : r.criterion.words,
                  })),
                )}
              />
            )}
            {!trial && item.role === 'work' && roads.length > 0 && (
              <Choose
                label="Way to teach it"
                value={full.road ?? asTheCard}
                onChange={(id) => setChange({ ...change, road: id === asTheCard ? undefined : id })}
                choices={[
                  { id: asTheCard, name: 'As the card says' },
                  ...roads.map((r) => ({ id: r.id, name: r.name, note: r.words })),
                ]}
              />
            )}
            <Around
              view={view}
              full={full}
              partners={remembered?.partners ?? []}
              trial={trial !== undefined}
              onChange={(c) => setChange({ ...change, ...c })}
            />
          </>
        )}
        {worn !== undefined && (
          <NeedsPerson>
            {worn} A set on the {full.collar} is kept, marked and shown to the lead.
          </NeedsPerson>
        )}
        {asksFit && (
          <NeedsPerson>
            Slip lead: {fitWords(view.resident.side).charAt(0).toLowerCase() + fitWords(view.resident.side).slice(1)}.
            Released at once, never jerked.
          </NeedsPerson>
        )}
        <Beginning data-alone={block.block !== undefined}>
          {!block.block && (
            <Chip isSelected={change.outBefore === true} onChange={(out) => setChange({ ...change, outBefore: out })}>
              Potty break done
            </Chip>
          )}
          <YardNow onPress={begin}>
            {asksFit && full.fitted !== true
              ? 'It fits so'
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

/** No way of its own was chosen. */
const asTheCard = 'card'

/** The fit is asked for once a block. */
const fittedInBlock = (sets: Block['done']): boolean =>
  sets.some((s) => s.opened?.fitted === true && asksForFit(s.opened.collar ?? undefined))

const placeName = (view: BlockView, full: Setup): string => view.places.find((p) => p.id === full.placeId)?.name ?? ''
const holderName = (view: BlockView, full: Setup): string =>
  firstName(view.people.find((p) => p.id === full.personId)?.name ?? '')

const whyWords: Record<string, string> = {
  climb: 'next rung',
  'climb-back': 'up again after a drop',
  foundation: 'first days',
  'mark-first': 'the mark first',
  gate: 'off leash waits for it here',
  rebuild: 'climbing back',
  'second-day': 'a second day holds it',
  level: 'promised at a higher distraction level',
  'new-place': 'promised in more places',
  'new-hands': 'promised with another person',
  onward: 'promise met, next rung up',
  refresher: 'refresher due',
}

const Asked = styled.section`
  display: grid;
  gap: var(--s-2);
  .rule {
    color: var(--ink-2);
  }
  .criterion {
    font-size: var(--t-5);
    font-weight: 560;
  }
  ul {
    margin: 0;
    padding-left: 1rem;
  }
`
const Cord = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--s-5);
  align-items: start;
  margin-top: 0.3rem;
  svg {
    height: auto;
  }
  span {
    font-weight: 620;
  }
`
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

const wornScene = (view: BlockView): Parameters<typeof notWornBecause>[1] => ({
  devices: view.pressure.devices,
  consents: view.pressure.consents,
  bornOn: view.resident.traits.bornOn,
  today: view.today,
  deaf: view.resident.traits.deaf,
})
