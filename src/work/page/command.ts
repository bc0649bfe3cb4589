import type { WhatNext } from '@/core/coach/next'
import { nextOffer, offersFor, type Offer } from '@/core/coach/stuck'
import { findCommand, findRung, ownRung, rungsOf, ladderKey } from '@/core/curriculum/lookup'
import { settleByDay, settleByWeek, type SettleDay } from '@/core/method/settle'
import type { QuotaProgress } from '@/core/promise/quota'
import { settleMinutes, walkByDay, type WalkDay } from '@/store/facts/paced'
import { triedOf } from '../context/tried'
import { pacesOf } from '../context/paces'
import type { Command } from '@/core/curriculum/types'
import { attentionShares, handlingOf, type AttentionShare, type Handling } from '@/core/evidence/calls'
import {
  faultShares,
  firstCueSuccess,
  helpByDay,
  latencyOf,
  type FaultShare,
  type HelpDay,
  type Latency,
} from '@/core/evidence/evidence'
import type { Share } from '@/core/evidence/interval'
import { byCollar, kitComparisons, type KitComparison } from '@/core/evidence/kit'
import {
  lookedByDay,
  measuresIn,
  suspectText,
  seenShares,
  suspectsIn,
  type LookedDay,
  type SeenMeasures,
  type SeenShare,
} from '@/core/evidence/looked'
import { lookBacksByDay, type LookBackDay } from '@/core/evidence/lookBacks'
import type { FittedForgetting } from '@/core/forecast/forgetting'
import { gridOf, type Grid } from '@/core/views/grid'
import { collarsFor } from '@/core/dog/collar'
import { readHouse } from '@/store/house'
import { outcomeMade } from '@/core/progress/result'
import { targetsOf } from '@/core/promise/status'
import { isPassed } from '@/core/progress/state'
import { buildCommands, type CommandView } from '@/core/views/resident'
import type { Db } from '@/store/database'
import { readNoted } from '@/store/facts/read'
import type { Person, Place } from '@/store/kennel'
import { readPromises, type Resident } from '@/store/residents'
import { readDogScene, type DogScene } from '../context/dogScene'
import { nextFor } from '../context/next'
import { counted } from '@/core/wording'
import type { CommandId, ResidencyId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface CommandPage {
  readonly resident: Resident
  readonly timeZone: string
  readonly today: string
  readonly command: CommandView
  readonly purpose: string
  readonly signal: string
  readonly caution: string
  readonly next: WhatNext['sets'][number] | undefined
  readonly shut: string
  /** Of the rung in hand. */
  readonly evidence:
    | {
        readonly rungId: RungId
        readonly rungName: string
        readonly success: Share | undefined
        readonly latency: Latency | undefined
        readonly faults: readonly FaultShare[]
        readonly help: readonly HelpDay[]
        readonly beyond: number
        readonly called: readonly AttentionShare[]
        readonly handling: Handling
        /** What was looked at beside how reps went. */
        readonly looked: {
          readonly suspects: readonly string[]
          readonly shares: readonly SeenShare[]
          readonly measures: SeenMeasures
          readonly days: readonly LookedDay[]
        }
      }
    | undefined
  readonly grids: readonly (Grid & {
    readonly runName: string
    readonly promisedName: string
    readonly promisedLevel: number | undefined
    readonly needs: string
  })[]
  readonly kits: readonly (KitComparison & { readonly rungName: string })[]
  /** What this house puts on this dog. */
  readonly collars: readonly string[]
  /** Rungs that were passed and so can be compared on two pieces of kit, the hardest first. */
  readonly kitRungs: readonly { readonly id: string; readonly name: string }[]
  readonly stuck:
    | {
        readonly rungId: RungId
        readonly rungName: string
        readonly offers: readonly Offer[]
        readonly first: string | undefined
      }
    | undefined
  readonly forgetting: FittedForgetting
  readonly people: readonly Person[]
  readonly places: readonly Place[]
  /** How its number to reach stands; undefined when it has none. */
  readonly pace: QuotaProgress | undefined
  /** Its stretches by day, oldest first; undefined for a command that is not walked. */
  readonly walk: readonly WalkDay[] | undefined
  /** How long it goes without looking back, where looking back is asked for. */
  readonly lookBacks: readonly LookBackDay[] | undefined
  /** What was kept on the tether, by day and by week, oldest first; undefined for any other command. */
  readonly tether: { readonly days: readonly SettleDay[]; readonly weeks: readonly SettleDay[] } | undefined
}

/** One command of one dog in full; undefined for an unknown dog, or a command this dog's ladder does not have. */
export function loadCommand(
  db: Db,
  residencyId: ResidencyId,
  commandId: CommandId,
  now: EpochMs,
): CommandPage | undefined {
  const scene = readDogScene(db, residencyId, now)
  const command = scene && findCommand(scene.curriculum, commandId)
  if (!scene || !command) return undefined
  const { resident, curriculum, derived, people, places, forgetting, names } = scene
  const view = buildCommands(curriculum, derived.state, derived.summary, names, now, forgetting.model).find(
    (c) => c.id === command.id,
  )
  const status = derived.summary.commands.find((c) => c.command === command.id)
  if (!view || !status) return undefined
  const own = scene.sets.filter((s) => ownRung(curriculum, s.rungId)?.command.id === command.id)
  const targets = targetsOf(curriculum, readPromises(db, residencyId))
  const next = nextFor(db, scene, now)
  const main = command.runs.find((r) => r.id === status.mainRun) ?? command.runs[0]
  const place = status.runs.find((r) => r.id === main?.id)
  const worked = main?.rungs.findLast((r) => own.some((s) => s.rungId === r.id))
  const hand = main?.rungs[Math.min(place?.position ?? 0, main.rungs.length - 1)]
  // Before the first rep at the rung in hand, the highest one worked says more.
  const inHand = hand && own.some((s) => s.rungId === hand.id) ? hand : (worked ?? hand)
  const tried = triedOf(db, residencyId, curriculum, scene.sets)
  const noted = readNoted(db, residencyId, command.id)
  const suspects = suspectsIn(noted).map(suspectText)
  const offers = status.stuck ? offersFor(curriculum, status.stuck.rungId, tried, { shared: suspects }) : []
  const last = own.findLast((s) => s.turn !== 'owner')
  const usual = { kit: '1.8 m leash', leashHolder: last?.leashHolder ?? people[0]?.id ?? '' }
  return {
    resident,
    timeZone: scene.timeZone,
    today: scene.today,
    command: view,
    purpose: command.purpose,
    signal: command.signal,
    caution: command.caution,
    people,
    places,
    forgetting,
    next: next.sets.find((s) => s.command === command.id),
    shut: next.shut.find((s) => s.command === command.id)?.opens ?? '',
    evidence: inHand && {
      rungId: inHand.id,
      rungName: inHand.name,
      success: firstCueSuccess(own, inHand.id, (_, rep) => outcomeMade(inHand, rep) === 'clean'),
      latency: latencyOf(own),
      faults: faultShares(own),
      help: helpByDay(own, (s) => ownRung(curriculum, s.rungId)?.rung.criterion.help),
      beyond: command.runs.flatMap((r) => r.rungs).reduce((n, r) => n + (derived.state.beyond[r.id] ?? 0), 0),
      called: attentionShares(noted),
      handling: handlingOf(noted),
      looked: { suspects, shares: seenShares(noted), measures: measuresIn(noted), days: lookedByDay(noted) },
    },
    grids: command.runs.flatMap((ladder) => {
      const target = targets.find((t) => t.at.ladder === ladder)
      const onRun = target && { ...target.promise, rungId: target.at.rung.id }
      const grid = gridOf(command, ladder, derived.state, own, onRun, places, usual)
      if (grid.rungId === undefined) return []
      return [
        {
          ...grid,
          rows: grid.rows.map((row) =>
            row.map((cell) => ({ ...cell, hands: cell.hands.map((h) => names.people.get(h) ?? h) })),
          ),
          runName: ladder.name,
          promisedName: findRung(curriculum, grid.rungId)?.rung.name ?? '',
          promisedLevel: onRun?.level,
          needs: needsText(grid, onRun, names),
        },
      ]
    }),
    collars: collarsFor(
      readHouse(db).devices.map((d) => d.name),
      resident.traits,
    ),
    kitRungs: command.runs
      .flatMap((ladder) =>
        ladder.rungs
          .filter((_, i) => isPassed(ladder, derived.state.runs[ladderKey(command.id, ladder.id)], i))
          .map((r) => ({ id: r.id, name: command.runs.length > 1 ? `${ladder.name}: ${r.name}` : r.name })),
      )
      .reverse(),
    kits: [...kitComparisons(own), ...kitComparisons(byCollar(own))].map((k) => ({
      ...k,
      rungName: findRung(curriculum, k.rungId)?.rung.name ?? k.rungId,
    })),
    pace: pacesOf(db, resident, curriculum, derived.summary, scene.today)[command.id],
    walk: rungsOf(command).some((r) => r.kind === 'heel') ? walkByDay(db, residencyId, command.id) : undefined,
    lookBacks: lookBacksByDay(command, own),
    tether: tetherOf(db, residencyId, command),
    stuck: status.stuck && {
      rungId: status.stuck.rungId,
      rungName: findRung(curriculum, status.stuck.rungId)?.rung.name ?? '',
      offers,
      first: nextOffer(offers)?.id,
    },
  }
}

function tetherOf(db: Db, residencyId: ResidencyId, command: Command): CommandPage['tether'] {
  if (!rungsOf(command).some((r) => r.kind === 'settle')) return undefined
  const days = settleByDay(settleMinutes(db, residencyId))
  return { days, weeks: settleByWeek(days) }
}

/** What the promised level still needs, in a sentence. */
function needsText(
  grid: Grid,
  promise: { readonly level: number; readonly places: number } | undefined,
  names: DogScene['names'],
): string {
  if (!promise) return ''
  const row = grid.rows[promise.level] ?? []
  const mastered = row.filter((c) => c.held)
  const half = row.filter((c) => !c.held && c.days > 0).map((c) => names.places.get(c.placeId) ?? c.placeId)
  const missing = promise.places - mastered.length
  if (missing <= 0)
    return (
      `Level ${promise.level} is mastered in ${counted(mastered.length, 'location')}; ${promise.places} ` +
      `${promise.places === 1 ? 'was' : 'were'} promised.`
    )
  return (
    `Level ${promise.level} is promised in ${counted(promise.places, 'location')} and mastered in ` +
    `${mastered.length}: ${missing} to go${half.length > 0 ? `; ${half.join(', ')} needs only a second day` : ''}.`
  )
}
