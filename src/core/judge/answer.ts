import { CalendarDateTime, parseDate, toZoned } from '@internationalized/date'
import { whatNext, type WhatNext } from '../coach/next'
import type { Around } from '../coach/allowed'
import { houseCurriculum } from '../curriculum/house'
import { findRung, runKey } from '../curriculum/lookup'
import { checkCurriculum } from '../curriculum/read'
import type { Curriculum } from '../curriculum/types'
import { blocksADay } from '../block/rest'
import { addDays, dayIn, daysBetween, msPerDay, startOfDay, weekdayOf } from '../days'
import type { Outcome, RepFact, SetFact } from '../facts/fact'
import { forecast, type Forecast } from '../forecast/forecast'
import { forecastGround } from '../forecast/ground'
import { baseFrom } from '../forecast/learned'
import { learnedFrom, ratesOf } from '../forecast/learning'
import { shippedBase } from '../forecast/rates'
import { pastOf } from '../forecast/stretches'
import { whyNotPossible } from '../handoff/possible'
import { findRow, methodAt, type DatedChange } from '../method/rows'
import { Stepper } from '../progress/fold'
import { sayRuling, type Verdict } from '../progress/voice'
import { houseForgetting, isStale, retention } from '../progress/memory'
import { madeOf } from '../progress/result'
import { newest, regimesOf, upTo, type Regimes } from '../progress/regime'
import type { DogState } from '../progress/state'
import { sayRule } from '../rule/rule'
import { topHeld } from '../progress/state'
import { summarise, type Summary } from '../promise/summary'
import { ownRung } from '../curriculum/lookup'
import { judgeCase, traitsOf, type JudgeCase } from './case'

export interface JudgeFault {
  readonly where: string
  readonly reason: string
}

export interface SaidRep extends Pick<Verdict, 'kind' | 'endsSet' | 'toRungId' | 'counts'> {
  /** What outcome, faults and help have made of it: C, H, L, M, or N for not clean. */
  readonly made: string
  /** Left out where it says no more than the counts. */
  readonly why?: string
}

export type JudgeAnswer =
  | { readonly ok: false; readonly id?: string; readonly faults: readonly JudgeFault[] }
  | {
      readonly ok: true
      readonly id?: string
      readonly asOf: string
      /** Promises that can never be met in this house, with the reason. */
      readonly refused: readonly { readonly rungId: string; readonly why: string }[]
      /** The chance to be ready when it goes home, where it was asked for. */
      readonly forecast?: ForecastAnswer
      readonly verdicts: readonly {
        readonly day: string
        readonly rungId: string
        readonly rule: string
        readonly reps: readonly SaidRep[]
      }[]
      readonly standing: {
        readonly readyOn: string | null
        /** Promised rungs that this dog’s ladder does not have. */
        readonly lost: readonly string[]
        readonly commands: readonly CommandAnswer[]
      }
      readonly next: Pick<WhatNext, 'shut' | 'waits' | 'rest'> & { readonly sets: readonly SetAnswer[] }
    }

export interface CommandAnswer {
  readonly command: string
  readonly word: string
  readonly reps: number
  readonly clean: number
  readonly stuck: string | null
  readonly runs: readonly {
    readonly run: string
    readonly inHand: string | null
    readonly held: string | null
    readonly slipped: readonly string[]
    readonly left: number | null
    readonly stale: boolean
  }[]
  readonly promises: readonly {
    readonly rungId: string
    readonly met: boolean
    readonly heldSince: string | null
    readonly places: number
    readonly people: number
  }[]
}

export type SetAnswer = Pick<
  WhatNext['sets'][number],
  'command' | 'rungId' | 'purpose' | 'why' | 'level' | 'kit' | 'setReps' | 'rule' | 'reasons'
> & { readonly placeId: string | null; readonly personId: string | null }

const outcomeOf: Readonly<Record<string, Outcome>> = { c: 'clean', h: 'helped', l: 'late', m: 'miss' }

const noFaults: readonly string[] = []
/** Reps from marks: C clean, H helped, L late, M miss, with the second of a break behind it. */
const readMarks = (marks: string): readonly Omit<RepFact, 'id' | 'at' | 'device' | 'seq'>[] =>
  [...marks.matchAll(/([chlm])(\d+(?:\.\d+)?)?/gi)].map((m) => ({
    outcome: outcomeOf[(m[1] ?? '').toLowerCase()] ?? 'miss',
    faults: noFaults,
    ...(m[2] === undefined ? {} : { brokeSeconds: Number(m[2]) }),
  }))

/** House: sets without a time follow one another by so much, from this minute of the day on. */
const between = 120_000
const firstMinute = 9 * 60

/**
 * The verdicts on all facts, the standing they come to and what is next, as of the moment of the case; or what is wrong
 * with the case.
 */
export function answerCase(raw: unknown): JudgeAnswer {
  const parsed = judgeCase.safeParse(raw)
  const named =
    typeof raw === 'object' && raw !== null && 'id' in raw && typeof raw.id === 'string' ? { id: raw.id } : {}
  if (!parsed.success)
    return {
      ok: false,
      ...named,
      faults: parsed.error.issues.slice(0, 20).map((i) => ({ where: i.path.join('.'), reason: i.message })),
    }
  const asked = parsed.data
  const curriculum = curriculumOf(asked)
  if (!('commands' in curriculum)) return { ok: false, ...named, faults: curriculum }
  const faults = faultsOf(asked, curriculum)
  return faults.length > 0 ? { ok: false, ...named, faults } : { ...judge(asked, curriculum), ...named }
}

let lastFile: { readonly text: string; readonly curriculum: Curriculum } | undefined
/** A file of its own is checked once for all the cases in a row that bring it. */
function curriculumOf(asked: JudgeCase): Curriculum | readonly JudgeFault[] {
  if (asked.house.curriculum === undefined) return houseCurriculum
  const text = JSON.stringify(asked.house.curriculum)
  if (lastFile?.text === text) return lastFile.curriculum
  const read = checkCurriculum(asked.house.curriculum)
  if (!read.ok) return read.faults.map((f) => ({ where: `house.curriculum, ${f.where}`, reason: f.reason }))
  lastFile = { text, curriculum: read.curriculum }
  return read.curriculum
}

/** What is wrong with a case beyond its shape: names that nothing bears, and an order that time does not allow. */
function faultsOf({ house, dog, days, asOf, forecast }: JudgeCase, curriculum: Curriculum): readonly JudgeFault[] {
  const faults: JudgeFault[] = []
  const places = new Set(house.places.map((p) => p.id))
  try {
    dayIn(house.timeZone, 0)
  } catch {
    return [{ where: 'house.timeZone', reason: 'no such time zone' }]
  }
  for (const [row, option] of [
    ...Object.entries(house.method),
    ...house.changes.map((c) => [c.row, c.option] as const),
  ])
    if (!findRow(row)?.options.some((o) => o.id === option))
      faults.push({ where: `house.method.${row}`, reason: `no such school: ${option}` })
  for (const s of dog.starts)
    if (!ownRung(curriculum, s.rungId)) faults.push({ where: 'dog.starts', reason: `no rung ${s.rungId}` })
  days.forEach((d, i) => {
    if (i > 0 && d.day <= (days[i - 1]?.day ?? ''))
      faults.push({ where: `days.${i}`, reason: 'days come in order, each once' })
    d.sets.forEach((s, n) => {
      if (!ownRung(curriculum, s.rungId)) faults.push({ where: `days.${i}.sets.${n}`, reason: `no rung ${s.rungId}` })
      if (s.placeId !== undefined && !places.has(s.placeId))
        faults.push({ where: `days.${i}.sets.${n}`, reason: `no place ${s.placeId}` })
    })
  })
  if (forecast !== undefined && dog.leavesOn === undefined)
    faults.push({ where: 'forecast', reason: 'needs the day on which the dog goes home, dog.leavesOn' })
  forecast?.learnFrom.forEach((past, i) => {
    past.days.forEach((d) => {
      for (const s of d.sets)
        if (!ownRung(curriculum, s.rungId))
          faults.push({ where: `forecast.learnFrom.${i}`, reason: `no rung ${s.rungId}` })
    })
  })
  const last = days.at(-1)?.day
  if (last !== undefined && dayIn(house.timeZone, Date.parse(asOf)) < last)
    faults.push({ where: 'asOf', reason: `lies before the last day of facts, ${last}` })
  return faults.slice(0, 20)
}

const changesOf = (house: JudgeCase['house']): readonly DatedChange[] =>
  [
    ...Object.entries(house.method).map(([row, option]) => ({ at: Number.NEGATIVE_INFINITY, row, option })),
    ...house.changes.map((c) => ({ at: Date.parse(c.at), row: c.row, option: c.option })),
  ].sort((a, b) => a.at - b.at)

/** What held for a dog of this house until a moment. */
const regimesOfCase = (
  house: JudgeCase['house'],
  dog: JudgeCase['dog'],
  curriculum: Curriculum,
  now: number,
): Regimes =>
  upTo(
    regimesOf({
      versions: [{ from: Number.NEGATIVE_INFINITY, curriculum }],
      changes: changesOf(house),
      traits: traitsOf(dog),
      side: dog.side,
      arrivesOn: dog.arrivesOn,
      starts: dog.starts.map((s) => ({ at: Date.parse(s.at), rungId: s.rungId })),
      startOfDay: (day) => startOfDay(house.timeZone, day),
    }),
    now,
  )

/** The sets of a case as facts, in order, each with its moment. */
function setsOf(house: JudgeCase['house'], days: JudgeCase['days']): readonly SetFact[] {
  let seq = 0
  return days.flatMap(({ day, sets }, d) => {
    const morning = startOfDay(house.timeZone, day)
    let last = 0
    return sets.map((set, n): SetFact => {
      const at =
        set.at === undefined
          ? last === 0
            ? morning + firstMinute * 60_000
            : last + between
          : wallTime(house.timeZone, day, set.at)
      last = at
      const place = house.places.find((p) => p.id === set.placeId) ?? house.places[0]
      const reps = typeof set.reps === 'string' ? readMarks(set.reps) : set.reps
      return {
        id: `${d}.${n}`,
        rungId: set.rungId,
        purpose: set.purpose,
        day,
        placeId: place?.id ?? '',
        placeKind: place?.kind ?? 'room',
        leashHolder: set.by ?? house.people[0] ?? '',
        level: set.level,
        kit: set.kit,
        blockId: set.block ?? `${d}`,
        reps: reps.map((r, i): RepFact => {
          const { prompt, cuesSaid, latencySeconds, heldSeconds, brokeSeconds } = r as Partial<RepFact>
          return {
            id: `${d}.${n}.${i}`,
            at: at + i * 1000,
            device: 'judge',
            seq: seq++,
            outcome: r.outcome,
            faults: r.faults,
            ...(prompt === undefined ? {} : { prompt }),
            ...(cuesSaid === undefined ? {} : { cuesSaid }),
            ...(latencySeconds === undefined ? {} : { latencySeconds }),
            ...(heldSeconds === undefined ? {} : { heldSeconds }),
            ...(brokeSeconds === undefined ? {} : { brokeSeconds }),
          }
        }),
      }
    })
  })
}

export interface ForecastAnswer extends Pick<Forecast, 'chance' | 'byBlocks' | 'binds' | 'known' | 'impossible'> {
  readonly seed: number
  readonly futures: number
  /** Days by which 10, 25, 50, 75 and 90 in a hundred futures are ready; null beyond what is played. */
  readonly days: readonly (string | null)[]
  /** Share ready by the end of each day from today on. */
  readonly by: readonly number[]
  readonly promises: readonly {
    readonly rungId: string
    readonly chance: number
    readonly days: readonly (string | null)[]
  }[]
}

/** The chance to be ready, as the application says it, with what it was told of the house. */
function forecastOf(
  { house, dog, promises, forecast: asked }: JudgeCase,
  regimes: Regimes,
  sets: readonly SetFact[],
  state: DogState,
  now: number,
): ForecastAnswer | undefined {
  if (!asked || dog.leavesOn === undefined) return undefined
  const { curriculum } = newest(regimes)
  const today = dayIn(house.timeZone, now)
  const base = asked.rates ? baseFrom(asked.rates) : shippedBase
  const finished = asked.learnFrom.map((past) => {
    const until = startOfDay(house.timeZone, past.dog.leavesOn ?? past.days.at(-1)?.day ?? past.dog.arrivesOn)
    const own = regimesOfCase(house, past.dog, curriculum, until + msPerDay)
    return pastOf(own, setsOf(house, past.days)).stretches
  })
  const ground = forecastGround({
    curriculum,
    regimes,
    sets,
    state,
    promises,
    rates: ratesOf(learnedFrom(finished, base), base),
    mostBlocks: blocksADay.usual,
    impossible: promises.some(
      (p) => whyNotPossible(curriculum, p, { places: house.places, people: house.people.length }) !== undefined,
    ),
    stay: {
      today,
      leavesOn: dog.leavesOn,
      // What is left of the day, of ten hours from eight on.
      shareOfToday: Math.min(
        1,
        Math.max(0, 1 - (now - startOfDay(house.timeZone, today) - 8 * 3_600_000) / 36_000_000),
      ),
      open: (day) => day > dog.arrivesOn,
      ...(asked.setsADay === undefined ? {} : { usual: (day) => asked.setsADay?.[weekdayOf(day) - 1] ?? 0 }),
    },
  })
  const told = forecast(ground, asked.futures, asked.seed, { ifs: 'blocks' })
  const dates = (days: Forecast['days']) => days.map((d) => (d === null ? null : addDays(today, d)))
  return {
    seed: asked.seed,
    futures: asked.futures,
    chance: told.chance,
    days: dates(told.days),
    by: told.by,
    promises: told.legs.map((leg) => ({ rungId: leg.rungId, chance: leg.chance, days: dates(leg.days) })),
    byBlocks: told.byBlocks,
    binds: told.binds,
    known: told.known,
    impossible: told.impossible,
  }
}

function judge(asked: JudgeCase, curriculum: Curriculum): Extract<JudgeAnswer, { ok: true }> {
  const { house, dog, promises } = asked
  const now = Date.parse(asked.asOf)
  const traits = traitsOf(dog)
  const changes = changesOf(house)
  const regimes = regimesOfCase(house, dog, curriculum, now)
  const stepper = new Stepper(regimes)
  const verdicts: { day: string; rungId: string; rule: string; reps: SaidRep[] }[] = []
  const sets = setsOf(house, asked.days)
  const worked = asked.days.filter((d) => d.sets.length > 0).length
  for (const context of sets) {
    const said: SaidRep[] = []
    const at0 = ownRung(stepper.regime.curriculum, context.rungId)?.rung
    const rule = at0 && sayRule(at0.rule)
    const { reps } = context
    reps.forEach((fact, i) => {
      const speaks = asked.say === 'all' || (asked.say === 'last' && i === reps.length - 1)
      const ruling = stepper.step(context, fact, speaks)
      const rung = ownRung(stepper.regime.curriculum, context.rungId)?.rung
      if (!speaks) return
      const verdict = sayRuling(ruling)
      said.push({
        made: rung ? madeOf(rung, fact) : '',
        kind: verdict.kind,
        endsSet: verdict.endsSet,
        toRungId: verdict.toRungId,
        counts: verdict.counts,
        ...(verdict.why === verdict.counts ? {} : { why: verdict.why }),
      })
    })
    if (asked.say !== 'none') verdicts.push({ day: context.day, rungId: context.rungId, rule: rule ?? '', reps: said })
  }
  stepper.wait(now)
  const ladder = stepper.regime.curriculum
  const summary = summarise(ladder, stepper.state, promises, { days: worked, reps: stepper.state.gained })
  const today = dayIn(house.timeZone, now)
  const around: Around = {
    now,
    today,
    places: house.places.map((p) => ({
      id: p.id,
      kind: p.kind,
      ...(p.indoors === undefined ? {} : { indoors: p.indoors }),
      ...(p.surface === undefined ? {} : { surface: p.surface }),
    })),
    people: house.people,
    method: methodAt(changes, now),
    forgetting: houseForgetting,
    barred: new Map(Object.entries(dog.barred)),
    ...(house.weather ? { weather: house.weather } : {}),
  }
  const gone = dog.leavesOn !== undefined && daysBetween(dog.leavesOn, today) > 0
  const next = gone
    ? { sets: [], shut: [], waits: [], rest: 'It has gone home.' }
    : whatNext(
        ladder,
        stepper.state,
        summary,
        {
          promises,
          words: { name: 'the dog', cue: undefined, release: 'Okay', marker: 'Yes', side: dog.side, traits },
          arrivesOn: dog.arrivesOn,
          cueWords: new Map(),
          tried: [],
        },
        around,
      )
  const told = forecastOf(asked, regimes, sets, stepper.state, now)
  return {
    ok: true,
    asOf: new Date(now).toISOString(),
    ...(told === undefined ? {} : { forecast: told }),
    refused: promises.flatMap((p) => {
      const no = whyNotPossible(ladder, p, { places: house.places, people: house.people.length })
      return no ? [{ rungId: p.rungId, why: no.why }] : []
    }),
    verdicts,
    standing: {
      readyOn: summary.readyOn ?? null,
      lost: summary.lost,
      commands: commandsOf(ladder, stepper, summary, now),
    },
    next: {
      sets: next.sets.map((s): SetAnswer => ({
        command: s.command,
        rungId: s.rungId,
        purpose: s.purpose,
        why: s.why,
        placeId: s.placeId ?? null,
        personId: s.personId ?? null,
        level: s.level,
        kit: s.kit,
        setReps: s.setReps,
        rule: s.rule,
        reasons: s.reasons,
      })),
      shut: next.shut,
      waits: next.waits,
      rest: next.rest,
    },
  }
}

function commandsOf(ladder: Curriculum, stepper: Stepper, summary: Summary, now: number): readonly CommandAnswer[] {
  return summary.commands.flatMap((c): CommandAnswer[] => {
    const command = ladder.commands.find((x) => x.id === c.command)
    if (!command || (c.reps === 0 && c.promises.length === 0 && c.runs.every((r) => r.position === 0))) return []
    return [
      {
        command: c.command,
        word: c.word,
        reps: c.reps,
        clean: c.clean,
        stuck: c.stuck?.rungId ?? null,
        runs: command.runs.map((run) => {
          const state = stepper.state.runs[runKey(command.id, run.id)]
          const top = topHeld(run, state)
          const memory = top >= 0 ? state?.memory : undefined
          return {
            run: run.id,
            inHand: run.rungs[state?.position ?? 0]?.id ?? null,
            held: run.rungs[top]?.id ?? null,
            slipped: (c.runs.find((r) => r.id === run.id)?.slipped ?? []).flatMap((i) => run.rungs[i]?.id ?? []),
            left: memory ? Number(retention(memory, now).toFixed(4)) : null,
            stale: memory !== undefined && isStale(memory, now),
          }
        }),
        promises: c.promises.map((p) => ({
          rungId: findRung(ladder, p.promise.rungId)?.rung.id ?? p.promise.rungId,
          met: p.met,
          heldSince: p.heldSince ?? null,
          places: p.placesHeld,
          people: p.peopleHeld,
        })),
      },
    ]
  })
}

/** The moment at which the wall clock of this zone shows a time on a day. */
function wallTime(timeZone: string, day: string, time: string): number {
  const date = parseDate(day)
  const [hour, minute] = time.split(':').map(Number)
  return toZoned(new CalendarDateTime(date.year, date.month, date.day, hour ?? 0, minute ?? 0), timeZone)
    .toDate()
    .getTime()
}
