import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung, hasRole, rungsOf } from '../curriculum/lookup'
import { heard } from '../dog/deaf'
import { plainDog, type DogTraits } from '../dog/traits'
import { dogAsThing, kennelWord } from '../owner/words'
import { homeItem, homeDog, homeOf } from '../tests/home'
import { homeOfPromised, shownOf } from '../tests/promised'

/** What an owner of such a dog is shown, told and given to practice, where everything was promised. */
function everything(of: Partial<DogTraits>, asked?: readonly string[], holds: (id: string) => boolean = () => true) {
  const traits = { ...plainDog, ...of }
  const tops = houseCurriculum.commands.flatMap((c) => rungsOf(c).map((r) => r.id))
  const shown = shownOf(traits, asked ?? tops, holds)
  const { curriculum, script } = shown
  const commands = homeOfPromised(shown, traits)
  // Each by itself, so that none waits for its week.
  const home = commands.flatMap((c) => homeOf([c], { weeks: 4, dog: { ...homeDog, traits } }).weeks[3]?.lines ?? [])
  return { curriculum, script, commands, also: script.items.filter((i) => i.kind === 'also'), home }
}

describe('what was promised beyond the items of a demonstration', () => {
  const dogs = [{}, { deaf: true }, { blind: true }, { toys: true }, { stiff: true }, { shy: true }]

  it.each(dogs)('%o: is said whole, and asks for no word where nothing is said', (of) => {
    const { curriculum, also, home } = everything(of)
    expect(also.length).toBeGreaterThanOrEqual('shy' in of ? 12 : 13)
    for (const item of also) {
      const found = findRung(curriculum, item.rungs[0]?.rungId ?? '')
      const rung = found?.rung
      // A marker is given; of all else that is not asked for, nothing is said.
      const begins =
        found && hasRole(found.command, 'marks')
          ? /^(?:Say “Yes”|Show [^.]+) once\. Then reward/
          : /(?:^|\. )(?:Say nothing|Give no signal)\./
      const line = home.find((l) => l.command === item.command)?.words ?? ''
      for (const said of [item.tellOwner, line])
        expect([item.title, kennelWord.exec(said)?.[0], dogAsThing.exec(said)?.[0], said.includes(';')]).toEqual([
          item.title,
          undefined,
          undefined,
          false,
        ])
      for (const said of [item.tellOwner, item.ifFails, item.shows, line])
        expect([item.title, said.length > 10, /“”|undefined|[{}]|\. \.|\.\./.test(said)]).toEqual([
          item.title,
          true,
          false,
        ])
      if (rung?.cue === 'none')
        for (const said of [item.tellOwner, line.replace(/, then say “Okay”/, '')])
          expect([item.title, /\bsay “(?!Okay|Yes)|\bshow the (?:hand|signal)\b/i.test(said)]).toEqual([
            item.title,
            false,
          ])
      if (rung?.cue === 'none')
        expect([item.title, item.tellOwner]).toEqual([item.title, expect.stringMatching(begins)])
      if ('deaf' in of)
        expect([item.title, heard.test(item.tellOwner.replace(/^Say nothing/, ''))]).toEqual([item.title, false])
    }
  })

  it('a recall that is called out of no stay is shown by itself, and is practiced every week with food', () => {
    const callOut = (id: string) => id.startsWith('recall.from-stay')
    const asked = [
      'sit.word',
      'sit-stay.30s',
      'recall.line-15',
      'heel.word',
      'down.no-lure',
      'place.30s',
      'settle.talks',
    ]
    const { also, script, commands } = everything({}, asked, (id) => !callOut(id))
    expect(script.items.filter((i) => i.command === 'recall').map((i) => i.kind)).toEqual(['also'])
    const shown = also.find((i) => i.command === 'recall')
    expect(shown?.tellOwner).toMatch(
      /^Wait until she looks away\. Then say “Teasel, come!” once, in a bright voice\. Hold your closed hand low/,
    )
    expect(shown?.walk).toBe('Teasel is on the long line, free to sniff.')
    expect(shown?.ifFails).toContain('Do not call again')
    const { weeks } = homeOf(commands)
    for (const week of weeks)
      expect(week.lines.filter((l) => l.command === 'recall').map((l) => l.food)).toEqual(['every rep'])
    // Called out of a stay as well, it is shown once, there.
    expect(everything({}, asked).also.some((i) => i.command === 'recall')).toBe(false)
  })

  it('a dog that sits in front comes round to the side where it holds that, and nobody steps in', () => {
    const shows = (holds?: (id: string) => boolean) =>
      everything({}, ['recall.front'], holds).script.items.find((i) => i.kind === 'sit-come')
    expect(shows()?.shows).toContain('sits in front, then comes around to your left on one cue.')
    expect(shows()?.rungs.map((r) => r.rungId)).toContain('heel-side.off-side')
    expect(shows((id) => !id.startsWith('heel-side'))?.shows).toContain('sits in front.')
  })

  it('a hold is what is asked for where a command has one, and is shown for no more than a minute', () => {
    const { also, home } = everything({})
    const shown = Object.fromEntries(also.flatMap((i) => (i.seconds === undefined ? [] : [[i.command, i.seconds]])))
    expect(shown).toMatchObject({ stand: 30, middle: 10, place: 60, watch: 5 })
    expect(home.find((l) => l.command === 'stand')?.seconds.at(-1)).toBe(30)
  })

  it('the release is asked for by itself, and nothing ends it', () => {
    const made = homeOf([homeItem('release', { word: 'Okay', isRelease: true })], { weeks: 4, sessions: 1 })
    expect(made.weeks[0]?.lines[0]?.words).toBe(
      'Say “Okay” once, in your normal voice. Wait three seconds. Reward her when Teasel does it. ' +
        'Do this 15 times a day.',
    )
  })
})
