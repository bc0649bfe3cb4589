import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { GoesHome } from './homeLine'
import { homeworkChange, plainHomework, written, type HomeworkChange } from './homeworkChange'
import { homeItem, homeOf } from '../tests/home'

const made = (commands: readonly GoesHome[]) => homeOf(commands, { weeks: 4 })
const change = (more: Partial<HomeworkChange>) => homeworkChange.parse({ ...plainHomework, ...more })

describe('homework that a person wrote in', () => {
  it('stays as made where nobody wrote', () => {
    const plain = made([homeItem('sit', { gap: 0.4 }), homeItem('down', { gap: 0.1 })])
    const out = written(plain, plainHomework)
    expect(out.weeks.map((w) => w.lines.map((l) => l.words))).toEqual(
      plain.weeks.map((w) => w.lines.map((l) => l.words)),
    )
    expect(out.weeks.flatMap((w) => w.lines).some((l) => l.written)).toBe(false)
  })

  it('what was written stands whatever the rest becomes, and is never lost', () => {
    const gap = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom('sit', 'down', 'recall', 'heel', 'place'), gap, { minKeys: 1 }),
        fc.dictionary(fc.constantFrom('sit', 'down', 'recall', 'heel', 'place'), gap, { minKeys: 1 }),
        fc.constantFrom('w1:sit', 'w2:recall', 'w4:heel'),
        (before, after, lineId) => {
          const own = change({ lines: { [lineId]: { words: 'As we said.', minutes: 7 } } })
          for (const gaps of [before, after]) {
            const out = written(made(Object.entries(gaps).map(([c, g]) => homeItem(c, { gap: g }))), own)
            const line = out.weeks.flatMap((w) => w.lines).find((l) => l.id === lineId)
            if (line) expect(line).toMatchObject({ words: 'As we said.', minutes: 7, written: true })
            else expect(out.orphans).toEqual(['As we said.'])
          }
        },
      ),
    )
  })

  it('a line left out can be put back; one of one’s own stands in its week and counts its minutes', () => {
    const plain = made([homeItem('sit')])
    const own = { id: 'own:a', week: 2, title: 'Vet’s table', words: 'Stand, be touched.', minutes: 4 }
    const out = written(plain, change({ dropped: ['w1:sit'], added: [own] }))
    expect(out.weeks[0]?.lines).toEqual([])
    expect(out.dropped).toEqual([{ id: 'w1:sit', command: 'sit', week: 1, title: 'sit' }])
    expect(out.weeks[1]?.lines.map((l) => l.title)).toEqual(['sit', 'Vet’s table'])
    expect(out.weeks[1]?.minutes).toBe((plain.weeks[1]?.lines[0]?.minutes ?? 0) + 4)
  })

  it('takes no control characters, no sixth week and no day of practice', () => {
    for (const wrong of [
      { lines: { 'w1:sit': { words: 'a\u0000b' } } },
      { lines: { 'w1:sit': { minutes: 900 } } },
      { added: [{ id: 'own:a', week: 6, title: 'x', words: '', minutes: 3 }] },
      { places: { '9': 'moon' } },
    ])
      expect(homeworkChange.safeParse(wrong).success).toBe(false)
  })
})
