import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import house from './house.json'
import { houseCurriculum } from './house'
import { allRungs, commandOf, withRole } from './lookup'
import { callMoment } from '../method/call'
import { holdPaid } from '../method/hold'
import { isAlwaysPaid, isHardFirst } from '../method/pay'
import { checkCurriculum, mostBytes, readCurriculum, toFile } from './read'
import { namedOnly } from './roles'
import { curriculumJsonSchema, mostRungs } from './schema'
import { leastProcessorMs } from '../tests/processorMs'
import type { CurriculumFaultCode } from './validate'

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
      for (const c of file['commands'] as Loose[]) if (keep(String(c['id']))) set(c, 'roles', ['rises', 'sits'])
      const read = checkCurriculum(file)
      if (!read.ok) throw new Error(read.faults[0]?.reason)
      return read.curriculum
    }
    const asOf = (c: typeof houseCurriculum) =>
      allRungs(c).map((r) => [r.id, (r.as ?? []).filter((role) => !namedOnly.has(role))])
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

  /** What each case is, for code; every other is of the wrong shape. */
  const codes: Readonly<Partial<Record<string, CurriculumFaultCode>>> = {
    'a cycle': 'needs-itself',
    'a rung in the stead of one that is here': 'replaces-what-is-here',
    'two rungs in the stead of one': 'replaced-twice',
    'a loop through the order of rungs': 'never-unlocks',
    'an unknown prerequisite': 'unknown-requirement',
    'a ladder that goes down': 'gets-easier',
    'a duplicate id': 'repeated-id',
    'a rule that can never pass': 'rule',
    'a rule longer than anyone looks back': 'rule',
    'a rule that always passes': 'rule',
    'intervals that shrink': 'rewards',
    'an interval that never comes': 'rewards',
    'an interval off the tether': 'rewards',
    'a pay beyond the stretch': 'rewards',
    'steps where nobody walks': 'rewards',
    'a call out of a hold': 'call',
    'a rung off leash behind no gate': 'loose-without-gate',
    'a gate that the file does not name': 'unknown-gate',
    'a set of no reps': 'set-reps',
    'a set of 31 reps': 'set-reps',
    'a name of another rung of its ladder': 'repeated-name',
    'a rung of no name': 'no-name',
    'a hold without seconds': 'no-criterion',
    'a heel without steps': 'no-criterion',
    'a sit without latency': 'no-criterion',
    'a criterion of no words': 'criterion-words',
    'a gate that needs a loose rung': 'loose-requirement',
    'a gate that needs what is not here': 'unknown-requirement',
    'a gate whose call is no recall': 'no-recall',
  }
  it.each<[string, (f: Loose) => void, string, RegExp]>([
    [
      'a cycle',
      (f) => {
        set(rungOf(f, 'sit.empty'), 'needs', ['sit-stay.1s'])
      },
      'sit.empty',
      /needs itself/,
    ],
    [
      'a rung in the stead of one that is here',
      (f) => {
        set(rungOf(f, 'sit.word'), 'was', ['sit.full'])
      },
      'sit.word',
      /stands in the stead of “sit\.full”, which is here/,
    ],
    [
      'two rungs in the stead of one',
      (f) => {
        set(rungOf(f, 'sit.word'), 'was', ['sit.gone'])
        set(rungOf(f, 'down.hand'), 'was', ['sit.gone'])
      },
      'down.hand',
      /another rung stands in the stead of “sit\.gone” already/,
    ],
    [
      'a loop through the order of rungs',
      (f) => {
        set(rungOf(f, 'sit.rear'), 'needs', ['sit.full'])
      },
      'sit.rear',
      /never unlock/,
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
    ...(
      [
        [
          'an interval of nothing',
          'settle.pauses',
          'payEvery',
          [0],
          'settle.pauses, payEvery.0',
          /expected number to be >=1/,
        ],
        ['an interval of an hour', 'settle.pauses', 'payEvery', [3600], 'settle.pauses, payEvery.0', /<=600/],
        ['intervals that shrink', 'settle.pauses', 'payEvery', [5, 2], 'settle.pauses', /go up, each once/],
        [
          'an interval that never comes',
          'settle.pauses',
          'payEvery',
          [2, 60],
          'settle.pauses',
          /60 s never comes in 60 s/,
        ],
        ['an interval off the tether', 'sit.word', 'payEvery', [2], 'sit.word', /only a settle rung/],
        ['a pay every 0 steps', 'heel.seam-2', 'paySteps', 0, 'heel.seam-2, paySteps', />=1/],
        ['a pay beyond the stretch', 'heel.seam-2', 'paySteps', 11, 'heel.seam-2', /11 steps never comes in 10/],
        ['steps where nobody walks', 'sit.word', 'paySteps', 2, 'sit.word', /only a heel rung/],
        ['a call out of a hold', 'sit-stay.5s', 'callWhen', 'looks-away', 'sit-stay.5s', /nobody is called/],
        ['a moment nobody knows', 'recall.fist', 'callWhen', 'at dawn', 'recall.fist, callWhen', /Invalid option/],
        ['a hold paid nohow', 'sit-stay.5s', 'holdPay', 'never', 'sit-stay.5s, holdPay', /Invalid option/],
      ] as const
    ).map(([name, id, key, to, where, reason]): [string, (f: Loose) => void, string, RegExp] => [
      name,
      (f) => {
        set(rungOf(f, id), key, to)
      },
      where,
      reason,
    ]),
    ...(
      [
        ['a rung off leash behind no gate', 'recall.off-leash', 'gate', undefined, 'behind no gate'],
        ['a gate that the file does not name', 'recall.off-leash', 'gate', 'moon', 'does not name among its gates'],
        ['a set of no reps', 'sit.word', 'setReps', 0, 'at least one rep'],
        ['a set of 31 reps', 'sit.word', 'setReps', 31, 'more than 30 reps'],
        [
          'a name of another rung of its ladder',
          'sit.word',
          'name',
          house.commands.find((c) => c.id === 'sit')?.runs[0]?.rungs[0]?.name,
          'two',
        ],
        ['a rung of no name', 'sit.word', 'name', ' ', 'no name'],
        ['a hold without seconds', 'sit-stay.5s', 'criterion', { words: 'w', help: 'none' }, 'needs its seconds'],
        ['a heel without steps', 'heel.seam-2', 'criterion', { words: 'w', help: 'none' }, 'needs its steps'],
        ['a sit without latency', 'sit.word', 'criterion', { words: 'w', help: 'none' }, 'within which it counts'],
        [
          'a criterion of no words',
          'sit.full',
          'criterion',
          { words: ' ', help: 'none', latencySeconds: 2 },
          'in words',
        ],
      ] as const
    ).map(([name, id, key, to, reason]): [string, (f: Loose) => void, string, RegExp] => [
      name,
      (f) => {
        set(rungOf(f, id), key, to)
      },
      id,
      new RegExp(reason),
    ]),
    ...(
      [
        ['a gate that needs a loose rung', 'needs', ['sit.word', 'recall.off-leash'], /itself worked off leash/],
        ['a gate that needs what is not here', 'needs', ['sit.moon'], /not in the curriculum/],
        ['a gate whose call is no recall', 'call', 'sit.word', /is no recall/],
      ] as const
    ).map(([name, key, to, reason]): [string, (f: Loose) => void, string, RegExp] => [
      name,
      (f) => {
        const gate = (f['gates'] as Loose[]).find((g) => (g['id'] as unknown) === 'off-leash')
        if (gate) set(gate, key, to)
      },
      'off-leash',
      reason,
    ]),
    ...(
      [
        ['a quota of nothing', { reps: 0, days: 30 }, 'recall, quota.reps'],
        ['a quota in no days', { reps: 1000, days: 0 }, 'recall, quota.days'],
        ['a quota in days that are past', { reps: 1000, days: -3 }, 'recall, quota.days'],
      ] as const
    ).map(([name, to, where]): [string, (f: Loose) => void, string, RegExp] => [
      name,
      (f) => {
        const recall = (f['commands'] as Loose[]).find((c) => (c['id'] as unknown) === 'recall')
        if (recall) set(recall, 'quota', to)
      },
      where,
      />=1/,
    ]),
  ])('with %s is refused whole, with the place, a code and the reason', (name, change, where, reason) => {
    const read = checkCurriculum(spoilt(change))
    expect(read.ok).toBe(false)
    expect(!read.ok && read.faults).toContainEqual({
      where,
      code: codes[name] ?? 'shape',
      reason: expect.stringMatching(reason),
    })
  })

  it('without anything of how a hand does it is read, and works by what it left out', () => {
    const later = ['payEvery', 'paySteps', 'callWhen', 'holdPay', 'alwaysPaid', 'jackpot', 'quota', 'hides']
    const text = JSON.stringify(house, (key, value: unknown) => (later.includes(key) ? undefined : value))
    const read = readCurriculum(text)
    if (!read.ok) throw new Error(read.faults[0]?.reason)
    const rung = (id: string) => allRungs(read.curriculum).find((r) => r.id === id)
    const made = (id: string) => {
      const found = rung(id)
      return found && [holdPaid(found), callMoment(found), isAlwaysPaid(found), isHardFirst(found), found.paySteps]
    }
    expect(made('sit-stay.5s')).toEqual(['each-interval', undefined, false, false, undefined])
    expect(made('sit-stay.3m-5s')).toEqual(['on-return', undefined, false, false, undefined])
    expect(made('recall.line-5')).toEqual([undefined, 'looks-away', true, false, undefined])
    expect(made('recall.from-stay')).toEqual([undefined, 'from-stay', true, false, undefined])
    expect(made('sit.word')).toEqual([undefined, undefined, false, true, undefined])
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
    const read = checkCurriculum(million)
    expect(!read.ok && read.faults[0]).toMatchObject({
      code: 'too-many-rungs',
      reason: expect.stringContaining(`more than ${mostRungs}`),
    })
    expect(leastProcessorMs(() => checkCurriculum(million))).toBeLessThan(500)
  })

  it('that is too large, no JSON, or any JSON at all is refused, never thrown at', () => {
    expect(readCurriculum(' '.repeat(mostBytes + 1))).toMatchObject({
      ok: false,
      faults: [{ where: 'file', code: 'too-large', reason: expect.stringContaining('larger') }],
    })
    expect(readCurriculum('{"format":')).toMatchObject({
      ok: false,
      faults: [{ code: 'not-json', reason: expect.stringContaining('not JSON') }],
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
    expect(!read.ok && read.faults.at(-1)).toEqual({
      where: 'file',
      code: 'more',
      reason: `and ${allRungs(houseCurriculum).length - 100} more`,
    })
  })
})
