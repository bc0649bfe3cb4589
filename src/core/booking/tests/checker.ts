import type { Kennel } from '../kennel'
import type { Plan } from '../match'

/**
 * Rules that a plan breaks, in words: written apart from the search, straight from what a kennel would say, and slow.
 */
export function broken(kennel: Kennel, { matched, unmatched }: Pick<Plan, 'matched' | 'unmatched'>): readonly string[] {
  const wrong: string[] = []
  const say = (fact: boolean, text: string) => {
    if (!fact) wrong.push(text)
  }
  const ids = [...matched, ...unmatched].map((m) => m.visit.id).sort()
  say(JSON.stringify(ids) === JSON.stringify(kennel.visits.map((v) => v.id).sort()), 'a visit is missing or doubled')
  const day = (half: number) => Math.floor(half / 48)
  const blocks = matched.map((m) => ({ ...m, to: m.from + 2 + (m.visit.dogs.length - 1) }))
  for (const b of blocks) {
    const trainer = kennel.trainers.find((t) => t.id === b.trainer)
    const ground = kennel.grounds.find((g) => g.id === b.ground)
    say(trainer !== undefined && ground !== undefined, `${b.visit.id}: nobody, or nowhere`)
    if (b.visit.stands?.pinned === true) continue
    say(b.from >= kennel.notBefore, `${b.visit.id}: begins in the past`)
    say(
      b.visit.times.some((t) => t.from <= b.from && b.to <= t.to),
      `${b.visit.id}: the owner cannot come`,
    )
    say(
      b.visit.dogs.every((d) => day(b.from) <= d.home),
      `${b.visit.id}: after going home`,
    )
    say(day(b.from) === day(b.to - 1), `${b.visit.id}: over midnight`)
    const chance = b.visit.dogs.reduce((c, d) => c * (d.chanceBy[day(b.from)] ?? 0), 1)
    say(chance >= kennel.floor.least || b.visit.stands?.from === b.from, `${b.visit.id}: not likely`)
    for (let half = b.from; half < b.to; half++) {
      say(trainer?.free.has(half) === true, `${b.visit.id}: ${b.trainer} is not free`)
      const there = blocks.filter((o) => o.ground === b.ground && o.from <= half && half < o.to).length
      say(there <= (ground?.room(half) ?? 0), `${b.visit.id}: ${b.ground} is full`)
    }
  }
  for (const a of blocks)
    for (const b of blocks)
      if (a.visit.id < b.visit.id && a.trainer === b.trainer)
        say(a.to <= b.from || b.to <= a.from, `${a.trainer} shows ${a.visit.id} and ${b.visit.id} at once`)
  for (const trainer of kennel.trainers)
    for (let d = 0; d < kennel.days; d++) {
      const own = blocks.filter((b) => b.trainer === trainer.id && day(b.from) === d)
      const most = kennel.perTrainerAndDay
      const shown = own.reduce((n, b) => n + Math.min(most, b.visit.dogs.length), trainer.shows.get(d) ?? 0)
      say(own.length === 0 || shown <= most, `${trainer.id} shows ${shown} on day ${d}`)
    }
  return wrong
}

/**
 * Points of a plan counted anew, its rehearsals laid one by one by augmenting paths (Kuhn), which is another way than
 * counting.
 */
export function pointsOf(kennel: Kennel, { matched }: Pick<Plan, 'matched'>): number {
  const missing = (() => {
    let missed = 0
    for (let d = -1; d < kennel.days - 1; d++) {
      const jobs = matched
        .filter((m) => Math.floor(m.from / 48) === d + 1)
        .flatMap((m) =>
          m.visit.dogs.flatMap((dog) =>
            dog.rehearsal === 'none' ? [] : [dog.rehearsal === 'second hand' ? m.trainer : undefined],
          ),
        )
      const seats = kennel.trainers.flatMap((t) => {
        const free = [...t.free].filter((h) => Math.floor(h / 48) === d && h >= kennel.notBefore).length
        const used = matched
          .filter((m) => m.trainer === t.id && Math.floor(m.from / 48) === d)
          .reduce((n, m) => n + 1 + m.visit.dogs.length, 0)
        return Array.from({ length: Math.max(0, free - used) }, () => t.id)
      })
      const of = new Array<number>(seats.length).fill(-1)
      const seat = (job: number, seen: Set<number>): boolean =>
        seats.some((trainer, s) => {
          if (trainer === jobs[job] || seen.has(s)) return false
          seen.add(s)
          const other = of[s] ?? -1
          if (other >= 0 && !seat(other, seen)) return false
          of[s] = job
          return true
        })
      missed += jobs.filter((_, job) => !seat(job, new Set())).length
    }
    return missed
  })()
  return matched.reduce((sum, m) => sum + m.worth, 0) - kennel.worth.noRehearsal * missing
}
