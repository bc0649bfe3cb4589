import { expect, it } from 'vitest'
import { houseCurriculum } from '@/core/curriculum/house'
import { verdictText } from './SetOver'

it('a verdict says what happened and what comes next, never praise', () => {
  const verdict = { endsSet: true, toRungId: 'sit.full', rule: '', counts: '', why: '' }
  expect(
    (['moves-on', 'met-again', 'again', 'back', 'moves-nothing'] as const).map((kind) =>
      verdictText(houseCurriculum, { ...verdict, kind }),
    ),
  ).toEqual([
    'Moves on to Full sit',
    'Met again: Full sit',
    'Again: Full sit',
    'Back to Full sit',
    'Saved, not counted',
  ])
})
