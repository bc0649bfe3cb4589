import { expect, it } from 'vitest'
import { ticked, typedFrom, type FieldSpec } from './form'

it('what a form proposes is ticked while nothing was typed, and never again once somebody unticked all', () => {
  const days = {
    kind: 'several',
    name: 'weekdays',
    label: 'Works on',
    start: ['1', '2'],
    choices: [],
  } as const satisfies FieldSpec
  expect(ticked(days, {})).toEqual(['1', '2'])
  expect(ticked(days, { weekdays: ['5'] })).toEqual(['5'])
  // A form with no tick left comes back without the field.
  expect(ticked(days, { name: ['Wyn'] })).toEqual([])
})

it('what was typed is read by name, more than once where it was; no passcode, file or part of the framework', () => {
  const sent = new FormData()
  for (const [name, value] of [
    ['weekdays', '1'],
    ['weekdays', '2'],
    ['name', ''],
    ['passcode', 'osier bank'],
    ['$ACTION_ID', 'x'],
  ] as const)
    sent.append(name, value)
  sent.append('photo', new Blob(['x']), 'x.jpg')
  expect(typedFrom(sent)).toEqual({ weekdays: ['1', '2'], name: [''] })
})
