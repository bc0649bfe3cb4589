import { firstRecorded } from '@/store/books'
import { v7 } from 'uuid'
import { z } from 'zod'
import { findCommand } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import type { Typed } from '@/core/fields'
import { withHouseSigns } from '@/core/dog/deaf'
import { plainDog, traitNames } from '@/core/dog/traits'
import { sideSaid } from '@/core/dog/side'
import { checkWeight } from '@/core/food/weight'
import { kgPerLb } from '@/core/measures'
import type { DogTraits } from '@/core/dog/traits'
import { severalIn, stepSchemas, type Entry, type StepId } from '@/core/intake/steps'
import type { Db } from '@/store/database'
import { insertWeight, readWeights } from '@/store/food'
import { appendEntry, dropDraft, dropDraftsBefore, readDraft, readEntry, writeDraft, type Draft } from '@/store/intake'
import { readKennel } from '@/store/kennel'
import {
  dogInRun,
  findResident,
  hasLater,
  insertFinish,
  readCueWords,
  readFinishes,
  replaceCueWords,
  replacePromises,
  updateDog,
  type Resident,
} from '@/store/residents'
import type { FormResult } from './begin'
import type { Sent } from '@/core/clash'
import { same, type Json } from '@/core/merge'
import { specsFor, valuesNow } from '../page/intake'
import { saveForm, type Clashed, type FormHere } from './saveOver'
import { compareStandings } from '@/core/views/compare'
import { ladderOf, regimesFor } from '../base/regimes'
import { changeBooks, noteWord } from './changeBooks'
import { refold, refoldDog } from '../record/refold'
import { derive } from '../record/standing'
import { reject, wrongIn } from './actionResult'
import { promisesFrom } from './promises'
import { readHouse } from '@/store/house'
import { counted } from '@/core/wording'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** A draft is what somebody types, not a place to store things. */
const mostFields = 600

const mostLetters = 40_000

export const draft = z.object({
  key: z.uuid(),
  step: z.enum(['booking', ...Object.keys(stepSchemas)] as [string, ...string[]]),
  typed: z
    .record(z.string().max(80), z.array(z.string().max(2000)).max(60))
    .refine((t) => Object.keys(t).length <= mostFields && JSON.stringify(t).length <= mostLetters, 'Too much.'),
  /** What the fields held when it was begun. */
  read: z
    .record(z.string().max(80), z.array(z.string().max(2000)).max(60))
    .refine((t) => Object.keys(t).length <= mostFields && JSON.stringify(t).length <= mostLetters, 'Too much.')
    .optional(),
  /** When the draft that it goes on from was saved; null where there was none. */
  over: z.number().nullable().optional(),
})

/** Design choice: a booking that nobody went on with is forgotten after so many days. */
const draftDays = 14

/**
 * Keeps a step as it is being typed, so that it can be gone on with on another device. Never over what somebody typed
 * into it meanwhile: that stays, and what is typed here is laid over it when it is saved for good.
 */
export function saveDraft(
  db: Db,
  raw: unknown,
  savedBy: string,
  now: EpochMs,
): { readonly ok: true; readonly savedAt: EpochMs } | { readonly ok: false; readonly reason?: string } {
  const parsed = draft.safeParse(raw)
  if (!parsed.success) return { ok: false }
  const { key, step, typed, read, over } = parsed.data
  // A booking is begun of what is no dog yet; what is typed on after it was added is of no use to anybody.
  if ((step === 'booking') === (findResident(db, key) !== undefined)) return { ok: false }
  return db
    .transaction((): ReturnType<typeof saveDraft> => {
      dropDraftsBefore(db, 'booking', now - draftDays * 86_400_000)
      const there = readDraft(db, key, step)
      if (there && there.savedAt !== (over ?? null) && !same(there.typed as Json, typed as Json))
        return {
          ok: false,
          reason: `${there.by} is typing here, too. Yours stays on this page; save it to lay both together.`,
        }
      // No two drafts are of one moment.
      const savedAt = Math.max(now, (there?.savedAt ?? 0) + 1)
      writeDraft(db, key, step, typed, savedBy, savedAt, read)
      return { ok: true, savedAt }
    })
    .immediate()
}

/** Forgets a booking that was begun; what was typed comes back, so that it can be kept again. */
export function discardBooking(db: Db, key: string): Draft | undefined {
  const had = readDraft(db, key, 'booking')
  dropDraft(db, key, 'booking')
  return had
}

/**
 * Keeps one step for good, with what follows from it; nothing of it when anything is wrong, and nothing over what
 * somebody else kept since it was read.
 */
export function keepStep(
  db: Db,
  residencyId: ResidencyId,
  step: StepId,
  form: Typed | Sent,
  recordedBy: PersonId,
  now: EpochMs,
): FormResult | Clashed {
  return db
    .transaction((): FormResult | Clashed => {
      const resident = findResident(db, residencyId)
      if (!resident) return reject('dog-not-found', 'Dog not found.')
      return saveForm(
        db,
        form,
        () => stepHere(db, resident, step, now),
        (entry, typed): FormResult => {
          const errors = followStep(db, resident, step, entry, recordedBy, now)
          if (errors) return wrongIn(errors)
          appendEntry(db, { id: v7(), residencyId, step, entry, at: now, recordedBy })
          // What somebody else is still typing waits for them.
          const open = readDraft(db, residencyId, step)
          const own = open && (open.byId === recordedBy || same(open.typed as Json, typed as Json))
          if (own) dropDraft(db, residencyId, step)
          return { ok: true, id: residencyId }
        },
      )
    })
    .immediate()
}

/** A step as its form would be read now. */
function stepHere(db: Db, resident: Resident, step: StepId, now: EpochMs): FormHere<(typeof stepSchemas)[StepId]> {
  const entry = readEntry(db, resident.residencyId, step)
  return {
    schema: stepSchemas[step],
    several: severalIn[step],
    now: {
      typed: valuesNow(db, resident, step, now),
      fields: specsFor(db, resident, now).find((s) => s.id === step)?.fields ?? [],
      saved: { by: entry?.by ?? '', at: entry?.at, timeZone: readKennel(db).timeZone },
    },
  }
}

type Errors = Readonly<Record<string, string>>

/**
 * What a step means for the dog itself; what was wrong, by field, when it may not be. Nothing is written before all is
 * checked.
 */
function followStep(
  db: Db,
  resident: Resident,
  step: StepId,
  entry: unknown,
  recordedBy: PersonId,
  now: EpochMs,
): Errors | undefined {
  switch (step) {
    case 'arrival':
      return arrive(db, resident, entry as Entry<'arrival'>, recordedBy, now)
    case 'health': {
      const health = entry as Entry<'health'>
      // It is kept of that stay; what the dog is now was said at a later one.
      if (hasLater(db, resident.residencyId)) return undefined
      const traits = {
        ...resident.traits,
        ...Object.fromEntries(traitNames.map((t) => [t, health.traits.includes(t)])),
        felt: health.felt === '' ? undefined : health.felt,
      }
      // Two people are a caution like any other: it has to stand wherever somebody is sent to this door.
      updateDog(db, resident.dogId, {
        caution: withTwo(health),
        biteHistory: health.biteHistory,
        traits: shownByHouse(db, resident, traits),
      })
      refoldDog(db, resident.dogId, now)
      return undefined
    }
    case 'promises':
      return takePromises(db, resident, entry as Entry<'promises'>, now)
    case 'words':
      return takeWords(db, resident, entry as Entry<'words'>, recordedBy, now)
    case 'owner':
    case 'kit':
    case 'consents':
    case 'questions':
      return undefined
  }
}

const twoPeople = 'Needs two handlers'

const withTwo = (health: Entry<'health'>): string =>
  health.twoPeople && !/two (people|handlers)/i.test(health.caution)
    ? [twoPeople, health.caution].filter((s) => s !== '').join('. ')
    : health.caution

function arrive(
  db: Db,
  resident: Resident,
  arrival: Entry<'arrival'>,
  recordedBy: PersonId,
  now: EpochMs,
): Errors | undefined {
  const today = dayIn(readKennel(db).timeZone, now)
  const errors: Record<string, string> = {}
  const other = dogInRun(db, arrival.run, resident.arrivesOn, resident.leavesOn, resident.residencyId)
  if (other !== undefined) errors['run'] = `${other} has run ${arrival.run} during these days.`
  if (arrival.bornOn > today) errors['bornOn'] = 'That day has not come yet.'
  else if (arrival.bornOn !== '' && arrival.bornOn < `${Number(today.slice(0, 4)) - 30}${today.slice(4)}`)
    errors['bornOn'] = 'No dog is thirty years old.'
  const kg = arrival.weight === null ? undefined : arrival.weight * (arrival.weightUnit === 'lb' ? kgPerLb : 1)
  const weights = readWeights(db, resident.dogId)
  if (kg !== undefined) {
    const check = checkWeight(kg, {
      lastKg: weights.at(-1)?.kg,
      giant: resident.traits.giant,
      unit: readHouse(db).unit,
    })
    if (check.kind === 'refused' || (check.kind === 'ask' && !arrival.weightRight)) errors['weight'] = check.why
  }
  if (Object.keys(errors).length > 0) return errors
  changeBooks(db, resident, 'run', arrival.run, { recordedBy, now })
  // The weight of a form that is kept again is no weighing of today, nor is that of a dog that is not here.
  const was = readEntry(db, resident.residencyId, 'arrival')
  const sameWeight =
    was?.residencyId === resident.residencyId &&
    was.entry.weight === arrival.weight &&
    was.entry.weightUnit === arrival.weightUnit
  const here = today <= resident.leavesOn
  const last = weights.at(-1)
  if (kg !== undefined && here && !sameWeight && (last?.day !== today || Math.abs(last.kg - kg) > 1e-9))
    insertWeight(db, { id: v7(), dogId: resident.dogId, day: today, kg, at: now, recordedBy })
  const bornOn = arrival.bornOn === '' ? null : arrival.bornOn
  if (bornOn !== resident.traits.bornOn && !hasLater(db, resident.residencyId)) {
    updateDog(db, resident.dogId, { traits: { ...plainDog, ...resident.traits, bornOn } })
    refoldDog(db, resident.dogId, now)
  }
  return undefined
}

function takePromises(db: Db, resident: Resident, { promised }: Entry<'promises'>, now: EpochMs): Errors | undefined {
  const taken = promisesFrom(db, ladderOf(db, resident.residencyId, now), promised)
  if ('errors' in taken) return taken.errors
  replacePromises(db, resident.residencyId, taken.promises)
  refold(db, resident.residencyId, now)
  return undefined
}

function takeWords(
  db: Db,
  resident: Resident,
  words: Entry<'words'>,
  recordedBy: PersonId,
  now: EpochMs,
): Errors | undefined {
  // It is kept of that stay; the words that are said to the dog now are those of a later one.
  if (hasLater(db, resident.residencyId)) return undefined
  const curriculum = ladderOf(db, resident.residencyId, now)
  const bad = words.cues.findIndex((c) => {
    const command = findCommand(curriculum, c.command)
    return !command || (c.reported !== '' && !command.runs.some((r) => r.rungs.some((g) => g.id === c.reported)))
  })
  if (bad >= 0) return { [`cues.${bad}.reported`]: 'That rung is not in this dog’s curriculum.' }
  const cueWords = readCueWords(db, resident.dogId)
  // What is switched off for this dog is not asked for, and keeps what was said of it.
  const asked = curriculum.commands.filter((c) => c.extra !== true || words.cues.some((cue) => cue.command === c.id))
  const changed = asked.flatMap((c): WordChange[] => {
    const was = cueWords.get(c.id) ?? c.defaultCue
    const typed = words.cues.find((cue) => cue.command === c.id)?.word ?? ''
    const becomes = typed === '' ? c.defaultCue : typed
    return was === becomes ? [] : [{ command: c.id, was, becomes, same: was.toLowerCase() === becomes.toLowerCase() }]
  })
  const anew = words.wordIs === 'spelling' ? [] : changed.filter((w) => !w.same)
  if (words.wordIs === '') {
    const would = newWordsWould(db, resident, anew, now)
    if (would !== '') return { wordIs: `${would} Say whether the word is new.` }
  }
  const who = { recordedBy, now }
  noteWord(db, resident, { what: 'release', was: resident.releaseWord, becomes: words.release }, who)
  noteWord(db, resident, { what: 'marker', was: resident.markerWord, becomes: words.marker }, who)
  for (const { command: of, was, becomes } of changed)
    noteWord(db, resident, { what: anew.some((a) => a.command === of) ? 'word' : 'spelling', of, was, becomes }, who)
  const byHand = [
    ...words.cues.filter((c) => c.byHand).map((c) => c.command),
    ...(resident.traits.byHand ?? []).filter((id) => !asked.some((c) => c.id === id)),
  ]
  updateDog(db, resident.dogId, {
    releaseWord: words.release,
    markerWord: words.marker,
    traits: shownByHouse(db, resident, {
      ...resident.traits,
      byHand: byHand.length === 0 ? undefined : byHand,
      signs: signsOf(words, resident.traits),
    }),
    ...sideSaid(words.side),
  })
  const finish = words.finish === '' ? undefined : words.finish
  if (finish !== readFinishes(db, resident.dogId).at(-1)?.finish)
    insertFinish(db, { id: v7(), dogId: resident.dogId, finish: finish ?? null, at: now, recordedBy })
  const unasked = [...cueWords].filter(([id]) => !asked.some((c) => c.id === id))
  replaceCueWords(db, resident.dogId, new Map([...unasked, ...words.cues.map((c) => [c.command, c.word] as const)]))
  refoldDog(db, resident.dogId, now)
  return undefined
}

/** The signs of the house go to a deaf dog while nothing was taught yet: later it knows those that it was shown. */
const shownByHouse = (db: Db, { residencyId }: Resident, traits: DogTraits): DogTraits =>
  firstRecorded(db, residencyId) === null ? withHouseSigns(traits, readHouse(db)) : traits

/** What a deaf dog is shown for its release and its marker; only of a deaf dog is it asked. */
function signsOf(words: Entry<'words'>, { deaf, signs }: DogTraits): DogTraits['signs'] {
  if (!deaf) return signs
  const said = {
    ...(words.releaseSign === '' ? {} : { release: words.releaseSign }),
    ...(words.markSign === '' ? {} : { mark: words.markSign }),
  }
  return Object.keys(said).length === 0 ? undefined : said
}

interface WordChange {
  readonly command: string
  readonly was: string
  readonly becomes: string
  /** Only upper and lower case differ. */
  readonly same: boolean
}

/** What other cue words would do to a dog’s standing and to the work left, in words; empty for nothing. */
function newWordsWould(db: Db, resident: Resident, words: readonly WordChange[], now: EpochMs): string {
  if (words.length === 0) return ''
  const id = resident.residencyId
  const ladder = ladderOf(db, id, now)
  const before = derive(db, id, regimesFor(db, id, now)).summary
  const newWords = words.map(({ command }) => ({ at: now, command }))
  const after = derive(db, id, regimesFor(db, id, now, { newWords })).summary
  const changes = compareStandings(ladder, before, ladder, after)
  if (changes.length === 0) return ''
  const left = (s: typeof before) => ({
    reps: Math.round(s.needs.reduce((n, need) => n + need.reps, 0)),
    days: Math.max(0, ...s.needs.map((need) => need.days)),
  })
  const [was, is] = [left(before), left(after)]
  return [
    ...changes.map((c) => `${c.command}: ${c.before}, would be: ${c.after}.`),
    `Left for what is promised: ${counted(was.reps, 'rep')} on ${counted(was.days, 'day')} or more, ` +
      `then ${is.reps} on ${is.days}.`,
  ].join(' ')
}
