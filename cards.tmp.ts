import { houseCurriculum } from './src/core/curriculum/house'
import { regimeOf } from './src/core/progress/regime'
import { defaultMethod } from './src/core/method/method'
import { promptOf } from './src/core/method/instruct'
import { plainDog } from './src/core/dog/traits'
import { callMoment } from './src/core/method/call'
const method = { ...defaultMethod, ...JSON.parse(process.argv[2] ?? '{}') }
const traits = { ...plainDog, ...JSON.parse(process.argv[3] ?? '{}') }
const side = (process.argv[4] ?? 'left') as 'left'
const young = process.argv[5] === 'young'
const { curriculum } = regimeOf(houseCurriculum, method, { traits, side, young })
for (const c of curriculum.commands) {
  console.log(`## ${c.name} [${c.signal}] caution: ${c.caution}`)
  for (const r of c.runs) for (const g of r.rungs) {
    const p = promptOf(g, c, method, { name: 'Wren', cue: undefined, release: 'Okay', marker: 'Yes', side, young: false, traits }, false)
    console.log(`- ${g.id} (${g.kind}/${g.stage}/${g.cue}/${g.criterion.help}) “${g.criterion.words}” | SAY ${p.say} | NOT ${p.dontSay} | MARK ${p.mark} | PAY ${p.payWhere}; ${p.payWhen} | ${p.kit} | ${callMoment(g) ?? ''} | ${p.notes.join(' / ')}${g.ways.length ? ` | WAYS ${g.ways.join('; ')}` : ''}`)
  }
}
