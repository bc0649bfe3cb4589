import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import house from './house.json'
import { houseCurriculum } from './house'
import { allRungs, commandOf, withRole } from './lookup'
import { checkCurriculum, mostBytes, readCurriculum, toFile } from './read'
import { curriculumJsonSchema, mostRungs } from './schema'

type Loose = { [key: string]: Loose } & Loose[]
/** The house file, changed at one place by an untyped hand. */
const spoilt = (change: (file: Loose) => void): unknown => {
  const file = JSON.parse(JSON.stringify(house)) as Loose
  change(file)
  return file
}
const rungOf = (file: Loose, id: string): Loose => {
  for (const command of file['commands'] as Loose[])
    for (const run of command['runs'] as Loose[])
      for (const rung of run['rungs'] as Loose[]) if ((rung['id'] as unknown) === id) return rung
  throw new Error(id)
}
const set = (of: Loose, key: string, to: unknown): void => {
  ;(of as Record<string, unknown>)[key] = to
}

describe('a curriculum file', () => {
  it('is read whole, written again and read the same', () => {
    const written = JSON.stringify(toFile(houseCurriculum))
    expect(JSON.parse(written)).toEqual(house)
    const again = readCurriculum(written)
    expect(again.ok && again.curriculum).toEqual(houseCurriculum)
  })

  it('written before roles had names means those of the shipped file; one that names any means what it names', () => {
    const bare = (keep: (id: string) => boolean) => {
      const text = JSON.stringify(house, (key, value: unknown) => (key === 'roles' ? undefined : value))
      const file = JSON.parse(text) as Loose
      for (const c of file['commands'] as Loose[]) if (keep(String(c['id']))) set(c, 'roles', ['rises'])
      const read = checkCurriculum(file)
      if (!read.ok) throw new Error(read.faults[0]?.reason)
      return read.curriculum
    }
    const asOf = (c: typeof houseCurriculum) => allRungs(c).map((r) => [r.id, r.as])
    expect(asOf(bare(() => false))).toEqual(asOf(houseCurriculum))
    const own = bare((id) => id === 'watch')
    expect(new Set(allRungs(own).flatMap((r) => (r.as ? [r.command] : [])))).toEqual(new Set(['watch']))
    expect(withRole(own, 'rises').every((r) => r.command === 'watch')).toBe(true)
    expect(commandOf(houseCurriculum, 'bed')?.id).toBe('place')
  })

  it('has its JSON Schema beside the documents', () => {
    expect(JSON.parse(readFileSync('docs/curriculum.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(curriculumJsonSchema())),
    )
  })

  it.each<[string, (f: Loose) => void, string, RegExp]>([
    [
      'a cycle',
      (f) => {
        set(rungOf(f, 'sit.full'), 'needs', ['sit-stay.1s'])
      },
      'sit.full',
      /needs itself/,
    ],
    [
      'a loop through the order of rungs',
      (f) => {
        set(rungOf(f, 'sit.rear'), 'needs', ['sit.full'])
      },
      'sit.rear',
      /never open/,
    ],
    [
      'an unknown prerequisite',
      (f) => {
        set(rungOf(f, 'down.no-lure'), 'needs', ['down.sideways'])
      },
      'down.no-lure',
      /down\.sideways, which is not in the curriculum/,
    ],
    [
      'a rung without a criterion',
      (f) => {
        set(rungOf(f, 'sit.full'), 'criterion', undefined)
      },
      'sit.full, criterion',
      /needs its criterion/,
    ],
    [
      'a ladder that goes down',
      (f) => {
        set(rungOf(f, 'sit-stay.20s')['criterion'] as Loose, 'seconds', 4)
      },
      'sit-stay.20s',
      /goes down from 15 to 4 on the duration axis/,
    ],
    [
      'a duplicate id',
      (f) => {
        set(rungOf(f, 'sit.full'), 'id', 'sit.rear')
      },
      'sit.rear',
      /used twice/,
    ],
    [
      'a wrong unit',
      (f) => {
        set(rungOf(f, 'sit-stay.5s')['criterion'] as Loose, 'minutes', 1)
      },
      'sit-stay.5s, criterion',
      /unknown “minutes”: times are in seconds/,
    ],
    [
      'seconds as text',
      (f) => {
        set(rungOf(f, 'sit-stay.5s')['criterion'] as Loose, 'seconds', '5 s')
      },
      'sit-stay.5s, criterion.seconds',
      /expected number/,
    ],
    [
      'milliseconds',
      (f) => {
        set(rungOf(f, 'sit-stay.5s')['criterion'] as Loose, 'seconds', 5000)
      },
      'sit-stay.5s, criterion.seconds',
      /times are in seconds/,
    ],
    [
      'a rule that can never pass',
      (f) => {
        set(rungOf(f, 'sit.word'), 'rule', { kind: 'window', k: 11, n: 10 })
      },
      'sit.word',
      /11 of 10 can never be met/,
    ],
    [
      'a rule longer than anyone looks back',
      (f) => {
        set(rungOf(f, 'sit.word'), 'rule', { kind: 'row', r: 40 })
      },
      'sit.word',
      /can never be met/,
    ],
    [
      'a rule that always passes',
      (f) => {
        set(rungOf(f, 'sit.word'), 'rule', { kind: 'row', r: 0 })
      },
      'sit.word',
      /always met/,
    ],
    [
      'a stage nobody knows',
      (f) => {
        set(rungOf(f, 'sit.word'), 'stage', 'wizardry')
      },
      'sit.word, stage',
      /Invalid option/,
    ],
    [
      'another format',
      (f) => {
        set(f, 'format', 'something')
      },
      'format',
      /Invalid input/,
    ],
  ])('with %s is refused whole, with the place and the reason', (_, change, where, reason) => {
    const read = checkCurriculum(spoilt(change))
    expect(read.ok).toBe(false)
    expect(!read.ok && read.faults).toContainEqual({ where, reason: expect.stringMatching(reason) })
  })

  it('with a million rungs is refused before anyone looks at them', () => {
    const million = spoilt((f) => {
      const run = (f['commands'] as Loose[])[0]?.['runs'] as Loose[] | undefined
      const first = run?.[0]
      if (first)
        set(
          first,
          'rungs',
          Array.from({ length: 1_000_000 }, () => 0),
        )
    })
    const from = performance.now()
    const read = checkCurriculum(million)
    expect(!read.ok && read.faults[0]?.reason).toContain(`more than ${mostRungs}`)
    expect(performance.now() - from).toBeLessThan(500)
  })

  it('that is too large, no JSON, or any JSON at all is refused, never thrown at', () => {
    expect(readCurriculum(' '.repeat(mostBytes + 1))).toMatchObject({
      ok: false,
      faults: [{ where: 'file', reason: expect.stringContaining('larger') }],
    })
    expect(readCurriculum('{"format":')).toMatchObject({
      ok: false,
      faults: [{ reason: expect.stringContaining('not JSON') }],
    })
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(checkCurriculum(value).ok).toBe(false)
      }),
      { numRuns: 300 },
    )
  })

  it('lists every fault up to a hundred and counts the rest', () => {
    const read = checkCurriculum(
      spoilt((f) => {
        for (const r of allRungs(houseCurriculum)) set(rungOf(f, r.id), 'stage', 'x')
      }),
    )
    expect(!read.ok && read.faults).toHaveLength(101)
    expect(!read.ok && read.faults.at(-1)?.reason).toBe(`and ${allRungs(houseCurriculum).length - 100} more`)
  })
})
