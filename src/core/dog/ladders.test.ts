import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs } from '../curriculum/lookup'
import { ruleText } from '../rule/rule'
import type { Curriculum, Rung } from '../curriculum/types'
import { adaptationKey, adaptCurriculum, type AdaptedFor } from './adaptCurriculum'
import { canBeByHand } from './byHand'
import { plainDog, type DogTraits } from './traits'

const dog = (traits: Partial<DogTraits>, more: Partial<AdaptedFor> = {}): AdaptedFor => ({
  traits: { ...plainDog, ...traits },
  side: 'left',
  young: false,
  ...more,
})

const dogs: Readonly<Record<string, AdaptedFor>> = {
  'that is deaf': dog({ deaf: true }),
  'that is deaf, with signs of its owner and a light': dog({
    deaf: true,
    felt: 'light',
    signs: { release: 'thumbs up', mark: 'two fingers raised', of: { sit: 'fist to the chest' } },
  }),
  'that is blind': dog({ blind: true }),
  'that is stiff': dog({ stiff: true }),
  'under six months': dog({}, { young: true }),
  'that is giant': dog({ giant: true }),
  'frightened of people': dog({ shy: true }),
  'too fond of people': dog({ fond: true }),
  'that is anxious': dog({ anxious: true }),
  'that works for toys': dog({ toys: true }),
  'walked on the right': dog({}, { side: 'right' }),
  'asked with the hand alone': dog({ byHand: houseCurriculum.commands.map((c) => c.id) }),
}

const fields: Readonly<Record<string, (rung: Rung) => string>> = {
  name: (r) => r.name,
  criterion: (r) => r.criterion.words,
  within: (r) => `${r.criterion.latencySeconds ?? ''}`,
  start: (r) => r.criterion.start ?? '',
  cue: (r) => r.cue,
  rule: (r) => `${ruleText(r.rule)}, sets of ${r.setReps}`,
  say: (r) => r.say,
  'do not': (r) => r.dontSay,
  reward: (r) => r.payWhere,
  methods: (r) => r.ways.join('; '),
  needs: (r) => r.needs.join(', '),
}

/** What is other than in the ladder of the house, line by line. */
function otherwise(of: Curriculum): readonly string[] {
  const own = new Map(allRungs(of).map((r) => [r.id, r]))
  return houseCurriculum.commands.flatMap((was) => {
    const command = of.commands.find((c) => c.id === was.id)
    if (!command) return [`- ${was.id}: left out`]
    const roads = (c: typeof was) => c.roads.map((r) => r.name).join(', ')
    return [
      ...(['signal', 'caution'] as const).flatMap((f) =>
        command[f] === was[f] ? [] : [`- ${was.id}, ${f}: ${command[f]}`],
      ),
      ...(roads(command) === roads(was) ? [] : [`- ${was.id}, other methods: ${roads(command) || 'none'}`]),
      ...was.runs
        .flatMap((run) => run.rungs)
        .flatMap((rung) => {
          const now = own.get(rung.id)
          if (!now) return [`- ${rung.id}: left out`]
          return Object.entries(fields).flatMap(([name, read]) =>
            read(now) === read(rung) ? [] : [`- ${rung.id}, ${name}: ${read(now) || 'nothing'}`],
          )
        }),
    ]
  })
}

describe('the ladder of a dog beside the ladder of the house (common practice, read line by line)', () => {
  it('is the house’s for a grown, sound dog that works for food and walks on the left', () => {
    expect(otherwise(adaptCurriculum(houseCurriculum, dog({})))).toEqual([])
    expect(adaptCurriculum(houseCurriculum, dog({}))).toBe(houseCurriculum)
  })

  it.each(Object.entries(dogs))('%s', async (kind, of) => {
    const lines = otherwise(adaptCurriculum(houseCurriculum, of))
    const file = `./tests/ladders/${kind.replaceAll(/[^a-z]+/g, '-')}.md`
    await expect([`# A dog ${kind}`, '', ...lines, ''].join('\n')).toMatchFileSnapshot(file)
  })

  it('goes by what changes it, and only by that', () => {
    const keys = new Set(Object.values(dogs).map(adaptationKey))
    expect(keys.size).toBe(Object.keys(dogs).length)
    expect(adaptationKey(dog({}, { finish: undefined }))).toBe(adaptationKey(dog({})))
  })

  it('a dog that does not see, or hears nothing, is asked nothing more with the hand alone', () => {
    const all = houseCurriculum.commands.map((c) => c.id)
    for (const of of [{ deaf: true }, { blind: true }])
      expect(adaptCurriculum(houseCurriculum, dog({ ...of, byHand: all }))).toEqual(
        adaptCurriculum(houseCurriculum, dog(of)),
      )
  })

  it('knows which commands a hand can ask for: not a call, a walk or a release', () => {
    const can = houseCurriculum.commands.filter(canBeByHand).map((c) => c.id)
    expect(can).toMatchInlineSnapshot(`
      [
        "watch",
        "touch",
        "sit",
        "down",
        "sit-stay",
        "down-stay",
        "down-distance",
        "stand",
        "drop-it",
        "off",
        "middle",
        "heel-side",
      ]
    `)
  })
})
