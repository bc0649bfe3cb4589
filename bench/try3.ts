import { houseCurriculum } from '@/core/curriculum/house'
import { follow } from '@/core/tests/loop/follow'
import { laws, tempers, type TemperName } from '@/core/tests/loop/dogs'
const p = (rungId: string, places = 2, people = 2, level = 0) => ({ rungId, level, places, people })
const plain = [p('sit.word'), p('down.no-lure'), p('sit-stay.30s'), p('recall.line-5'), p('heel.away-2')]
const full = [...plain, p('down-stay.30s'), p('place.20s')]
const t0 = performance.now()
for (const law of Object.keys(laws) as (keyof typeof laws)[]) for (const temper of Object.keys(tempers) as TemperName[]) for (const [name, promises] of [['plain', plain], ['full', full]] as const) {
  const ready: (number|string)[] = []; const wrong: string[] = []; let n = 0; const why: Record<string, number> = {}
  for (let seed = 1; seed <= 6; seed++) {
    const f = follow({ curriculum: houseCurriculum, promises, days: 60, setsADay: 12, dog: laws[law](temper, seed) })
    ready.push(f.readyOn ?? 'never'); wrong.push(...f.wrong); n += f.worked.length
    for (const w of f.worked) why[w.suggestion.why] = (why[w.suggestion.why] ?? 0) + w.set.reps.length
    if (!f.readyOn) console.log('   ', seed, JSON.stringify(f.evenings.at(-1)), f.worked.slice(-6).map(w => `${w.suggestion.rungId} ${w.suggestion.why} ${w.verdict.kind}`).join(' | '))
  }
  console.log(law, temper, name, ready.join(' '), 'sets', n, JSON.stringify(why), wrong.slice(0, 3))
}
console.log(performance.now() - t0)
