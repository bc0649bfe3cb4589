import { outcomeOfLetter, type Outcome } from '../facts/fact'
import { nothingSaid, nothingSeen } from '../facts/words'
import type { ResidencyId, SetId } from '../ids'

/** A ladder as a sheet needs it: commands with their rungs, in order. */
export interface PaperCommand {
  readonly id: string
  readonly name: string
  readonly rungs: readonly { readonly id: string; readonly name: string }[]
}

export interface PaperDog {
  readonly residencyId: ResidencyId
  readonly runNumber: string
  readonly name: string
  readonly commands: readonly PaperCommand[]
  /** The rung in hand, by command. */
  readonly inHand: Readonly<Record<string, string>>
}

export interface PaperRep {
  readonly outcome: Outcome
  /** Second of the break, for a miss that says it. */
  readonly brokeSeconds: number | null
}

export interface PaperSet {
  readonly dog: PaperDog
  readonly command: PaperCommand
  readonly rung: { readonly id: string; readonly name: string }
  readonly reps: readonly PaperRep[]
}

export type PaperLine = { readonly ok: true; readonly set: PaperSet } | { readonly ok: false; readonly reason: string }

/** Design choice: more reps than this are no set on a sheet. */
const mostReps = 40
/** A name as it is compared: letters and digits of any script, without case and marks. */
const plain = (s: string): string =>
  s
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLocaleLowerCase('en')
    .replace(/[^\p{L}\p{N}]+/gu, '')

/**
 * One line of a paper sheet: run number or name, command, the rung when it is not the one in hand, and the marks, as in
 * “8 sit-stay 10 s CCM4C”. C clean, H helped, L late, M miss, with the second of a break behind it. Letters of a
 * command or a rung may be left off from the end as long as it is clear which is meant.
 */
export function readPaperLine(line: string, dogs: readonly PaperDog[]): PaperLine {
  const words = line.trim().split(/\s+/).filter(Boolean)
  const [who, ...rest] = words
  if (who === undefined) return no('Run, command, marks: 8 sit CCHC')
  // Exact names before beginnings: Wren is Wren, though a Wrenna is here too.
  const dog =
    dogs.find((d) => d.runNumber.toLowerCase() === who.toLowerCase()) ??
    (plain(who) === ''
      ? undefined
      : (only(dogs.filter((d) => plain(d.name) === plain(who))) ??
        only(dogs.filter((d) => plain(d.name).startsWith(plain(who))))))
  if (!dog) return no(`No dog here has the run or the name “${who}”.`)
  const marksAt = rest.findLastIndex((w) => isMarks(w))
  if (marksAt < 1) return no(`${dog.name}: which command, and the marks at the end, such as CCHC or CCM4.`)
  if (marksAt < rest.length - 1) return no('The marks come last.')
  const reps = readMarks(rest[marksAt] ?? '')
  if (typeof reps === 'string') return no(reps)
  // As many words as name a command; what is left names the rung.
  for (let n = marksAt; n >= 1; n--) {
    const command = commandBy(dog, plain(rest.slice(0, n).join('')))
    if (!command) continue
    const rungName = plain(rest.slice(n, marksAt).join(''))
    const rung =
      rungName === ''
        ? command.rungs.find((r) => r.id === dog.inHand[command.id])
        : (command.rungs.find((r) => plain(r.name) === rungName) ??
          only(command.rungs.filter((r) => plain(r.name).startsWith(rungName))))
    if (rung) return { ok: true, set: { dog, command, rung, reps } }
    if (rungName !== '') return no(`${command.name} has no one rung like “${rest.slice(n, marksAt).join(' ')}”.`)
  }
  return no(`${dog.name} has no one command like “${rest.slice(0, marksAt).join(' ')}”.`)
}

const no = (reason: string): PaperLine => ({ ok: false, reason })
const only = <T>(all: readonly T[]): T | undefined => (all.length === 1 ? all[0] : undefined)

const commandBy = (dog: PaperDog, said: string): PaperCommand | undefined =>
  said === ''
    ? undefined
    : (dog.commands.find((c) => plain(c.name) === said || plain(c.id) === said) ??
      only(dog.commands.filter((c) => plain(c.name).startsWith(said))))

const isMarks = (word: string): boolean => /^(?:[chl]|m(?:\d+(?:[.,]\d)?)?)+$/i.test(word)

function readMarks(word: string): readonly PaperRep[] | string {
  const reps = [...word.matchAll(/([chlm])(\d+(?:[.,]\d)?)?/gi)].map((m): PaperRep => ({
    outcome: outcomeOfLetter[(m[1] ?? '').toUpperCase()] ?? 'miss',
    brokeSeconds: m[2] === undefined ? null : Number(m[2].replace(',', '.')),
  }))
  if (reps.length > mostReps) return `${reps.length} marks are more than a set.`
  if (reps.some((r) => (r.brokeSeconds ?? 0) > 3600)) return 'A duration may be an hour at most.'
  return reps
}

/** Design choice: sets of a sheet are taken to have come so far apart. */
export const paperApartMs = 3 * 60_000
/** Design choice: and the reps of one of them. */
export const paperRepMs = 1000

/** What the opening of a set from a sheet says besides what the sheet says. */
export const paperOpening = {
  kind: 'set-opened',
  purpose: 'work',
  distanceBand: null,
  temperatureC: null,
  minutesIn: null,
  exerciseMinutesAgo: null,
  ...nothingSaid.set,
  replaces: null,
} as const

/** A rep from a sheet: its mark, and the second of a break where one stands; what did not miss was paid. */
export const paperRep = (setId: SetId, { outcome, brokeSeconds }: PaperRep) => ({
  kind: 'rep' as const,
  setId,
  outcome,
  ...nothingSeen,
  heldSeconds: brokeSeconds,
  brokeSeconds,
  faults: brokeSeconds === null ? [] : ['broke'],
  paid: outcome !== 'miss',
})

/** Its closing. */
export const paperClosing = (setId: SetId) => ({ kind: 'set-closed', setId, endedBy: 'trainer', note: '' }) as const

/** Marks as they are written on a sheet. */
export const marksText = (reps: readonly PaperRep[]): string =>
  reps.map((r) => r.outcome.charAt(0).toUpperCase() + (r.brokeSeconds === null ? '' : String(r.brokeSeconds))).join('')

/** The line that says this set in full, so that it reads the same whatever is in hand by then. */
export const lineText = (set: PaperSet): string =>
  `${set.dog.runNumber} ${set.command.name} ${set.rung.name} ${marksText(set.reps)}`
