import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lookedAt, openDraft, reduceDraft, type DraftAction, type DraftState } from './draft'
import { houseCurriculum } from './house'
import { toFile } from './read'

const file = toFile(houseCurriculum)
const opened = openDraft(file, 4)
const after = (...actions: readonly DraftAction[]): DraftState => actions.reduce(reduceDraft, opened)
const ids = (state: DraftState) => lookedAt(state).run?.rungs.map((r) => r.id) ?? []
const second = file.commands[1]
const twoLadders = file.commands.find((c) => c.runs.length > 1)

describe('a draft as it is edited', () => {
  it('opens saved, at the first rung of the first command', () => {
    expect(opened.saved).toBe(true)
    expect(lookedAt(opened).rung).toBe(file.commands[0]?.runs[0]?.rungs[0])
  })

  it('looks at the first rung of what is chosen, and changes nothing by that', () => {
    const state = after({ do: 'choose command', id: second?.id ?? '' })
    expect(lookedAt(state)).toMatchObject({ command: { id: second?.id }, rung: { id: second?.runs[0]?.rungs[0]?.id } })
    expect([state.saved, state.file]).toEqual([true, file])
    if (!twoLadders) throw new Error('no command with two ladders')
    const ladder = twoLadders.runs[1]
    const there = after({ do: 'choose command', id: twoLadders.id }, { do: 'choose ladder', id: ladder?.id ?? '' })
    expect(lookedAt(there)).toMatchObject({ run: { id: ladder?.id }, rung: { id: ladder?.rungs[0]?.id } })
  })

  it('goes to the rung that a fault names, and stays where it names none', () => {
    const far = file.commands.at(-1)?.runs[0]?.rungs.at(-1)
    const there = after({ do: 'go to fault', id: `${far?.id}, rule` })
    expect(lookedAt(there).rung?.id).toBe(far?.id)
    expect(after({ do: 'go to fault', id: 'nothing.at-all, name' })).toBe(opened)
  })

  it('adds a rung below and looks at it; takes it out and looks at a neighbor', () => {
    const added = after({ do: 'add rung' })
    expect([added.saved, ids(added).length, ids(added).indexOf(added.at.rung)]).toEqual([
      false,
      ids(opened).length + 1,
      1,
    ])
    const removed = reduceDraft(added, { do: 'remove rung' })
    expect(ids(removed)).toEqual(ids(opened))
    expect(removed.said).toContain('is out of the draft')
    expect(ids(removed)).toContain(removed.at.rung)
  })

  it('follows a rung or a command whose id is changed', () => {
    const { rung, command } = lookedAt(opened)
    if (!rung || !command) throw new Error('nothing there')
    const renamed = after({ do: 'write rung', rung: { ...rung, id: 'marker.other' } })
    expect(lookedAt(renamed).rung?.id).toBe('marker.other')
    const other = after({ do: 'write command', command: { ...command, id: 'other' } })
    expect(lookedAt(other)).toMatchObject({ command: { id: 'other' }, rung: { id: rung.id } })
  })

  it('is saved as it was sent: what was typed meanwhile is not', () => {
    const typed = after({ do: 'add rung' })
    const saved = reduceDraft(typed, { do: 'saved', file: typed.file, revision: 5 })
    expect(saved).toMatchObject({ saved: true, revision: 5, said: 'Draft saved.' })
    const more = reduceDraft(typed, { do: 'step rung', by: -1 })
    expect(reduceDraft(more, { do: 'saved', file: typed.file, revision: 5 })).toMatchObject({
      saved: false,
      revision: 5,
    })
  })

  it('takes a file in whole or not at all', () => {
    const faults = [{ where: 'sit.word, rule', why: 'is missing' }] as never
    const refused = after({ do: 'refuse file', faults })
    expect([refused.file, refused.refused]).toEqual([file, faults])
    const taken = reduceDraft(refused, { do: 'take in', file: { ...file, name: 'Other' } })
    expect(taken).toMatchObject({ refused: [], saved: false, file: { name: 'Other' } })
  })

  it('never loses a rung by moving, and always looks at something that is there', () => {
    const anId = fc.constantFrom(...file.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs.map((g) => g.id))))
    const action: fc.Arbitrary<DraftAction> = fc.oneof(
      fc.record({ do: fc.constant('choose command' as const), id: fc.constantFrom(...file.commands.map((c) => c.id)) }),
      fc.record({ do: fc.constantFrom('choose rung' as const, 'go to fault' as const), id: anId }),
      fc.record({ do: fc.constant('step rung' as const), by: fc.constantFrom(1 as const, -1 as const) }),
      fc.record({ do: fc.constantFrom('add rung' as const, 'remove rung' as const) }),
      fc.record({
        do: fc.constant('move rungs' as const),
        ids: fc.uniqueArray(anId, { maxLength: 3 }).map((all) => new Set(all)),
        target: anId,
        after: fc.boolean(),
      }),
    )
    const count = (s: DraftState) =>
      s.file.commands.reduce((n, c) => n + c.runs.reduce((m, r) => m + r.rungs.length, 0), 0)
    fc.assert(
      fc.property(fc.array(action, { maxLength: 25 }), (actions) => {
        let state = opened
        for (const one of actions) {
          const next = reduceDraft(state, one)
          const by = count(next) - count(state)
          expect(by).toBe(one.do === 'add rung' ? 1 : one.do === 'remove rung' && next !== state ? -1 : 0)
          const { command, run, rung } = lookedAt(next)
          expect([command, run, rung]).not.toContain(undefined)
          state = next
        }
      }),
      { numRuns: 60 },
    )
  })
})
