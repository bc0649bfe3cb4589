import { asksForFit } from '@/core/dog/collar'
import { notWornBecause } from '@/core/block/leashPressure'
import type { BlockItem } from '@/core/block/compose'
import { nothingMore } from '@/core/coach/nothingMore'
import { purposeOf, type Picked } from '@/core/coach/picked'
import { alternativeMethodsFor } from '@/core/coach/stuck'
import type { Suggestion } from '@/core/coach/suggestion'
import { whyText } from '@/core/coach/why'
import { findCommand, findRung, type RungPlaceInLadder } from '@/core/curriculum/lookup'
import type { Command } from '@/core/curriculum/types'
import { kitFor } from '@/core/method/instruct'
import type { CommandStatus } from '@/core/promise/status'
import type { RungId } from '@/core/ids'
import type { Remembered } from '@/device/remembered'
import type { Setup } from '@/device/live/session'
import type { BlockView } from '@/work/page/blockView'
import { firstPlan } from './firstPlan'
import { pickedHere, setupFor } from './setup'
import { partNow } from './surroundings'
import { trialTurn } from './trialTurn'
import type { Block } from './useBlock'

/** What somebody has changed before a set begins. */
export interface PrepState {
  /** The parts of the block, until it begins. */
  readonly plan: readonly BlockItem[]
  /** The part of the plan that is open for changing, by number. */
  readonly changing: number | undefined
  /** What was chosen by hand over what stands there. */
  readonly change: Partial<Setup>
  /** Before a whole block its plan is seen first, then what the set is worked at. */
  readonly seeing: 'plan' | 'set'
}

export type PrepAction =
  | { readonly type: 'plan'; readonly plan: readonly BlockItem[] }
  | { readonly type: 'open part'; readonly part: number | undefined }
  | { readonly type: 'change'; readonly change: Partial<Setup> }
  | { readonly type: 'see the set' }

export const beginPrep = (view: BlockView, begun: boolean): PrepState => ({
  plan: firstPlan(view),
  changing: undefined,
  change: {},
  seeing: view.command === undefined && !begun ? 'plan' : 'set',
})

export function reducePrep(state: PrepState, action: PrepAction): PrepState {
  switch (action.type) {
    case 'plan':
      return { ...state, plan: action.plan }
    case 'open part':
      return { ...state, changing: action.part }
    case 'change':
      return { ...state, change: { ...state.change, ...action.change } }
    case 'see the set':
      return { ...state, seeing: 'set' }
  }
}

/** What of the block in hand a set to come is prepared from. */
export type BlockSoFar = Pick<
  Block,
  'block' | 'items' | 'item' | 'judged' | 'done' | 'foodLeft' | 'suggest' | 'suggestions' | 'standingOf'
>

/** The set as it would begin now, and all that is said of it before. */
export interface PreparedSet {
  /** The parts of the block, and the number of the one to come. */
  readonly plan: readonly BlockItem[]
  readonly index: number
  readonly item: BlockItem
  readonly command: Command
  /** The rung that was asked for, before it was made easier for what is new. */
  readonly wantedRungId: RungId
  /** The rung that it begins with. */
  readonly found: RungPlaceInLadder
  readonly full: Setup
  readonly eased: boolean
  readonly relaxed: boolean
  /** What is new of what was chosen by hand, and what speaks against it. */
  readonly by: Picked
  /** Why this rung is suggested; empty where it is not. */
  readonly why: string
  /** Why nothing of this command is suggested. */
  readonly lockedText: string | undefined
  readonly roads: ReturnType<typeof alternativeMethodsFor>
  readonly status: CommandStatus | undefined
  /** Whose turn it is where two pieces of equipment are compared; undefined where all turns are done. */
  readonly turn: ReturnType<typeof trialTurn> | undefined
  /** Why the collar is not to be worn. */
  readonly notWorn: string | undefined
  /** The fit of the slip lead is asked for once a block. */
  readonly asksFit: boolean
  /** A tap says first that the fit was looked at; the next one begins. */
  readonly asksFitFirst: boolean
}

/** Before a set: what the suggestion, the plan, this device and the trainer come to; undefined: nothing to work. */
export function preparedSet(
  view: BlockView,
  block: BlockSoFar,
  { plan: draft, change }: PrepState,
  was: Setup | undefined,
  remembered: Remembered | undefined,
): PreparedSet | undefined {
  const { state } = block.judged
  const plan = block.block ? block.items : draft
  const index = block.block ? block.item : 0
  const planned = plan[index]
  const item = planned && partNow(view, state, planned)
  const command = item && findCommand(view.curriculum, item.command)
  if (!item || !command) return undefined
  const suggestion = item.role === 'work' ? block.suggest(item.command, state) : undefined
  const wantedRungId = change.rungId ?? view.trial?.rungId ?? suggestion?.rungId ?? item.rungId
  const turn = view.trial && trialTurn(view.trial, block.done)
  const base = baseSetup(view, block, { item, rungId: wantedRungId, suggestion, change, was, remembered })
  const wanted: Setup = {
    ...base,
    ...(turn ? { kit: turn.worn.kit, ...(turn.worn.collar === undefined ? {} : { collar: turn.worn.collar }) } : {}),
    ...change,
    purpose: purposeOf([...(suggestion ? [suggestion] : []), item], wantedRungId),
  }
  const by = pickedHere(view, state, base, wanted)
  // What somebody makes harder by hand begins easier, unless the rung is theirs as well: then it only says so.
  const easier = change.rungId === undefined && !view.trial && by.rungId !== wantedRungId
  const full: Setup = easier ? { ...wanted, rungId: by.rungId, purpose: 'work' } : wanted
  const found = findRung(view.curriculum, full.rungId)
  if (!found || !findRung(view.curriculum, wantedRungId)) return undefined
  const asksFit = asksForFit(full.collar) && !fittedInBlock(block.done)
  return {
    plan,
    index,
    item,
    command,
    wantedRungId,
    found,
    full,
    by,
    turn,
    asksFit,
    eased: full.rungId !== wantedRungId,
    relaxed: suggestion?.relaxed === true,
    why: suggestion?.rungId === full.rungId ? whyText(view.curriculum, suggestion) : '',
    lockedText: suggestion === undefined && item.role === 'work' ? lockedBecause(view, block, item) : undefined,
    roads: alternativeMethodsFor(view.curriculum, found.rung.id, view.tried),
    status: block.standingOf(command.id, state),
    notWorn: full.collar === undefined ? undefined : notWornBecause(full.collar, wornScene(view)),
    asksFitFirst: asksFit && full.fitted !== true,
  }
}

/** What stands there before anything is chosen by hand. */
function baseSetup(
  view: BlockView,
  { foodLeft }: BlockSoFar,
  set: {
    readonly item: BlockItem
    readonly rungId: RungId
    readonly suggestion: Suggestion | undefined
    readonly change: Partial<Setup>
    readonly was: Setup | undefined
    readonly remembered: Remembered | undefined
  },
): Setup {
  const { item, rungId, suggestion, change, was, remembered } = set
  const chosen = findRung(view.curriculum, rungId)
  const own = suggestion?.rungId === rungId ? { level: suggestion.level, kit: suggestion.kit } : {}
  // What somebody chooses is worked on its own kit.
  const kit = change.rungId !== undefined && chosen ? { kit: kitFor(chosen.rung, view.method) } : {}
  return setupFor(view, { ...item, rungId, ...own, ...kit }, suggestion, was, remembered, foodLeft)
}

const lockedBecause = (view: BlockView, block: BlockSoFar, item: BlockItem): string =>
  nothingMore(
    view.curriculum,
    block.suggestions(block.judged.state),
    item.command,
    view.promises.some((p) => findRung(view.curriculum, p.rungId)?.command.id === item.command),
  )

const fittedInBlock = (sets: Block['done']): boolean =>
  sets.some((s) => s.opened?.fitted === true && asksForFit(s.opened.collar ?? undefined))

const wornScene = (view: BlockView): Parameters<typeof notWornBecause>[1] => ({
  devices: view.pressure.devices,
  consents: view.pressure.consents,
  bornOn: view.resident.traits.bornOn,
  today: view.today,
  deaf: view.resident.traits.deaf,
})
