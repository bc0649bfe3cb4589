import type { WorkingConditions } from '@/core/coach/allowed'
import { suggestAll, suggestFor } from '@/core/coach/suggest'
import { findRung } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { methodChange } from '@/core/method/change'
import { methodAt } from '@/core/method/method'
import { newest } from '@/core/progress/regime'
import { ruleText } from '@/core/rule/rule'
import { compareStandings, type StandingChange } from '@/core/views/compare'
import type { Db } from '@/store/database'
import { peopleOn, readPlaces } from '@/store/kennel'
import { readPromises, residentsOn, type Resident } from '@/store/residents'
import { kennelForgetting } from '../context/forgetting'
import { inTurn, noHooks, type Hooks } from '../base/hooks'
import { readRules, regimesOfResident, type HouseRules } from '../base/regimes'
import { derive } from '../record/standing'
import { handlers } from '../base/who'
import { byRun } from '@/core/inOrder'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface DogChange {
  readonly residencyId: ResidencyId
  readonly name: string
  readonly runNumber: string
  readonly changes: readonly StandingChange[]
}

export interface MethodPreview {
  /** What the next suggestions would be if this were switched now: before and after, by dog. */
  readonly now: readonly DogChange[]
  /** What would stand if it had always been so: a replay, nothing that is stored. */
  readonly always: readonly DogChange[]
}

/**
 * What a switch would change: the next suggestions from now on, and, as a replay, everything as if it had always been
 * so.
 */
export function previewMethod(
  db: Db,
  raw: unknown,
  now: EpochMs,
  hooks: Hooks = noHooks,
): MethodPreview | { readonly refused: string } {
  const parsed = methodChange.safeParse(raw)
  if (!parsed.success) return { refused: parsed.error.issues.map((i) => i.message).join('; ') }
  const house = readRules(db)
  const fromNow: HouseRules = { ...house, changes: [...house.changes, { at: now, ...parsed.data }] }
  const fromStart: HouseRules = {
    ...house,
    changes: [
      { at: Number.NEGATIVE_INFINITY, ...parsed.data },
      ...house.changes.filter((c) => c.row !== parsed.data.row),
    ],
  }
  const around = {
    now,
    today: dayIn(house.timeZone, now),
    places: readPlaces(db),
    people: handlers(peopleOn(db, dayIn(house.timeZone, now))),
    forgetting: kennelForgetting(db).model,
  }
  const dogs: { resident: Resident; was: Under; switched: Under; always: Under }[] = []
  for (const resident of inTurn(residentsOn(db, around.today), hooks)) {
    const [was, switched, always] = [house, fromNow, fromStart].map((h) => under(db, resident, h, now))
    dogs.push({ resident, was, switched, always })
  }
  const differ = (find: (d: (typeof dogs)[number]) => readonly StandingChange[]): readonly DogChange[] =>
    dogs
      .flatMap((d) => {
        const found = find(d)
        return found.length > 0
          ? [
              {
                residencyId: d.resident.residencyId,
                name: d.resident.name,
                runNumber: d.resident.runNumber,
                changes: found,
              },
            ]
          : []
      })
      .sort(byRun)
  return {
    now: differ(({ was, switched }) =>
      was && switched
        ? suggestionChanges(
            said(was, { ...around, method: methodAt(house.changes, now) }),
            said(switched, { ...around, method: methodAt(fromNow.changes, now) }),
          )
        : [],
    ),
    always: differ(({ was, always }) =>
      was && always ? compareStandings(was.curriculum, was.summary, always.curriculum, always.summary) : [],
    ),
  }
}

type Under = ReturnType<typeof under> | undefined

/** How a dog stands under a house: its ladder now, and everything derived. */
function under(db: Db, resident: Resident, house: HouseRules, now: EpochMs) {
  const regimes = regimesOfResident(db, resident, now, { house })
  return {
    resident,
    promises: readPromises(db, resident.residencyId),
    curriculum: newest(regimes).curriculum,
    ...derive(db, resident.residencyId, regimes),
  }
}

/** The suggestion of each command before and after; only what differs is said. */
function suggestionChanges(
  had: ReadonlyMap<string, SaidSuggestion>,
  has: ReadonlyMap<string, SaidSuggestion>,
): readonly StandingChange[] {
  return [...new Set([...had.keys(), ...has.keys()])].flatMap((command) => {
    const [was, is] = [had.get(command), has.get(command)]
    const differs = partsOf.filter((part) => was?.[part] !== is?.[part])
    const say = (s: SaidSuggestion | undefined) =>
      s
        ? differs
            .map((part) => s[part])
            .filter((p) => p !== '')
            .join(', ') || 'as it was'
        : 'nothing now'
    return differs.length === 0
      ? []
      : [
          {
            command: was && is && was.rung === is.rung ? `${command}, ${was.rung}` : command,
            before: say(was),
            after: say(is),
          },
        ]
  })
}

const partsOf = ['rung', 'rule', 'words', 'cue', 'level', 'place'] as const

/** What is around every dog of this house; its places have names. */
type AroundHere = Omit<WorkingConditions, 'places'> & {
  readonly places: readonly (WorkingConditions['places'][number] & { readonly name: string })[]
}

type SaidSuggestion = Readonly<Record<(typeof partsOf)[number], string>>

function said(
  { resident, promises, curriculum, state, summary }: ReturnType<typeof under>,
  around: AroundHere,
): ReadonlyMap<string, SaidSuggestion> {
  const all = suggestAll(
    curriculum,
    state,
    promises,
    { traits: resident.traits, arrivesOn: resident.arrivesOn },
    around,
  )
  return new Map(
    summary.commands.flatMap((status) => {
      if (!status.promise && status.word === 'not started') return []
      const s = suggestFor(all, status.command)
      const found = s && findRung(curriculum, s.rungId)
      if (!s || !found) return []
      return [
        [
          found.command.name,
          {
            rung: found.rung.name,
            rule: ruleText(found.rung.rule),
            words: found.rung.criterion.words,
            cue: found.rung.cue === 'none' ? 'no word' : found.rung.cue,
            level: `level ${s.level}`,
            place: around.places.find((p) => p.id === s.placeId)?.name ?? 'where it is taught',
          },
        ] as const,
      ]
    }),
  )
}
