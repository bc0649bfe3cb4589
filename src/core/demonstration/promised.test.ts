import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung, rungsOf } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import { plainDog, traitNames, type DogTraits } from '../dog/traits'
import { homeDog, homeOf } from '../tests/home'
import { homeOfPromised, shownOf } from '../tests/promised'

describe('what was promised', () => {
  const rungIds = houseCurriculum.commands.flatMap((c) => rungsOf(c).map((r) => r.id))
  const anyDog = fc
    .subarray(traitNames.filter((t) => t !== 'deaf' && t !== 'blind'))
    .chain((some) => fc.constantFrom<readonly string[]>([], ['deaf'], ['blind']).map((senses) => [...some, ...senses]))
    .map((traits): DogTraits => ({ ...plainDog, ...Object.fromEntries(traits.map((t) => [t, true])) }))

  it('is shown, or it is said why not; what can be shown is practiced at home, a recall in every week', () => {
    fc.assert(
      fc.property(
        anyDog,
        fc.subarray(rungIds, { minLength: 1, maxLength: 20 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        fc.constantFrom('', 'recall', 'sit-stay', 'heel'),
        (traits, promised, share, draws, dropped) => {
          const holds = new Set(rungIds.filter(() => (draws.next().value ?? 1) < share))
          const shown = shownOf(traits, promised, (id) => holds.has(id))
          const { curriculum, script, promises } = shown
          const commands = homeOfPromised(shown, traits, dropped)
          const homework = homeOf(commands, { weeks: 4, dog: { ...homeDog, traits } })
          const told = script.leftOut.filter((l) => !l.unasked).map((l) => l.why)
          for (const { rungId } of promises) {
            const command = findRung(curriculum, rungId)?.command
            if (!command) continue
            const item = script.items.find((i) => i.command === command.id)
            expect(
              [command.id, item !== undefined || told.some((why) => why.includes(command.name))],
              `${command.name}: ${told.join(' ')}`,
            ).toEqual([command.id, true])
            if (!item || item.rungs.length === 0) continue
            const goes = commands.find((c) => c.command === command.id)
            expect([command.id, goes !== undefined]).toEqual([command.id, true])
            for (const week of homework.weeks) {
              const inLine = week.lines.find((l) => l.command === command.id)
              expect([command.id, week.week, inLine !== undefined || week.also.includes(command.name)]).toEqual([
                command.id,
                week.week,
                true,
              ])
              if (goes?.kind === 'come') expect([week.week, inLine?.food]).toEqual([week.week, 'every rep'])
            }
          }
        },
      ),
      { numRuns: 200 },
    )
  })

  it('a dog that holds all of it shows all of it, and each of its commands goes home', () => {
    for (const traits of [plainDog, { ...plainDog, deaf: true }, { ...plainDog, blind: true }]) {
      const shown = shownOf(traits, rungIds, () => true)
      const { script, promises, curriculum } = shown
      const commands = homeOfPromised(shown, traits)
      const promised = new Set(promises.flatMap((p) => findRung(curriculum, p.rungId)?.command.id ?? []))
      expect(script.leftOut.filter((l) => !l.unasked)).toEqual([])
      expect(new Set(commands.map((c) => c.command))).toEqual(promised)
      const calls = commands.find((c) => c.kind === 'come')
      expect(calls?.byHand).toBe(traits.deaf)
    }
  })

  it('says for each thing that the owner does where they stand, and in which hand the leash is', () => {
    for (const traits of [plainDog, { ...plainDog, deaf: true }, { ...plainDog, stiff: true }]) {
      const { script } = shownOf(traits, rungIds, () => true)
      for (const item of script.items)
        if (item.kind !== 'questions')
          expect([item.id, item.ownerStands]).toEqual([item.id, expect.stringMatching(/right hand/)])
    }
  })

  it('no attention signal is shown as a recall, nor goes home as one', () => {
    const sounds = new Set(
      houseCurriculum.commands.flatMap((c) => rungsOf(c).flatMap((r) => (is(r, 'sound') ? r.id : []))),
    )
    const shown = shownOf(plainDog, ['recall.line-15'], (id) => sounds.has(id))
    const { script } = shown
    expect(script.items.some((i) => i.command === 'recall')).toBe(false)
    expect(script.leftOut.some((l) => !l.unasked && l.why.includes('Recall'))).toBe(true)
    expect(homeOfPromised(shown, plainDog).some((c) => c.command === 'recall')).toBe(false)
  })
})
