import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { copied, moved, placeOf, rungOf, stepped, withRungs, without } from './edit'
import { houseCurriculum } from './house'
import { toFile } from './read'
import type { RungFile } from './schema'

const file = toFile(houseCurriculum)
const place = { command: file.commands[5]?.id ?? '', run: file.commands[5]?.runs[0]?.id ?? '' }
const rungs = file.commands[5]?.runs[0]?.rungs ?? []
const ids = (of: readonly RungFile[]) => of.map((r) => r.id)
const all = ids(rungs)
const anId = fc.constantFrom(...all)

describe('rungs of a draft', () => {
  it('move together to beside another one, and none is lost or doubled', () => {
    expect(all.length).toBeGreaterThan(4)
    const [a = '', b = '', c = '', d = '', ...more] = all
    expect(ids(moved(rungs, new Set([d, a]), b, true))).toEqual([b, a, d, c, ...more])
    expect(ids(moved(rungs, new Set([d]), a, false))).toEqual([d, a, b, c, ...more])
    expect(moved(rungs, new Set([a]), 'none', true)).toBe(rungs)
    expect(moved(rungs, new Set([a]), a, true)).toBe(rungs)
    fc.assert(
      fc.property(fc.uniqueArray(anId), anId, fc.boolean(), (which, target, after) => {
        const then = ids(moved(rungs, new Set(which), target, after))
        expect([...then].sort()).toEqual([...all].sort())
        expect(then.filter((id) => !which.includes(id))).toEqual(all.filter((id) => !which.includes(id)))
        expect(then.filter((id) => which.includes(id))).toEqual(all.filter((id) => which.includes(id)))
      }),
    )
  })

  it('go up and down by one, there and back the same; at the ends they stay', () => {
    const [a = '', b = '', c = '', ...more] = all
    expect(ids(stepped(rungs, b, -1))).toEqual([b, a, c, ...more])
    expect(ids(stepped(stepped(rungs, b, 1), b, -1))).toEqual(all)
    expect(stepped(rungs, a, -1)).toBe(rungs)
    expect(stepped(rungs, all.at(-1) ?? '', 1)).toBe(rungs)
  })

  it('are copied under an id of their own, as often as wanted, and taken out but for the last', () => {
    const [first] = rungs
    if (!first) throw new Error('no rung')
    const [once, id] = copied(rungs, first)
    const [twice, second] = copied(once, first)
    expect(ids(twice)).toEqual([first.id, second, id, ...all.slice(1)])
    expect(twice[1]).toMatchObject({ needs: [], rule: first.rule, name: `${first.name} (new)` })
    expect(new Set(ids(twice)).size).toBe(all.length + 2)
    expect(without(once, id)).toEqual([rungs, all[1]])
    expect(without(rungs, all.at(-1) ?? '')?.[1]).toBe(all.at(-2))
    expect(without(rungs.slice(0, 1), first.id)).toBeUndefined()
    expect(without(rungs, 'none')).toBeUndefined()
  })

  it('change in their own run only, and a fault leads to where its rung stands', () => {
    const then = withRungs(file, place, (r) => r.slice(1))
    expect(then.commands.flatMap((c) => c.runs.flatMap((r) => ids(r.rungs)))).toEqual(
      file.commands.flatMap((c) => c.runs.flatMap((r) => ids(r.rungs))).filter((id) => id !== all[0]),
    )
    expect(placeOf(file, rungOf(`${all[2] ?? ''}, its rule`))).toMatchObject(place)
    expect(placeOf(then, all[0] ?? '')).toBeUndefined()
  })
})
