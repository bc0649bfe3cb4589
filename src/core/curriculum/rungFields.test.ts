import { describe, expect, it } from 'vitest'
import { houseCurriculum } from './house'
import { toFile } from './read'
import { rungFields, type RungField } from './rungFields'
import type { RungFile } from './schema'

const { gates } = houseCurriculum
const rungs = toFile(houseCurriculum).commands.flatMap((c) => c.runs.flatMap((r) => r.rungs))
const of = (id: string): RungFile => {
  const rung = rungs.find((r) => r.id === id)
  if (!rung) throw new Error(id)
  return rung
}
const field = (rung: RungFile, label: string): RungField => {
  const found = rungFields(rung, gates).find((f) => f.label === label)
  if (!found) throw new Error(label)
  return found
}
const same = (f: RungField): RungFile =>
  f.kind === 'number' ? f.put(f.value ?? Number.NaN) : (f.put as (value: typeof f.value) => RungFile)(f.value)

describe('the fields of a rung', () => {
  it('hold what the rung says: each put back as it stands leaves the rung as it was, for every shipped rung', () => {
    for (const rung of rungs)
      for (const f of rungFields(rung, gates)) expect([rung.id, f.label, same(f)]).toEqual([rung.id, f.label, rung])
  })

  it('every choice offers what is chosen, once', () => {
    for (const rung of rungs)
      for (const f of rungFields(rung, gates))
        if (f.kind === 'one')
          expect([rung.id, f.label, f.choices.filter((c) => c.id === f.value).length]).toEqual([rung.id, f.label, 1])
  })

  it('change one thing, and take it away where it is emptied', () => {
    const word = of('sit.word')
    const seconds = field(word, 'Seconds stayed')
    const longer = seconds.kind === 'number' ? seconds.put(4) : word
    expect(longer).toEqual({ ...word, criterion: { ...word.criterion, seconds: 4 } })
    const again = field(longer, 'Seconds stayed')
    expect(again.kind === 'number' && again.put(Number.NaN)).toEqual(word)
    const place = field(word, 'Only in this kind of location')
    const yard = place.kind === 'one' ? place.put('yard') : word
    expect(yard.criterion.place).toBe('yard')
    const anywhere = field(yard, 'Only in this kind of location')
    expect(anywhere.kind === 'one' && anywhere.put('none')).toEqual(word)
    const ways = field(word, 'Other methods, separated by semicolons')
    expect(ways.kind === 'text' && ways.put('lure;  wait ; ').ways).toEqual(['lure', 'wait'])
    const first = field(word, 'Its first time')
    expect(first.kind === 'one' && [first.put('yes').jackpot, 'jackpot' in first.put('any')]).toEqual([true, false])
  })

  it('follow the kind: a settle rung has its intervals, a heel its steps, a recall its moment', () => {
    const labels = (id: string) => rungFields(of(id), gates).map((f) => f.label)
    expect(labels('settle.chews')).toContain('Rewarded every, seconds, least first, separated by commas')
    expect(labels('heel.word')).toContain('Rewarded every so many steps')
    expect(labels('recall.line-5')).toContain('When to call')
    expect(labels('recall.line-5')).not.toContain('Hold')
    expect(labels('sit-stay.5s')).toContain('Hold')
  })

  it('another rule begins with its usual numbers', () => {
    const rule = field(of('sit.word'), 'Rule')
    expect(rule.kind === 'one' && rule.put('row').rule.kind).toBe('row')
    expect(
      rungFields(of('sit.word'), gates)
        .filter((f) => f.ofRule)
        .map((f) => f.label),
    ).toEqual(['k', 'n', 'Reps to a set'])
  })
})
