import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '@/core/curriculum/house'
import type { Typed } from '@/core/fields'
import { inUse, usual } from '@/core/promise/inUse'
import { readCueWords, findResident, replacePromises } from '@/store/residents'
import { keepStep } from '../actions/intake'
import { recordFacts } from '../record/accept'
import { baselineOf } from '../context/baseline'
import { refoldDog } from '../record/refold'
import { standingOf } from '../record/standing'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'
import { loadBlock } from './block'
import { loadFrame } from './frame'
import { loadPromising, specsFor, valuesNow } from './intake'
import { loadPaper } from './paper'
import { cueDictionary } from './printed'
import { loadResident } from './resident'
import { loadWall } from './wall'

const extras = houseCurriculum.commands.filter((c) => c.extra === true).map((c) => c.name)
const fourteen = houseCurriculum.commands.filter((c) => c.extra !== true).map((c) => c.name)
const promise = (rung: string) => ({ rung, places: '1', people: '1' })

const kennel = (...promised: string[]) => {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, {
    arrivesOn: '2026-02-20',
    leavesOn: '2026-03-30',
    promised: ['sit.word', ...promised].map(promise),
  })
  const resident = () => {
    const found = findResident(db, residencyId)
    if (!found) throw new Error('no dog')
    return found
  }
  return { db, ada, residencyId, resident }
}

/** Everything that lists commands of a dog, by what it is called. */
const listed = ({ db, ada, residencyId, resident }: ReturnType<typeof kennel>): Record<string, readonly string[]> => {
  const words = specsFor(db, resident(), monday).find((s) => s.id === 'words')
  const paper = loadPaper(db, ada, monday)
  const cues = cueDictionary(db, monday)
  return {
    'words asked for': (words?.fields ?? []).flatMap((f) => (f.kind === 'words' ? [f.text] : [])),
    'sheets read back': (paper.ladders[paper.dogs[0]?.ladder ?? ''] ?? []).map((c) => c.name),
    'cue dictionary, the house': cues.house.map((c) => c.command),
    'cue dictionary, the dog': cues.dogs.flatMap((d) => d.cues.map((c) => c.command)),
    baseline: baselineOf(db, resident(), monday).map((c) => c.name),
    'the dog’s page': loadResident(db, residencyId, monday)?.commands.map((c) => c.name) ?? [],
    wall: loadWall(db, monday).commands.map((c) => c.name),
  }
}

describe('commands that are switched off until they are promised', () => {
  it('are nine, beside the fourteen', () => {
    expect([fourteen.length, extras.length]).toEqual([14, 9])
    expect(usual(houseCurriculum).commands.map((c) => c.name)).toEqual(fourteen)
    expect(usual(houseCurriculum)).toBe(inUse(houseCurriculum, { commands: [] }))
  })

  it('stand on no page, paper or card of a dog that was promised none of them', () => {
    const k = kennel()
    for (const [what, names] of Object.entries(listed(k))) {
      expect([what, names.filter((n) => extras.includes(n))]).toEqual([what, []])
      expect([what, names.length > 0]).toEqual([what, true])
    }
    expect(loadFrame(k.db, monday).small.others.filter((c) => extras.includes(c.name))).toEqual([])
  })

  it('may be promised, and then are where every other command is; the others stay away', () => {
    const k = kennel('stand.10s', 'release.alone')
    const promisable = loadPromising(k.db, k.residencyId, monday).curriculum.commands.map((c) => c.name)
    expect(promisable.filter((n) => extras.includes(n))).toEqual(extras)
    for (const [what, names] of Object.entries(listed(k))) {
      // The release has no word of its own beside the dog’s.
      const wanted = what === 'cue dictionary, the house' ? ['Stand'] : ['Release', 'Stand']
      expect([what, names.filter((n) => extras.includes(n)).sort()]).toEqual([what, wanted])
    }
    const block = loadBlock(k.db, k.residencyId, undefined, k.ada, monday)
    expect(block?.plan.work.some((s) => s.command === 'stand')).toBe(true)
  })

  it('the release is asked for by the dog’s own release word', () => {
    const k = kennel('release.alone')
    const cue = cueDictionary(k.db, monday).dogs[0]?.cues.find((c) => c.command === 'Release')
    expect(cue?.word).toBe(k.resident().releaseWord)
  })

  it('what was worked stays on the pages when it is promised no more', () => {
    const k = kennel()
    const tablet = new Tablet()
    const set = tablet.set(k.residencyId, k.ada, { rungId: 'off.tossed' })
    const { results } = recordFacts(k.db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    expect(results.map((r) => r.status)).toEqual(['stored', 'stored'])
    expect(standingOf(k.db, k.residencyId, monday).summary.commands.some((c) => c.command === 'off')).toBe(true)
  })

  it('a word said of one is kept while the words of the others are asked for anew', () => {
    const k = kennel('off.word')
    const typed = valuesNow(k.db, k.resident(), 'words', monday)
    const at = Object.keys(typed).find((key) => /^cues\.\d+\.command$/.test(key) && typed[key]?.[0] === 'off')
    const field = at?.replace('command', 'word') ?? ''
    const keep = (values: Typed) => keepStep(k.db, k.residencyId, 'words', values, k.ada, monday).ok
    expect(keep({ ...typed, [field]: ['Abseits'] })).toBe(true)
    replacePromises(k.db, k.residencyId, [{ command: 'sit', rungId: 'sit.word', level: 0, places: 1, people: 1 }])
    refoldDog(k.db, k.resident().dogId, monday)
    const later = valuesNow(k.db, k.resident(), 'words', monday)
    expect(Object.values(later).flat()).not.toContain('off')
    expect(keep(later)).toBe(true)
    expect(readCueWords(k.db, k.resident().dogId).get('off')).toBe('Abseits')
  })
})
