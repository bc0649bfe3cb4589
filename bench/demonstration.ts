import { pronounsOf } from '@/core/dog/pronouns'
import { houseCurriculum } from '@/core/curriculum/house'
import { wren } from '@/core/tests/wren'
import { findRung } from '@/core/curriculum/lookup'
import { addDays } from '@/core/days'
import { itemChance, jointChance, dayScatter, weakest } from '@/core/demonstration/chance'
import { evidenceFor } from '@/core/demonstration/evidence'
import { scriptOf } from '@/core/demonstration/script'
import { plainDog } from '@/core/dog/traits'
import type { SetFact } from '@/core/facts/fact'
import { defaultMethod } from '@/core/method/method'
import { foldDog } from '@/core/progress/fold'
import { always } from '@/core/progress/regime'
import { seeded } from '@/core/seeded'
import { places } from '@/demo/cast'
import { Learner, hiddenForgetting, type Temper } from '@/demo/learner'
import { SimulatedTrainer, type SimulatedSet } from '@/demo/trainer'

/**
 * What a chance said of an item is worth: simulated dogs of the demonstration are trained, each item of their script is
 * given its chance for the day after, and the dog is asked for it by its own law. Items by what was said of them, with
 * the share that worked and its sampling error; and the whole, beside the product. Prints, never fails.
 */
const dogs = Number(process.env['KIBOU_DEMONSTRATION_DOGS'] ?? 300)
const first = Number(process.env['KIBOU_DEMONSTRATION_SEED'] ?? 1000)
const days = 24
const tempers: readonly Temper[] = [
  { pace: 0.16, moods: 0.8, leak: 0.15 },
  { pace: 0.1, moods: 1.2, leak: 0.25 },
  { pace: 0.06, moods: 1.6, leak: 0.3 },
]
const promises = ['sit.word', 'down.no-lure', 'sit-stay.30s', 'recall.line-15', 'heel.word', 'down-stay.30s'].map(
  (rungId) => ({ rungId, level: 0, places: 2, people: 2 }),
)
const firstDay = '2026-03-02'
const at = (day: number, minute: number) => Date.parse(`${addDays(firstDay, day)}T10:00:00Z`) + minute * 60_000

function factsOf(sets: readonly SimulatedSet[]): SetFact[] {
  let seq = 0
  const minutes = new Map<number, number>()
  return sets.map((s): SetFact => {
    const minute = minutes.get(s.day) ?? 0
    minutes.set(s.day, minute + 5)
    return {
      id: `s${seq}`,
      rungId: s.rungId,
      purpose: s.purpose,
      day: addDays(firstDay, s.day),
      placeId: s.placeId,
      placeKind: 'room',
      leashHolder: s.leashHolder,
      level: 0,
      kit: '1.8 m leash',
      blockId: `${s.day}`,
      reps: s.reps.map((r) => ({
        id: `r${seq}`,
        at: at(s.day, minute) + seq,
        device: 'a',
        seq: seq++,
        outcome: r.outcome,
        faults: r.fault === undefined ? [] : [r.fault],
        ...(r.brokeSeconds === null ? {} : { brokeSeconds: r.brokeSeconds }),
      })),
    }
  })
}

interface Asked {
  readonly chance: number
  readonly came: boolean
}
const items: Asked[] = []
const wholes: { readonly whole: number; readonly product: number; readonly came: boolean }[] = []

for (let n = 0; n < dogs; n++) {
  const chance = seeded(first + n)
  const learner = new Learner(tempers[n % tempers.length] ?? { pace: 0.1, moods: 1, leak: 0.2 }, chance)
  const trainer = new SimulatedTrainer(houseCurriculum, promises, learner, chance)
  const sets: SimulatedSet[] = []
  for (let day = 0; day < days; day++) sets.push(...trainer.workDay(day, 9, ['maud', 'joss']))
  const facts = factsOf(sets)
  const state = foldDog(always(houseCurriculum), facts)
  const words = wren({ name: 'Teasel' })
  const script = scriptOf({
    curriculum: houseCurriculum,
    state,
    promises,
    method: defaultMethod,
    dog: {
      name: 'Teasel',
      pronouns: pronounsOf('female'),
      side: 'left',
      traits: plainDog,
      finish: undefined,
      words: () => words,
      signal: () => '',
    },
  })
  const on = { place: places[0].id, person: 'maud', at: at(days, 0) }
  learner.wake()
  const shown = script.items.flatMap((item) => {
    const each = item.rungs.flatMap(({ rungId }) => {
      const found = findRung(houseCurriculum, rungId)
      const evidence = evidenceFor(houseCurriculum, rungId, state, facts)
      return found && evidence
        ? [{ found, trials: evidence.trials, chance: itemChance(evidence, on, hiddenForgetting) }]
        : []
    })
    const low = weakest(each.map((e) => e.chance))
    const hardest = each.find((e) => e.chance === low)
    if (!low || !hardest) return []
    const rested = Math.max(
      0,
      ...facts
        .filter((s) => findRung(houseCurriculum, s.rungId)?.command.id === hardest.found.command.id)
        .map((s) => (Date.parse(s.day) - Date.parse(firstDay)) / 86_400_000),
    )
    const came =
      learner.remembers(hardest.found.command.id, days - rested) &&
      learner.try(hardest.found.ladderKey, hardest.found.index, days) === 'clean'
    items.push({ chance: low.chance, came })
    return [{ chance: low.chance, came, trials: hardest.trials }]
  })
  if (shown.length < 2) continue
  const chances = shown.map((s) => s.chance)
  wholes.push({
    whole: jointChance(chances, dayScatter(shown.flatMap((s) => s.trials))),
    product: chances.reduce((p, c) => p * c, 1),
    came: shown.every((s) => s.came),
  })
}

const mean = (all: readonly number[]) => all.reduce((s, x) => s + x, 0) / Math.max(1, all.length)
console.log(`${dogs} simulated dogs, ${items.length} items shown`)
console.log('said        items  said on the whole  came off  sampling error (2 s.e.)  within')
for (let from = 0; from < 100; from += 10) {
  const here = items.filter((i) => i.chance * 100 >= from && (from === 90 || i.chance * 100 < from + 10))
  if (here.length === 0) continue
  const [said, came] = [mean(here.map((i) => i.chance)), mean(here.map((i) => Number(i.came)))]
  const error = 2 * Math.sqrt((said * (1 - said)) / here.length)
  const inBand = came * 100 >= from - error * 100 && came * 100 <= from + 10 + error * 100
  console.log(
    `${String(from).padStart(3)}–${String(from + 10).padEnd(4)} % ` +
      `${String(here.length).padStart(6)}  ${said.toFixed(3).padStart(16)}  ` +
      `${came.toFixed(3).padStart(8)}  ${error.toFixed(3).padStart(22)}  ${inBand ? 'yes' : 'no'}`,
  )
}
console.log(
  `everything: said ${mean(wholes.map((w) => w.whole)).toFixed(3)} (the product ` +
    `${mean(wholes.map((w) => w.product)).toFixed(3)}), came off ` +
    `${mean(wholes.map((w) => Number(w.came))).toFixed(3)} of ${wholes.length}`,
)
