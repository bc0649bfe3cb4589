import { describe, expect, it } from 'vitest'
import { commandFields } from './commandFields'
import house from './house.json'
import { curriculumFile } from './schema'

const houseFile = curriculumFile.parse(house)
const command = houseFile.commands[0] ?? missing('command')

function missing(what: string): never {
  throw new Error(`no ${what}`)
}

/** The command once this is typed into the field of this name. */
function typed(label: string, value: string | number | boolean, of = command) {
  const field = commandFields(of).find((f) => f.label.startsWith(label)) ?? missing(label)
  return (field.put as (value: unknown) => typeof of)(value)
}

describe('fields of a command', () => {
  it('change nothing where what stands in them is put in again, of every command of the house', () => {
    for (const one of houseFile.commands)
      for (const field of commandFields(one)) {
        const back = (field.put as (value: unknown) => typeof one)(
          field.kind === 'number' ? (field.value ?? Number.NaN) : field.value,
        )
        expect(back, `${one.name}: ${field.label}`).toEqual(one)
      }
  })

  it('leave out what is emptied, and ask for days only where there is a number', () => {
    const counted = typed('A number to reach', 40)
    expect(counted.quota).toEqual({ reps: 40, days: 30 })
    expect(typed('In so many days', 10, counted).quota).toEqual({ reps: 40, days: 10 })
    const none = typed('A number to reach', Number.NaN, counted)
    expect('quota' in none).toBe(false)
    expect(commandFields(none).some((f) => f.label === 'In so many days')).toBe(false)
    expect(typed('Switched off', true).extra).toBe(true)
    expect('extra' in typed('Switched off', false)).toBe(false)
  })

  it('read lists as they are typed, with spaces, gaps and a colon in the words', () => {
    expect(typed('Fault codes', ' pops up,, creeps ,').faults).toEqual(['pops up', 'creeps'])
    expect(typed('Other methods', 'Low lure: hand to: the floor; : none; “!”:').roads).toEqual([
      { id: 'low-lure', name: 'Low lure', words: 'hand to: the floor' },
      { id: 'method', name: '“!”', words: '' },
    ])
    // A caution behind a semicolon stays with its method, and a method that was tried stays the one that was tried.
    const hide = { id: 'hide', name: 'Hide and seek', words: 'indoors' }
    const words = 'in an enclosed place; not with anxious dogs'
    expect(typed('Other methods', `Hide and seek: ${words}`, { ...command, roads: [hide] }).roads).toEqual([
      { ...hide, words },
    ])
  })

  it('make a file that is read back', () => {
    const commands = houseFile.commands.map((c, i) => (i === 0 ? typed('What it is for', 'To wait.') : c))
    expect(curriculumFile.safeParse({ ...houseFile, commands }).success).toBe(true)
  })
})
