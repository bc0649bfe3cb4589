import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../../curriculum/house'
import type { Curriculum } from '../../curriculum/types'
import type { RepFact, SetFact } from '../../facts/fact'
import { foldDog } from '../../progress/fold'
import { always } from '../../progress/regime'
import { isMastered } from '../../progress/state'
import { plainHeld, plainJudge, type PlainRep } from './plain'

/** The ladders alone: what keeps a rung shut is asked elsewhere. */
const open: Curriculum = {
  ...houseCurriculum,
  gates: [],
  commands: houseCurriculum.commands.map((c) => ({
    ...c,
    runs: c.runs.map((r) => ({
      ...r,
      rungs: r.rungs.map(({ gate: _gate, ...g }) => {
        const { place: _place, ...criterion } = g.criterion
        return { ...g, needs: [], criterion }
      }),
    })),
  })),
}
const runs = open.commands.flatMap((c) =>
  c.runs.map((ladder) => ({
    key: `${c.id}/${ladder.id}`,
    run: ladder,
    kind: [...new Set(ladder.rungs.map((r) => r.kind))].join(' and '),
  })),
)

const outcomeOf = { C: 'clean', H: 'helped', L: 'late', M: 'miss', X: 'clean', N: 'clean' } as const
const start = Date.UTC(2026, 2, 2, 8)

interface Drawn {
  /** Up or down from where the trainer was, in rungs. */
  readonly step: number
  readonly results: readonly PlainRep['result'][]
  readonly hours: number
  readonly refresh: boolean
  readonly broke: number
}

const drawn: fc.Arbitrary<Drawn> = fc.record({
  step: fc.constantFrom(0, 0, 0, 0, 1, 1, 1, -1, -2, 3),
  results: fc.oneof(
    { weight: 5, arbitrary: fc.array(fc.constantFrom('C' as const), { minLength: 5, maxLength: 10 }) },
    {
      weight: 4,
      arbitrary: fc.array(fc.constantFrom<PlainRep['result'][]>('C', 'C', 'C', 'C', 'H', 'L', 'M', 'X', 'N'), {
        minLength: 1,
        maxLength: 10,
      }),
    },
    {
      weight: 1,
      arbitrary: fc.array(fc.constantFrom<PlainRep['result'][]>('H', 'M', 'L'), { minLength: 3, maxLength: 10 }),
    },
  ),
  hours: fc.constantFrom(1, 1, 2, 20, 30, 80),
  refresh: fc.boolean(),
  broke: fc.double({ min: 0.2, max: 1, noNaN: true }),
})

/** Crooked is a result at level 2 for a recall; elsewhere, and “not clean for another reason”, they are left out. */
const fits = (kind: string, result: PlainRep['result']): PlainRep['result'] =>
  result === 'X' && kind !== 'recall' ? 'H' : result === 'N' && kind !== 'timed' && kind !== 'heel' ? 'H' : result

function historyOf(at: (typeof runs)[number], sets: readonly Drawn[]) {
  const facts: SetFact[] = []
  const plain: PlainRep[] = []
  let time = start
  let here = 0
  sets.forEach((set, n) => {
    time += set.hours * 3_600_000
    here = Math.max(0, Math.min(at.run.rungs.length - 1, here + set.step))
    const rung = at.run.rungs[here]
    if (!rung) return
    const day = new Date(time).toISOString().slice(0, 10)
    const reps = set.results.map((raw, r): RepFact => {
      const result = fits(rung.kind, raw)
      const broke =
        result === 'M' && rung.criterion.seconds !== undefined
          ? Math.round(rung.criterion.seconds * set.broke * 10) / 10
          : undefined
      plain.push({ index: here, result, at: time + r, day, set: String(n), nth: r + 1, refresh: set.refresh, broke })
      return {
        id: `${n}-${r}`,
        at: time + r,
        device: 'd',
        seq: plain.length,
        outcome: outcomeOf[result],
        faults: result === 'X' ? ['crooked'] : result === 'N' ? [rung.kind === 'heel' ? 'pulled' : 'crept'] : [],
        ...(broke === undefined ? {} : { brokeSeconds: broke }),
      }
    })
    facts.push({
      id: String(n),
      rungId: rung.id,
      purpose: set.refresh ? 'refresh' : 'work',
      day,
      placeId: 'barn',
      placeKind: 'room',
      leashHolder: 'ada',
      level: 2,
      kit: 'long line',
      blockId: String(n),
      reps,
    })
  })
  return { facts, plain }
}

const each = Number(process.env['KIBOU_SOAK_LOOP'] ?? 60)

describe('an oracle written apart, from the trade’s words, agrees on random histories of every kind of rung', () => {
  it.each(runs.map((r) => [r.key, r.kind, r] as const))('%s (%s)', (_key, _kind, at) => {
    fc.assert(
      fc.property(fc.array(drawn, { minLength: 3, maxLength: 30 }), (sets) => {
        const { facts, plain } = historyOf(at, sets)
        const wanted = plainJudge(at.run, plain)
        const state = foldDog(always(open), facts).runs[at.key]
        expect([state?.position, at.run.rungs.map((_, i) => isMastered(at.run, state, i))]).toEqual([
          wanted.position,
          at.run.rungs.map((_, i) => plainHeld(at.run, wanted, i)),
        ])
      }),
      { numRuns: each },
    )
  })

  it('and the histories hold all that matters: rules met, drops, what is held and what slips', () => {
    const seen = { met: 0, dropped: 0, held: 0, slipped: 0 }
    for (const at of runs)
      for (const sets of fc.sample(fc.array(drawn, { minLength: 20, maxLength: 30 }), { numRuns: 40, seed: 7 })) {
        const s = plainJudge(at.run, historyOf(at, sets).plain)
        if (s.said.includes('+')) seen.met++
        if (s.said.includes('-')) seen.dropped++
        if (at.run.rungs.some((_, i) => plainHeld(at.run, s, i))) seen.held++
        if (s.slips.length > 0) seen.slipped++
      }
    for (const [what, n] of Object.entries(seen)) expect([what, n > 100]).toEqual([what, true])
  })
})
