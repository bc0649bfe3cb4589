import { expect, it } from 'vitest'
import { readinessLabels, rungLabels, statusFlags, statusLabels } from './labels'
import { retired, retiredWords } from './retired'

const rows = (of: Readonly<Record<string, string>>): readonly string[] =>
  Object.entries(of).map(([stored, label]) => `| ${stored} | ${label} |`)

it('docs/words.md says for staff what each word was, and what each stored value is called', async () => {
  const page = [
    '# Words of Kibou',
    '',
    'Made from `src/core/views/labels.ts` and `retired.ts` by their test. Change a term there, then run',
    '`npx vitest run src/core/views/labels.test.ts -u`.',
    '',
    '## If you knew the old words',
    '',
    '| Before | Now |',
    '| --- | --- |',
    ...retired.map(([was, now]) => `| ${was} | ${now} |`),
    '',
    '## What files keep, and what screens say',
    '',
    '| Status of a command, in files | On screens |',
    '| --- | --- |',
    ...rows(statusLabels),
    '',
    '| Rung, in files | On screens |',
    '| --- | --- |',
    ...rows(rungLabels),
    '',
    '| Readiness, in files | On screens |',
    '| --- | --- |',
    ...rows(readinessLabels),
    '',
  ]
  await expect(page.join('\n')).toMatchFileSnapshot('../../../docs/words.md')
})

it('no word is old and new at once, and none is named twice', () => {
  const olds = retired.map(([was]) => was)
  expect(new Set(olds).size).toBe(olds.length)
  expect(retired.filter(([was, now]) => was === now || retiredWords.test(now))).toEqual([])
})

it('a command has two flags: stuck, and refresher due, which one that slips does not need', () => {
  const of = (word: 'held' | 'slipping', stuck: boolean, stale: boolean) => statusFlags({ word, stuck, stale })
  expect(of('held', false, false)).toEqual([])
  expect(of('held', true, true)).toEqual(['stuck', 'refresher due'])
  expect(of('held', false, true)).toEqual(['refresher due'])
  expect(of('slipping', false, true)).toEqual([])
  expect(of('slipping', true, true)).toEqual(['stuck'])
})
