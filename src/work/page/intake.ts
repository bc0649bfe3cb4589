import { curriculumIn } from '@/core/curriculum/lengths'
import type { Curriculum } from '@/core/curriculum/types'
import { dayIn } from '@/core/days'
import type { Typed } from '@/core/fields'
import { sideText } from '@/core/dog/side'
import { canBeByHand } from '@/core/dog/byHand'
import { traitNames } from '@/core/dog/traits'
import { stepsFor, usualQuestions, type StepContext, type StepSpec } from '@/core/intake/asked'
import { typedOf } from '@/core/form'
import type { Entry, StepId } from '@/core/intake/steps'
import { firstRecorded } from '@/store/books'
import { saidInstead } from '@/core/promise/instead'
import { typedOfPromises } from '@/core/promise/typed'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { keptSteps, photoAt, readDraft, readEntry } from '@/store/intake'
import { findResident, newestStayOf, readCueWords, readPromises, residentsOn, type Resident } from '@/store/residents'
import { reportedOf } from '../context/before'
import { ladderInUse } from '../context/inUse'
import { ladderOf } from '../base/regimes'
import { groundOf } from '../context/ground'
import type { Promising } from './promising'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface IntakeStep extends StepSpec {
  readonly values: Typed
  /** What its fields held when what stands in them was begun: a save over a newer one is known by it. */
  readonly read: Typed
  /** Who typed what is not yet kept, and when. */
  readonly draft: { readonly by: string; readonly at: EpochMs } | undefined
  readonly kept: boolean
  /** It stands here from an earlier residency of this dog and was not looked at in this one. */
  readonly fromBefore: boolean
}

export interface IntakeView {
  readonly resident: Resident
  readonly steps: readonly IntakeStep[]
  readonly photoAt: EpochMs | undefined
  readonly timeZone: string
  /** What the house may use beside reward, each only with a signature. */
  readonly devices: readonly { readonly name: string; readonly policy: string }[]
}

/** The intake of one dog, each step as typed or as kept; undefined for no such residency. */
export function loadIntake(db: Db, residencyId: ResidencyId, now: EpochMs): IntakeView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const house = readHouse(db)
  const savedSteps = keptSteps(db, residencyId)
  const steps = specsFor(db, resident, now).map((spec): IntakeStep => {
    const open = readDraft(db, residencyId, spec.id)
    const entry = readEntry(db, residencyId, spec.id)
    const stands = valuesNow(db, resident, spec.id, now)
    return {
      ...spec,
      values: open?.typed ?? stands,
      read: open?.read ?? stands,
      draft: open && { by: open.by, at: open.savedAt },
      kept: savedSteps.has(spec.id),
      fromBefore: !savedSteps.has(spec.id) && entry !== undefined,
    }
  })
  return { resident, steps, photoAt: photoAt(db, resident.dogId), timeZone: house.timeZone, devices: house.devices }
}

/** What is asked about a dog, step by step. */
export function specsFor(db: Db, resident: Resident, now: EpochMs): readonly StepSpec[] {
  const house = readHouse(db)
  const { deaf, blind } = resident.traits
  return stepsFor({
    unit: house.unit,
    deaf: resident.traits.deaf,
    signs: house,
    taught: firstRecorded(db, resident.residencyId) !== null,
    others: othersFor(db, resident, dayIn(house.timeZone, now)),
    commands: ladderInUse(db, resident.residencyId, now).commands.map((c) => ({
      id: c.id,
      name: c.name,
      cue: c.defaultCue,
      signal: c.signal,
      canBeByHand: !deaf && !blind && canBeByHand(c),
      rungs: (c.runs[0]?.rungs ?? []).map((r) => ({ id: r.id, name: r.name })),
    })),
  })
}

/** What the fields of a step hold where nobody is typing: what was kept, and what the booking said. */
export function valuesNow(db: Db, resident: Resident, step: StepId, now: EpochMs): Typed {
  const entry = readEntry(db, resident.residencyId, step)
  const curriculum = ladderOf(db, resident.residencyId, now)
  return known(db, resident, step, entry?.entry, entry?.residencyId === resident.residencyId, curriculum, now)
}

/** Dogs that this one may be said not to meet: those here, and those it was said of before, wherever they are now. */
function othersFor(db: Db, resident: Resident, today: string): StepContext['others'] {
  const here = residentsOn(db, today).filter((r) => r.dogId !== resident.dogId)
  const notWith = readEntry(db, resident.residencyId, 'health')?.entry.notWith ?? []
  const away = notWith.filter((id) => !here.some((r) => r.dogId === id))
  return [
    ...here.map((r) => ({ id: r.dogId, name: `${r.runNumber} ${r.name}` })),
    ...away.map((id) => ({ id, name: `${newestStayOf(db, id)?.name ?? 'a dog that was here'} (away)` })),
  ]
}

/** What the choosing of this dog’s promises needs, with lengths as the house says them. */
export function loadPromising(db: Db, residencyId: ResidencyId, now: EpochMs): Promising {
  const { lengths } = readHouse(db)
  const inLengths = (curriculum: Curriculum) => curriculumIn(curriculum, lengths)
  const curriculum = inLengths(ladderOf(db, residencyId, now))
  const name = findResident(db, residencyId)?.name ?? ''
  const house = inLengths(newestCurriculum(db))
  return {
    curriculum,
    ground: groundOf(db),
    instead: saidInstead(house, curriculum, readPromises(db, residencyId), name),
  }
}

/** What is known of a step already: what was kept, and what the booking said. */
function known(
  db: Db,
  resident: Resident,
  step: StepId,
  entry: unknown,
  keptHere: boolean,
  curriculum: Curriculum,
  now: EpochMs,
): Typed {
  const of = typedOf(entry ?? {})
  switch (step) {
    case 'arrival':
      return {
        ...of,
        // A dog that comes again is put on the scale again.
        ...(keptHere ? {} : { weight: [''], weightRight: [''], arrivalNote: [''] }),
        run: [resident.runNumber],
        ...(resident.traits.bornOn === null ? {} : { bornOn: [resident.traits.bornOn] }),
      }
    case 'health':
      return {
        ...of,
        traits: traitNames.filter((t) => resident.traits[t]),
        felt: [resident.traits.felt ?? ''],
        caution: [(entry as Entry<'health'> | undefined)?.caution ?? resident.caution],
        biteHistory: [resident.biteHistory ? 'yes' : ''],
      }
    case 'words': {
      const words = readCueWords(db, resident.dogId)
      const reported = reportedOf(db, resident, now)
      const savedCues = (entry as Entry<'words'> | undefined)?.cues ?? []
      const { commands } = ladderInUse(db, resident.residencyId, now)
      const cues = commands.map(({ id: command }) => {
        const was = savedCues.find((c) => c.command === command)
        return {
          command,
          word: words.get(command) ?? '',
          signal: was?.signal ?? '',
          byHand: resident.traits.byHand?.includes(command) ?? false,
          reported: reported.get(command) ?? '',
        }
      })
      return {
        ...typedOf({ languages: (entry as Entry<'words'> | undefined)?.languages ?? '', cues }),
        release: [resident.releaseWord],
        marker: [resident.markerWord],
        releaseSign: [resident.traits.signs?.release ?? ''],
        markSign: [resident.traits.signs?.mark ?? ''],
        side: [sideText(resident)],
        finish: [(entry as Entry<'words'> | undefined)?.finish ?? ''],
      }
    }
    case 'promises':
      return typedOfPromises(curriculum, readPromises(db, resident.residencyId))
    case 'questions':
      return entry === undefined ? typedOf({ asked: usualQuestions.map((question) => ({ question, answer: '' })) }) : of
    case 'owner':
    case 'kit':
    case 'consents':
      return of
  }
}
