import { whatNext, type WhatNext } from '../coach/next'
import { isYoung, type WorkingConditions } from '../coach/allowed'
import { houseCurriculum } from '../curriculum/house'
import { findRung, ladderKey } from '../curriculum/lookup'
import { checkCurriculum } from '../curriculum/read'
import type { CurriculumFaultCode } from '../curriculum/validate'
import type { Curriculum } from '../curriculum/types'
import { dayIn, daysBetween } from '../days'
import { whyNotPossible } from '../handoff/possible'
import { methodAt, optionsOf } from '../method/method'
import { Stepper } from '../progress/fold'
import { rulingText, type Verdict } from '../progress/voice'
import { houseForgetting, isDue, retention } from '../progress/retention'
import { madeOf } from '../progress/result'
import { ruleText } from '../rule/rule'
import { topMastered } from '../progress/state'
import { summarize, type Summary } from '../promise/summary'
import { ownRung } from '../curriculum/lookup'
import { judgeCase, traitsOf, type JudgeCase } from './case'
import { forecastOf, type ForecastAnswer } from './forecast'
import { changesOf, regimesOfCase, setsOf } from './given'
import type { PersonId, PlaceId, RungId } from '../ids'
import type { EpochMs } from '../epochMs'

/** What is wrong with a case, for whoever asks by a program. */
export type JudgeFaultCode =
  | CurriculumFaultCode
  | 'time-zone'
  | 'method'
  | 'no-such-rung'
  | 'no-such-location'
  | 'order'
  | 'too-early'
  | 'leaves-on'

/** Something that is wrong with a case: where, what, and what a person reads. */
export interface JudgeFault {
  readonly where: string
  readonly code: JudgeFaultCode
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
      readonly refused: readonly { readonly rungId: RungId; readonly why: string }[]
      /** The chance to be ready when it goes home, where it was asked for. */
      readonly forecast?: ForecastAnswer
      readonly verdicts: readonly {
        readonly day: string
        readonly rungId: RungId
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
    readonly rungId: RungId
    readonly met: boolean
    readonly heldSince: string | null
    readonly places: number
    readonly people: number
  }[]
}

export type SetAnswer = Pick<
  WhatNext['sets'][number],
  'command' | 'rungId' | 'purpose' | 'why' | 'level' | 'kit' | 'setReps' | 'rule' | 'reasons'
> & { readonly placeId: PlaceId | null; readonly personId: PersonId | null }

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
      faults: parsed.error.issues
        .slice(0, 20)
        .map((i) => ({ where: i.path.join('.'), code: 'shape' as const, reason: i.message })),
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
  if (!read.ok) return read.faults.map((f) => ({ ...f, where: `house.curriculum, ${f.where}` }))
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
    return [{ where: 'house.timeZone', code: 'time-zone', reason: 'not a time zone' }]
  }
  for (const [row, option] of [
    ...Object.entries(house.method),
    ...house.changes.map((c) => [c.row, c.option] as const),
  ])
    if (!optionsOf(row).includes(option))
      faults.push({ where: `house.method.${row}`, code: 'method', reason: `not a training method: ${option}` })
  for (const s of dog.starts)
    if (!ownRung(curriculum, s.rungId))
      faults.push({ where: 'dog.starts', code: 'no-such-rung', reason: `no rung ${s.rungId}` })
  days.forEach((d, i) => {
    if (i > 0 && d.day <= (days[i - 1]?.day ?? ''))
      faults.push({ where: `days.${i}`, code: 'order', reason: 'days come in order, each once' })
    d.sets.forEach((s, n) => {
      if (!ownRung(curriculum, s.rungId))
        faults.push({ where: `days.${i}.sets.${n}`, code: 'no-such-rung', reason: `no rung ${s.rungId}` })
      if (s.placeId !== undefined && !places.has(s.placeId))
        faults.push({ where: `days.${i}.sets.${n}`, code: 'no-such-location', reason: `no location ${s.placeId}` })
    })
  })
  if (forecast !== undefined && dog.leavesOn === undefined)
    faults.push({
      where: 'forecast',
      code: 'leaves-on',
      reason: 'needs the day on which the dog goes home, dog.leavesOn',
    })
  forecast?.learnFrom.forEach((past, i) => {
    for (const s of [...past.promises, ...past.days.flatMap((d) => d.sets)])
      if (!ownRung(curriculum, s.rungId))
        faults.push({ where: `forecast.learnFrom.${i}`, code: 'no-such-rung', reason: `no rung ${s.rungId}` })
  })
  const last = days.at(-1)?.day
  if (last !== undefined && dayIn(house.timeZone, Date.parse(asOf)) < last)
    faults.push({ where: 'asOf', code: 'too-early', reason: `lies before the last day of facts, ${last}` })
  return faults.slice(0, 20)
}

function judge(asked: JudgeCase, curriculum: Curriculum): Extract<JudgeAnswer, { ok: true }> {
  const { house, dog, promises } = asked
  const now = Date.parse(asked.asOf)
  const traits = traitsOf(dog)
  const changes = changesOf(house)
  const regimes = regimesOfCase(house, dog, curriculum, now)
  const stepper = new Stepper(regimes)
  const verdicts: { day: string; rungId: RungId; rule: string; reps: SaidRep[] }[] = []
  const sets = setsOf(house, asked.days)
  const worked = asked.days.filter((d) => d.sets.length > 0).length
  for (const context of sets) {
    const saidReps: SaidRep[] = []
    const at0 = ownRung(stepper.regime.curriculum, context.rungId)?.rung
    const rule = at0 && ruleText(at0.rule)
    const { reps } = context
    reps.forEach((fact, i) => {
      const speaks = asked.say === 'all' || (asked.say === 'last' && i === reps.length - 1)
      const ruling = stepper.step(context, fact, speaks)
      const rung = ownRung(stepper.regime.curriculum, context.rungId)?.rung
      if (!speaks) return
      const verdict = rulingText(ruling)
      saidReps.push({
        made: rung ? madeOf(rung, fact) : '',
        kind: verdict.kind,
        endsSet: verdict.endsSet,
        toRungId: verdict.toRungId,
        counts: verdict.counts,
        ...(verdict.why === verdict.counts ? {} : { why: verdict.why }),
      })
    })
    if (asked.say !== 'none')
      verdicts.push({ day: context.day, rungId: context.rungId, rule: rule ?? '', reps: saidReps })
  }
  stepper.wait(now)
  const ladder = stepper.regime.curriculum
  const summary = summarize(ladder, stepper.state, promises, { days: worked, reps: stepper.state.gained })
  const today = dayIn(house.timeZone, now)
  const conditions: WorkingConditions = {
    now,
    today,
    places: house.places.map((p) => ({
      id: p.id,
      kind: p.kind,
      ...(p.indoors === undefined ? {} : { indoors: p.indoors }),
      ...(p.surface === undefined ? {} : { surface: p.surface }),
      ...(p.grip === undefined ? {} : { grip: p.grip }),
    })),
    people: house.people,
    method: methodAt(changes, now),
    forgetting: houseForgetting,
    barred: new Map(Object.entries(dog.barred)),
    ...(house.weather ? { weather: house.weather } : {}),
  }
  const gone = dog.leavesOn !== undefined && daysBetween(dog.leavesOn, today) > 0
  const next = gone
    ? { sets: [], shut: [], waits: [], rest: 'The dog has gone home.' }
    : whatNext(
        ladder,
        stepper.state,
        summary,
        {
          promises,
          words: {
            name: 'the dog',
            cue: undefined,
            release: 'Okay',
            marker: 'Yes',
            side: dog.side,
            traits,
            young: isYoung(traits, today),
          },
          arrivesOn: dog.arrivesOn,
          cueWords: new Map(),
          tried: [],
        },
        conditions,
      )
  const result = forecastOf(asked, regimes, sets, stepper.state, now)
  return {
    ok: true,
    asOf: new Date(now).toISOString(),
    ...(result === undefined ? {} : { forecast: result }),
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

function commandsOf(ladder: Curriculum, stepper: Stepper, summary: Summary, now: EpochMs): readonly CommandAnswer[] {
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
          const state = stepper.state.runs[ladderKey(command.id, run.id)]
          const top = topMastered(run, state)
          const memory = top >= 0 ? state?.memory : undefined
          return {
            run: run.id,
            inHand: run.rungs[state?.position ?? 0]?.id ?? null,
            held: run.rungs[top]?.id ?? null,
            slipped: (c.runs.find((r) => r.id === run.id)?.slipped ?? []).flatMap((i) => run.rungs[i]?.id ?? []),
            left: memory ? Number(retention(memory, now).toFixed(4)) : null,
            stale: memory !== undefined && isDue(memory, now),
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
