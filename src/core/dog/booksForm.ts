import { z } from 'zod'
import { day, line, type Typed } from '../fields'
import type { FieldSpec } from '../form'

/** What stands in the books of a dog, to be put right. */
export const booksSchema = z.object({
  name: line('The name', 60),
  owner: line('The owner', 80),
  run: line('The run number', 8),
  arrivesOn: day('Arrives on'),
})

export const booksFields: readonly FieldSpec[] = [
  { kind: 'text', name: 'name', label: 'Name' },
  { kind: 'text', name: 'owner', label: 'Owner' },
  { kind: 'text', name: 'run', label: 'Run' },
  { kind: 'date', name: 'arrivesOn', label: 'Arrives on' },
]

/** The books of a dog as their form holds them. */
export const booksTyped = (dog: {
  readonly name: string
  readonly ownerName: string
  readonly runNumber: string
  readonly arrivesOn: string
}): Typed => ({ name: [dog.name], owner: [dog.ownerName], run: [dog.runNumber], arrivesOn: [dog.arrivesOn] })
