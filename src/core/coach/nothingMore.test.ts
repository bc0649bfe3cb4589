import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { nothingMore } from './nothingMore'
import type { Suggestion, Suggestions } from './suggestion'

const none: Suggestions = { sets: [], shut: [], waits: [] }
const say = (some: Partial<Suggestions>, promised = true) =>
  nothingMore(houseCurriculum, { ...none, ...some }, 'recall', promised)

describe('why nothing of a command is suggested', () => {
  it('names what must come first, what is shut, and what waits', () => {
    const first = { command: 'sit-stay', rungId: 'sit-stay.10s', for: 'recall' } as Suggestion
    expect(say({ sets: [first] })).toMatch(/^Master Sit-stay “10 s” first\./)
    expect(say({ shut: [{ command: 'recall', rungId: 'recall.off-leash', because: 'no fence' }] })).toMatch(
      /^“Enclosed, off leash” is locked: no fence\./,
    )
    expect(say({ waits: [{ command: 'recall', rungId: 'recall.line-5', because: 'met today' }] })).toBe(
      '“Long line, 5 steps”: met today. Work another command.',
    )
  })

  it('says “nothing more” only of what was promised', () => {
    expect(say({})).toBe('This command needs no more work today. Work another one.')
    expect(say({}, false)).toMatch(/^This command was not promised/)
    expect(say({}, false)).not.toContain('more')
  })
})
