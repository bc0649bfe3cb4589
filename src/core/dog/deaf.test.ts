import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs, findRung, ownRung } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import { callMoment } from '../method/call'
import { promptOf } from '../method/instruct'
import { defaultMethod } from '../method/method'
import { methodRows } from '../method/rows'
import { heard, markText, releaseText } from './deaf'
import { adaptCurriculum } from './adaptCurriculum'
import { plainDog } from './traits'

const traits = { ...plainDog, deaf: true }
const made = adaptCurriculum(houseCurriculum, { traits, side: 'left', young: false })
const words = {
  name: 'Fennel',
  cue: undefined,
  release: 'Okay',
  marker: 'Yes',
  side: 'left',
  young: false,
  traits,
} as const

/** Everything that is read aloud or shown of a rung under a method. */
const all = (method: Readonly<Record<string, string>>) =>
  made.commands.flatMap((command) =>
    command.runs.flatMap((run) =>
      run.rungs.flatMap((rung) => {
        const p = promptOf(rung, command, method, words, true)
        const said = [rung.name, rung.criterion.words, p.say, p.dontSay, p.mark, p.payWhere, ...p.notes, ...rung.ways]
        return said.map((text) => [rung.id, text] as const)
      }),
    ),
  )

describe('the ladder of a deaf dog never says what it cannot hear (common practice)', () => {
  it('no word, name, sound or spoken release on any rung, in any prompt, whatever the house instructs', () => {
    const methods = [
      defaultMethod,
      ...methodRows.flatMap((r) =>
        r.kind === 'instructing' ? Object.keys(r.options).map((o) => ({ ...defaultMethod, [r.id]: o })) : [],
      ),
    ]
    expect(methods.length).toBeGreaterThan(20)
    for (const method of methods)
      expect(all(method).filter(([, text]) => heard.test(text) || /[“”{}]|okay|fennel/i.test(text))).toEqual([])
  })

  it('nor in cautions, signals or other roads', () => {
    for (const c of made.commands)
      expect([c.caution, c.signal, ...c.roads.map((r) => r.words)].filter((t) => heard.test(t))).toEqual([])
  })

  it('where it may look elsewhere, what it feels comes before the hand', () => {
    const calls = allRungs(made).filter((r) => r.kind === 'recall' && r.cue === 'signal' && !is(r, 'sound'))
    expect(calls.length).toBeGreaterThan(6)
    for (const rung of calls) expect(rung.say).toMatch(/^The attention signal \(vibration.*as the dog looks, the hand/)
    const sniffing = ownRung(made, 'recall.sniffing')?.rung
    expect(sniffing && [sniffing.name, callMoment(sniffing)]).toEqual(['While sniffing', 'looks-away'])
  })

  it('nobody is looked for whose hand it cannot see; what it looks for by itself stays', () => {
    expect([ownRung(made, 'recall.hide'), ownRung(made, 'touch.hiding')]).toEqual([undefined, undefined])
    expect(ownRung(made, 'check-in.hide')).toBeDefined()
    // What was promised there is promised of what stands beside it.
    expect(findRung(made, 'recall.hide')?.rung.id).toBe('recall.two-people')
  })

  it('its release and its mark are seen', () => {
    const dog = { releaseWord: 'Okay', markerWord: 'Yes' }
    expect([releaseText({ ...dog, traits }), markText({ ...dog, traits })]).toEqual(['open hand', 'hand flash'])
    expect([releaseText({ ...dog, traits: plainDog }), markText({ ...dog, traits: plainDog })]).toEqual([
      '“Okay”',
      '“Yes”',
    ])
  })

  it('what its owner shows in their place is what every card says', () => {
    const own = { ...traits, signs: { release: 'thumbs up', mark: 'two fingers raised' } }
    const dog = { releaseWord: 'Okay', markerWord: 'Yes', traits: own }
    expect([releaseText(dog), markText(dog)]).toEqual(['thumbs up', 'two fingers raised'])
    const said = (of: typeof traits) =>
      adaptCurriculum(houseCurriculum, { traits: of, side: 'left', young: false }).commands.flatMap((command) =>
        command.runs.flatMap((run) =>
          run.rungs.flatMap((rung) => {
            const p = promptOf(rung, command, defaultMethod, { ...words, traits: of }, true)
            return [p.say, p.dontSay, p.mark, p.payWhere, ...p.notes]
          }),
        ),
      )
    const ours = said(own).join('\n')
    expect(said(traits).join('\n')).toContain('an open hand swept away')
    expect(ours).not.toMatch(/open hand swept away|flash of the hand/)
    for (const sign of ['thumbs up', 'two fingers raised']) expect(ours.toLowerCase()).toContain(sign)
  })

  it.each([
    ['vibration', 'the collar vibrates'],
    ['stamp', 'a stamp on the floor'],
    ['light', 'a light, on and off'],
  ] as const)('is called by what was chosen for it, named on each of its cards: %s', (felt, named) => {
    const curriculum = adaptCurriculum(houseCurriculum, { traits: { ...traits, felt }, side: 'left', young: false })
    const called = allRungs(curriculum).filter((r) => r.say.startsWith('The attention signal'))
    expect(called.length).toBeGreaterThan(10)
    for (const rung of called) {
      expect(rung.say, rung.id).toMatch(new RegExp(`^The attention signal: ${named}[.;]`))
      expect(rung.ways.join(), rung.id).not.toContain('for a deaf dog')
    }
  })
})
