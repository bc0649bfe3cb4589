import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findCommand, findRung, rungsOf } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { heard } from '../dog/deaf'
import { ladderFor } from '../dog/ladder'
import { plainDog, type DogTraits } from '../dog/traits'
import { defaultMethod } from '../method/method'
import { emptyDogState, emptyRunState, emptyTally, type DogState } from '../progress/state'
import { goesHome } from './goesHome'
import { scriptOf } from './script'
import { homeOf } from '../tests/home'

/** A dog that holds all that its ladder has. */
function allHeld(ladder: Curriculum): DogState {
  const state = emptyDogState()
  for (const command of ladder.commands)
    for (const run of command.runs) {
      const own = (state.runs[`${command.id}/${run.id}`] = emptyRunState())
      own.position = run.rungs.length
      for (const { id } of run.rungs)
        own.tallies[id] = { ...emptyTally(), met: ['2026-03-01', '2026-03-02'].map((day) => ({ day, level: 0 })) }
    }
  return state
}

/** What an owner of such a dog is shown, told and given to practice, where everything was promised. */
function everything(of: Partial<DogTraits>, asked?: readonly string[], holds: (id: string) => boolean = () => true) {
  const traits = { ...plainDog, ...of }
  const curriculum = ladderFor(houseCurriculum, { traits, side: 'left', young: false })
  const state = allHeld(curriculum)
  for (const run of Object.values(state.runs))
    run.tallies = Object.fromEntries(Object.entries(run.tallies).filter(([id]) => holds(id)))
  const cue = (id: string) => (id === 'release' ? 'Okay' : findCommand(curriculum, id)?.defaultCue)
  const script = scriptOf({
    curriculum,
    state,
    method: defaultMethod,
    promises: (asked ?? curriculum.commands.map((c) => rungsOf(c).at(-1)?.id ?? '')).map((rungId) => ({
      rungId,
      level: 0,
      places: 1,
      people: 1,
    })),
    dog: {
      name: 'Teasel',
      side: 'left',
      traits,
      finish: undefined,
      signal: (id) => findCommand(curriculum, id)?.signal ?? '',
      words: (id) => ({
        name: 'Teasel',
        cue: cue(id),
        release: 'Okay',
        marker: 'Yes',
        side: 'left',
        young: false,
        traits,
      }),
    },
  })
  const commands = goesHome(curriculum, script, [], false)
  // Each by itself, so that none waits for its week.
  const home = commands.flatMap((c) => homeOf([c], { weeks: 4, toys: traits.toys }).weeks[3]?.lines ?? [])
  return { curriculum, script, commands, also: script.items.filter((i) => i.kind === 'also'), home }
}

describe('what was promised beyond the items of a demonstration', () => {
  const dogs = [{}, { deaf: true }, { blind: true }, { toys: true }, { stiff: true }, { shy: true }]

  it.each(dogs)('%o: is said whole, and asks for no word where nothing is said', (of) => {
    const { curriculum, also, home } = everything(of)
    expect(also.length).toBeGreaterThanOrEqual('shy' in of ? 12 : 13)
    for (const item of also) {
      const rung = findRung(curriculum, item.rungs[0]?.rungId ?? '')?.rung
      const line = home.find((l) => l.command === item.command)?.words ?? ''
      for (const said of [item.tellOwner, item.ifFails, item.shows, line])
        expect([item.title, said.length > 10, /“”|undefined|[{}]|\. \.|\.\./.test(said)]).toEqual([
          item.title,
          true,
          false,
        ])
      if (rung?.cue === 'none')
        for (const said of [item.tellOwner, line.replace(/, then say “Okay”/, '')])
          expect([item.title, /\bsay “(?!Okay)|\bshow the hand\b/i.test(said)]).toEqual([item.title, false])
      if (rung?.cue === 'none')
        expect([item.title, item.tellOwner]).toEqual([item.title, expect.stringMatching(/To be seen/)])
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
    expect(shown?.tellOwner).toMatch(/^Wait until it looks away\. Then “Come”, once, bright, your fist closed and low/)
    expect(shown?.walk).toBe('It is on the long line, free to sniff.')
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
    expect(shows()?.shows).toContain('sits in front, and comes round to your left on one cue.')
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
    const made = homeOf(
      [
        {
          command: 'release',
          name: 'Release',
          kind: 'position',
          cue: '“Okay”, once',
          listedSeconds: [],
          gap: 0,
          watch: '',
          isRelease: true,
        },
      ],
      { weeks: 4, sessions: 1 },
    )
    expect(made.weeks[0]?.lines[0]?.words).toBe('“Okay”, once; 15 times a day. Wait three seconds.')
  })
})
