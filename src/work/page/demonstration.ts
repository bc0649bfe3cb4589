import { isYoung } from '@/core/coach/allowed'
import { findRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { sayMinute } from '@/core/clock'
import { dayIn } from '@/core/days'
import { changed, noChange, type ScriptChange } from '@/core/demonstration/change'
import type { Trial } from '@/core/demonstration/chance'
import { outlookOf, type Outlook, type ShownEvidence } from '@/core/demonstration/outlook'
import { scriptOf, type Script } from '@/core/demonstration/script'
import type { SetFact } from '@/core/facts/fact'
import { methodAt } from '@/core/method/rows'
import { outcomeMade } from '@/core/progress/result'
import type { DogState } from '@/core/progress/state'
import type { Db } from '@/store/database'
import { readScriptChanges } from '@/store/demonstrations'
import { readSets } from '@/store/facts/read'
import { liveHandoff, type Handoff } from '@/store/handoffs'
import { readHouse, readSpaces } from '@/store/house'
import { readEntry } from '@/store/intake'
import { readPeople } from '@/store/kennel'
import { readMethodChanges } from '@/store/method'
import { findResident, readCueWords, readFinishes, readPromises, type Resident } from '@/store/residents'
import { openPauses } from '@/store/stay'
import { standingOf } from '../record/refold'
import { kennelForgetting } from '../scene/forgetting'
import { ladderOf } from '../scene/regimes'
import { wallMinute } from '../scene/clock'

export interface ChangedBy {
  readonly at: number
  readonly by: string
}

export interface DemonstrationView {
  readonly resident: Resident
  readonly timeZone: string
  readonly script: Script
  /** The script before anybody changed it: what can be put back. */
  readonly made: Script
  readonly change: ScriptChange
  /** Id of the newest change; empty while there is none. */
  readonly changeId: string
  readonly changes: readonly ChangedBy[]
  readonly outlook: Outlook
  /** Where it is shown, and what it could be. */
  readonly placeId: string
  readonly places: readonly { readonly id: string; readonly name: string }[]
  /** Who shows it: whoever is booked, else whoever looks. */
  readonly handler: string
  readonly at: number
  readonly live: Handoff | undefined
  /** It is not worked just now: why. */
  readonly pause: string
}

const dayMs = 86_400_000

/** The script of a dog's demonstration, with its chance; undefined for no such residency. */
export function loadDemonstration(
  db: Db,
  residencyId: string,
  now: number,
  asked: { readonly me: string; readonly placeId?: string | undefined },
): DemonstrationView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readHouse(db)
  const curriculum = ladderOf(db, residencyId, now)
  const { state } = standingOf(db, residencyId, now)
  const sets = readSets(db, residencyId)
  const made = scriptOf({
    curriculum,
    state,
    promises: readPromises(db, residencyId),
    method: methodAt(readMethodChanges(db), now),
    dog: dogShown(db, resident, curriculum, dayIn(timeZone, now)),
  })
  const changes = readScriptChanges(db, residencyId)
  const change = changes[0]?.change ?? noChange
  const script = changed(made, change)
  const live = liveHandoff(db, residencyId)
  const spaces = readSpaces(db)
  const placeId =
    spaces.find((s) => s.id === asked.placeId)?.id ?? usualPlace(sets, new Set(spaces.map((s) => s.id))) ?? ''
  const people = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const handler = live?.personId ?? asked.me
  const at = live && live.from > now ? live.from : now + dayMs
  const pause = openPauses(db).get(residencyId)
  return {
    resident,
    timeZone,
    script,
    made,
    change,
    changeId: changes[0]?.id ?? '',
    changes: changes.map((c) => ({ at: c.at, by: people.get(c.by) ?? '' })),
    outlook: outlookOf(
      evidenceOf(script, curriculum, state, sets),
      { place: placeId, person: handler, at },
      kennelForgetting(db).model,
    ),
    placeId,
    places: spaces.map((s) => ({ id: s.id, name: s.name })),
    handler: people.get(handler) ?? '',
    at,
    live,
    pause: pause ? (pause.why === 'other' ? 'It is not worked just now.' : `Not worked: ${pause.why}.`) : '',
  }
}

/** What of the dog the script asks for: its words, signals, side and traits. */
function dogShown(db: Db, resident: Resident, curriculum: Curriculum, today: string) {
  const own = readCueWords(db, resident.dogId)
  const kept = new Map((readEntry(db, resident.residencyId, 'words')?.entry.cues ?? []).map((c) => [c.command, c]))
  const command = (id: string) => curriculum.commands.find((c) => c.id === id)
  return {
    name: resident.name,
    side: resident.side,
    traits: resident.traits,
    young: isYoung(resident.traits, today),
    finish: readFinishes(db, resident.dogId).at(-1)?.finish,
    words: (id: string) => ({
      name: resident.name,
      cue: own.get(id) ?? command(id)?.defaultCue,
      release: resident.releaseWord,
      marker: resident.markerWord,
      side: resident.side,
      traits: resident.traits,
    }),
    signal: (id: string) => kept.get(id)?.signal || (command(id)?.signal ?? ''),
  }
}

/** Where most of its newest sets were, of places that are open. */
function usualPlace(sets: readonly SetFact[], open: ReadonlySet<string>): string | undefined {
  const counts = new Map<string, number>()
  for (const s of sets.slice(-20)) if (open.has(s.placeId)) counts.set(s.placeId, (counts.get(s.placeId) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? [...open][0]
}

/** The reps that speak for each thing shown: at its rung, or at a harder one of its run and axis. */
function evidenceOf(
  script: Script,
  curriculum: Curriculum,
  state: DogState,
  sets: readonly SetFact[],
): readonly ShownEvidence[] {
  const byRung = new Map<string, SetFact[]>()
  for (const s of sets) byRung.set(s.rungId, [...(byRung.get(s.rungId) ?? []), s])
  return script.items.map((item) => ({
    itemId: item.id,
    title: item.title,
    shown: item.rungs.flatMap(({ rungId }) => {
      const at = findRung(curriculum, rungId)
      if (!at) return []
      const counting = at.run.rungs.filter((r, i) => i >= at.index && r.axis === at.rung.axis)
      const trials = counting
        .flatMap((rung) =>
          (byRung.get(rung.id) ?? []).flatMap((set) =>
            set.reps.map((rep): Trial => ({
              at: rep.at,
              day: set.day,
              place: set.placeId,
              person: set.leashHolder,
              clean: outcomeMade(rung, rep) === 'clean',
            })),
          ),
        )
        .sort((a, b) => a.at - b.at)
      return [{ id: rungId, trials, memory: state.runs[at.runKey]?.memory }]
    }),
  }))
}

export interface PrintedScript {
  readonly run: string
  readonly name: string
  readonly owner: string
  /** When and by whom, in words. */
  readonly when: string
  readonly cautions: readonly string[]
  readonly script: Script
}

/** The script as it is printed; undefined for no such residency. */
export function printedScript(db: Db, residencyId: string, now: number): PrintedScript | undefined {
  const view = loadDemonstration(db, residencyId, now, { me: '' })
  if (!view) return undefined
  const { resident, live, timeZone } = view
  const house = readHouse(db)
  const when = live
    ? `${dayIn(timeZone, live.from)}, ${sayMinute(wallMinute(timeZone, live.from), house.clock)}, by ${view.handler}`
    : 'not booked yet'
  return {
    run: resident.runNumber,
    name: resident.name,
    owner: resident.ownerName,
    when,
    cautions: [
      ...(resident.biteHistory ? ['Bite history'] : []),
      ...(resident.caution === '' ? [] : [resident.caution]),
    ],
    script: view.script,
  }
}
