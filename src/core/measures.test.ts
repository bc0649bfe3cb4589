import { describe, expect, it } from 'vitest'
import { houseCurriculum } from './curriculum/house'
import { curriculumIn } from './curriculum/lengths'
import { celsiusFrom, degreesIn, kgPerLb, massIn, metresPerFoot, massText, temperatureText, wordsIn } from './measures'

describe('the measures of a house', () => {
  it('turns by the exact factors', () => {
    // International yard and pound agreement, 1959: a yard is 0.9144 m, a pound 0.453 592 37 kg.
    expect(metresPerFoot * 3).toBeCloseTo(0.9144, 12)
    expect(kgPerLb).toBe(0.45359237)
    expect(massIn(0.45359237, 'lb')).toBe(1)
    // Fixed points: ice and steam of water, and where the two scales meet. From memory.
    expect([0, 100, -40].map((c) => degreesIn(c, 'F'))).toEqual([32, 212, -40])
    expect([32, 212, -40].map((f) => celsiusFrom(f, 'F'))).toEqual([0, 100, -40])
  })

  it('says them as people do', () => {
    expect([0.5, 1, 1.8, 5, 10, 15].map((m) => wordsIn(`${m} m`, { lengths: 'ft', unit: 'kg' }))).toEqual([
      '1.6 ft',
      '3 ft',
      '6 ft',
      '16 ft',
      '33 ft',
      '49 ft',
    ])
    expect([temperatureText(27, 'C'), temperatureText(27, 'F')]).toEqual(['27 °C', '81 °F'])
    expect([massText(20.5, 'kg'), massText(20.5, 'lb')]).toEqual(['20.5 kg', '45.2 lb'])
  })

  it('finds meters and kilograms in words, and nothing else', () => {
    const american = { lengths: 'ft', unit: 'lb' } as const
    expect(wordsIn('over 15 m off, then 5–15 m; 1.8 m leash', american)).toBe(
      'over 50 ft off, then 16–49 ft; 6 ft leash',
    )
    for (const words of ['5 min', 'sit.1m', '3 m²', '10 mg', '2 m/s', '30 s', 'at 45°', 'a 5 my'])
      expect(wordsIn(words, american)).toBe(words)
    expect(wordsIn('half a meter away, over 4 m', american)).toBe('a foot and a half away, over 13 ft')
    expect(wordsIn('Heron has 32 kg, Wren 9 kg', american)).toBe('Heron has 71 lb, Wren 20 lb')
    expect(wordsIn('At 3 m, 9 kg', { lengths: 'm', unit: 'kg' })).toBe('At 3 m, 9 kg')
  })

  it('puts a whole ladder in feet: words only, the same object each time, and no meter left to read', () => {
    const feet = curriculumIn(houseCurriculum, 'ft')
    expect(curriculumIn(houseCurriculum, 'ft')).toBe(feet)
    expect(curriculumIn(houseCurriculum, 'm')).toBe(houseCurriculum)
    const rungs = (c: typeof feet) => c.commands.flatMap((x) => x.runs.flatMap((r) => r.rungs))
    const metres = rungs(houseCurriculum).filter((r) => /\d m\b/.test(r.name + r.criterion.words))
    expect(metres.length).toBeGreaterThan(30)
    expect(rungs(feet).filter((r) => /\d m\b/.test(r.name + r.criterion.words))).toEqual([])
    expect(rungs(feet).find((r) => r.id === 'sit.10m')?.name).toBe('At 33 ft')
    // Everything that is counted by stays as it was.
    const counted = (c: typeof feet) =>
      rungs(c).map((r) => [r.id, r.rule, r.criterion.metres, r.criterion.seconds, r.kit, r.needs, r.setReps])
    expect(counted(feet)).toEqual(counted(houseCurriculum))
  })
})
