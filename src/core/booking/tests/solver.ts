import loadHighs from 'highs'
import { choicesOf } from '../candidates'
import { countOf, lengthOf, type Kennel } from '../kennel'

/**
 * The best that any plan can have, by mixed-integer programming (HiGHS, Huangfu & Hall 2018): an oracle that knows
 * nothing of the search. Throws where the optimum is not proven.
 */
export async function bestPoints(kennel: Kennel): Promise<number> {
  const highs = await loadHighs()
  const choices = kennel.visits.map((visit) => choicesOf(kennel, visit))
  const objective: string[] = []
  const binary: string[] = []
  const rows = new Map<string, string[]>()
  const rhs = new Map<string, number>()
  const add = (row: string, most: number, term: string) => {
    rows.set(row, [...(rows.get(row) ?? []), term])
    rhs.set(row, most)
  }
  const penalty = kennel.worth.noRehearsal
  choices.forEach(({ visit, candidates, rehearsals }, u) => {
    const [length, count] = [lengthOf(visit), countOf(visit, kennel.perTrainerAndDay)]
    candidates.forEach((c, k) => {
      const x = `x${u}_${k}`
      binary.push(x)
      objective.push(`${sign(c.worth - penalty * rehearsals.length)} ${x}`)
      add(`u${u}`, 1, `+ 1 ${x}`)
      const t = kennel.trainers.findIndex((of) => of.id === c.trainer)
      const g = kennel.grounds.findIndex((of) => of.id === c.ground)
      for (let half = c.from; half < c.from + length; half++) {
        add(`t${t}_${half}`, 1, `+ 1 ${x}`)
        add(`g${g}_${half}`, kennel.grounds[g]?.room(half) ?? 0, `+ 1 ${x}`)
      }
      const most = kennel.perTrainerAndDay - (kennel.trainers[t]?.shows.get(c.day) ?? 0)
      add(`d${t}_${c.day}`, most, `+ ${count} ${x}`)
      add(`f${t}_${c.day}`, freeOn(kennel, t, c.day), `+ ${length} ${x}`)
    })
    rehearsals.forEach((kind, j) => {
      for (const day of new Set(candidates.map((c) => c.day))) {
        if (day === 0) continue
        kennel.trainers.forEach((trainer, t) => {
          const r = `r${u}_${j}_${day}_${t}`
          binary.push(r)
          objective.push(`+ ${penalty} ${r}`)
          add(`f${t}_${day - 1}`, freeOn(kennel, t, day - 1), `+ 1 ${r}`)
          add(`j${u}_${j}_${day}`, 0, `+ 1 ${r}`)
          if (kind !== 'second hand') return
          const allowed = candidates.flatMap((c, k) =>
            c.day === day && c.trainer !== trainer.id ? [`- 1 x${u}_${k}`] : [],
          )
          for (const term of [`+ 1 ${r}`, ...allowed]) add(`s${u}_${j}_${day}_${t}`, 0, term)
        })
        candidates.forEach((c, k) => {
          if (c.day === day) add(`j${u}_${j}_${day}`, 0, `- 1 x${u}_${k}`)
        })
      }
    })
  })
  // An empty model is no error to the solver, and no answer.
  if (objective.length === 0) return 0
  const text = [
    'Maximize',
    ` obj: ${objective.join('\n ')}`,
    'Subject To',
    ...[...rows].map(([row, terms]) => ` ${row}: ${terms.join('\n ')} <= ${rhs.get(row) ?? 0}`),
    'Binary',
    ...binary.map((name) => ` ${name}`),
    'End',
  ].join('\n')
  const solved = highs.solve(text, { mip_rel_gap: 0, mip_abs_gap: 1e-6 })
  if (solved.Status !== 'Optimal') throw new Error(`not proven: ${solved.Status}`)
  return solved.ObjectiveValue
}

const sign = (n: number): string => (n < 0 ? `- ${-n}` : `+ ${n}`)

const freeOn = (kennel: Kennel, t: number, day: number): number =>
  [...(kennel.trainers[t]?.free ?? [])].filter((h) => Math.floor(h / 48) === day && h >= kennel.notBefore).length
