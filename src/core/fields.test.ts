import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import {
  day,
  fieldErrors,
  line,
  lines,
  nested,
  number,
  optionalDay,
  optionalLine,
  optionalNumber,
  rows,
  tick,
} from './fields'
import { typedOf } from './form'

const says = (schema: z.ZodType, value: unknown): string => {
  const parsed = schema.safeParse(value)
  return parsed.success ? '' : (parsed.error.issues[0]?.message ?? '?')
}

describe('what people type', () => {
  it('numbers take a point or a comma, and nothing that only looks like one', () => {
    const weight = number('The weight', 0, 200)
    expect(['20', ' 20,5 ', '20.5', '.5'].map((v) => weight.parse(v))).toEqual([20, 20.5, 20.5, 0.5])
    for (const bad of ['', 'twenty', '1e3', '0x10', '1,2,3', '-1', '201', 'NaN', 'Infinity', '2 0'])
      expect(says(weight, bad)).toMatch(/The weight/)
    expect([
      optionalNumber('x', 0, 9).parse(''),
      optionalNumber('x', 0, 9).parse(undefined),
      says(optionalNumber('x', 0, 9), '10'),
    ]).toEqual([null, null, 'x is a number from 0 to 9, or empty.'])
  })
  it('days are days of the calendar', () => {
    expect([day('On').parse('2028-02-29'), optionalDay('On').parse('')]).toEqual(['2028-02-29', ''])
    for (const bad of ['2026-02-29', '2026-13-01', '29.02.2028', '0000-00-00', '2026-2-3', 'tomorrow'])
      expect(says(day('On'), bad)).toMatch(/On is a date like/)
    expect(says(day('On'), '')).toBe('On is missing.')
  })
  it('lines are one line, counted in letters and not in bytes', () => {
    expect(line('Name', 3).parse(' 🐕🐕🐕 ')).toBe('🐕🐕🐕')
    expect([says(line('Name', 3), '🐕🐕🐕🐕'), says(line('Name', 9), '  '), says(line('Name', 9), 'a\nb')]).toEqual([
      'Name may have 3 characters at most.',
      'Name is missing.',
      'Name may not contain control characters.',
    ])
    expect([lines('Note', 9).parse('a\nb'), says(lines('Note', 9), 'a\u0007')]).toEqual([
      'a\nb',
      'Note may not contain control characters.',
    ])
    // UAX #9, section 2 (from memory): embeddings, overrides, isolates; a mark of direction turns nothing round.
    for (const c of '\u202A\u202B\u202C\u202D\u202E\u2066\u2067\u2068\u2069')
      expect([says(line('Name', 9), `a${c}b`), says(optionalLine('Name', 9), c), says(lines('Name', 9), c)]).toEqual(
        Array(3).fill('Name may not contain characters that turn text round.'),
      )
    expect(line('Name', 9).parse('נועה\u200F!')).toBe('נועה\u200F!')
    expect([tick.parse('yes'), tick.parse(''), tick.parse(undefined), says(tick, 'perhaps')]).toEqual([
      true,
      false,
      false,
      'Tick it or leave it.',
    ])
  })
  it('empty rows are left out, and what is wrong keeps the number of its row', () => {
    const schema = z.object({
      pills: rows(z.object({ name: line('The medicine', 20), dose: line('The dose', 20) }), 4, 'Medicine'),
    })
    const typed = {
      'pills.0.name': [''],
      'pills.0.dose': [''],
      'pills.0.id': ['kept by the page'],
      'pills.2.name': ['Drops'],
      'pills.2.dose': ['2'],
      'pills.3.name': ['Paste'],
    }
    const parsed = schema.safeParse(nested(typed))
    expect(parsed.success ? {} : fieldErrors(parsed.error)).toEqual({ 'pills.3.dose': 'The dose is missing.' })
    expect(schema.parse(nested({ ...typed, 'pills.3.dose': ['1'] })).pills).toEqual([
      { name: 'Drops', dose: '2' },
      { name: 'Paste', dose: '1' },
    ])
    expect(
      says(schema, nested(Object.fromEntries(Array.from({ length: 5 }, (_, i) => [`pills.${i}.name`, ['x']])))),
    ).toMatch(/4 rows at most/)
  })
  it('no field name reaches into an object’s own workings, nor makes a list without end', () => {
    const made = nested({
      '__proto__.polluted': ['yes'],
      'constructor.prototype.polluted': ['yes'],
      'a.b.c.d.e': ['deep'],
      'rows.999999.name': ['far'],
      '': ['x'],
    })
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined()
    expect(made).toEqual({ rows: { 999999: { name: 'far' } } })
  })
  it('whatever was kept can be typed again: an entry goes to fields and back', () => {
    const entry = z.object({ a: z.string(), list: z.array(z.object({ x: z.string(), y: z.string() })) })
    fc.assert(
      fc.property(
        fc.record({ a: fc.string(), list: fc.array(fc.record({ x: fc.string(), y: fc.string() }), { maxLength: 5 }) }),
        (value) => {
          const back = nested(typedOf(value))
          expect(entry.parse({ list: [], ...back })).toEqual(value)
        },
      ),
    )
  })
})

describe('a number that two people read in two ways', () => {
  it.each([
    ['1,250', undefined],
    ['12,000', undefined],
    ['1,250,000', undefined],
    ['1.250', 1.25],
    ['0,250', 0.25],
    ['1,25', 1.25],
    ['1,2500', 1.25],
    ['1250', 1250],
    ['-3,5', -3.5],
  ])('%s', (typed, read) => {
    const parsed = number('The weight', -10, 1e9).safeParse(typed)
    expect(parsed.data).toBe(read)
    expect(optionalNumber('The weight', -10, 1e9).safeParse(typed).data).toBe(read)
    if (read === undefined) expect(parsed.error?.issues[0]?.message).toContain('can be read in two ways')
  })
})
