import { z } from 'zod'
import { lineText, readPaperLine, type PaperDog, type PaperSet } from '@/core/block/paper'
import { kits, type Kit } from '@/core/curriculum/types'
import type { PersonId, PlaceId } from '@/core/ids'
import { levelWords } from '@/core/views/grid'

/** What was typed in from a sheet and is not yet saved. */
export const typedSheet = z.object({
  day: z.string(),
  lines: z.array(z.string()).max(400),
  line: z.string().max(400).catch(''),
  placeId: z.string().catch(''),
  personId: z.string().catch(''),
  hoursAgo: z.string().catch('0'),
  /** Where it is of another day: that day, and about when. */
  on: z.string().catch(''),
  at: z.string().catch(''),
  level: z.number().catch(0),
  kit: z.string().catch(''),
})
export type TypedSheet = z.output<typeof typedSheet>

/** A sheet as it is being typed, and what was said about it last. */
export interface SheetState {
  readonly typed: TypedSheet
  /** Enter was pressed on a line that cannot be read. */
  readonly tried: boolean
  /** Sets that were saved last; 0 once something else is typed. */
  readonly saved: number
  /** What was said against saving; empty for nothing. */
  readonly refused: string
}

export const newSheet = (day: string): SheetState => ({
  typed: { day, lines: [], line: '', placeId: '', personId: '', hoursAgo: '0', on: '', at: '', level: 0, kit: '' },
  tried: false,
  saved: 0,
  refused: '',
})

export type SheetAction =
  | { readonly do: 'go on'; readonly typed: TypedSheet }
  | { readonly do: 'type'; readonly line: string }
  | { readonly do: 'enter'; readonly dogs: readonly PaperDog[] }
  | { readonly do: 'take out'; readonly at: number }
  | { readonly do: 'say'; readonly of: Partial<Omit<TypedSheet, 'day' | 'lines' | 'line'>> }
  | { readonly do: 'saved'; readonly sets: number; readonly known: number }
  | { readonly do: 'refused'; readonly reason: string }

/** What was typed on this day earlier, by how the device kept it; another day begins a new sheet. */
export const keptSheet = (day: string, stored: unknown): TypedSheet | undefined => {
  const known = typedSheet.safeParse(stored).data
  return known?.day === day ? known : undefined
}

export function reduceSheet(state: SheetState, action: SheetAction): SheetState {
  const { typed } = state
  switch (action.do) {
    case 'go on':
      return { ...state, typed: action.typed }
    case 'type':
      return { ...state, typed: { ...typed, line: action.line }, tried: false, saved: 0 }
    case 'enter': {
      const read = readPaperLine(typed.line, action.dogs)
      // A line is kept in full, so that it reads the same whatever rung is current by then.
      return read.ok
        ? { ...state, typed: { ...typed, lines: [...typed.lines, lineText(read.set)], line: '' }, tried: false }
        : { ...state, tried: true }
    }
    case 'take out':
      return { ...state, typed: { ...typed, lines: typed.lines.filter((_, at) => at !== action.at) } }
    case 'say':
      return { ...state, typed: { ...typed, ...action.of } }
    case 'saved': {
      const were = action.known === 1 ? 'was' : 'were'
      return {
        ...state,
        typed: { ...typed, lines: [] },
        saved: action.sets,
        refused: action.known > 0 ? `${action.known} of them ${were} here already.` : '',
      }
    }
    case 'refused':
      return { ...state, refused: action.reason }
  }
}

/** What a sheet chooses of when it was worked, where it is of another day. */
export const otherDay = 'day'

/** What holds for all lines of a sheet: as it was chosen, or as is usual for who types it. */
export interface SheetConditions {
  readonly placeId: PlaceId
  readonly leashHolder: PersonId
  readonly level: number
  readonly kit: Kit
}

export function conditionsOf(
  typed: TypedSheet,
  house: {
    readonly me: PersonId
    readonly places: readonly { readonly id: PlaceId }[]
    readonly people: readonly { readonly id: PersonId; readonly role: string }[]
  },
): SheetConditions {
  const { me, places, people } = house
  const trainers = people.filter((p) => p.role !== 'hand')
  return {
    placeId: places.find((p) => p.id === typed.placeId)?.id ?? places[0]?.id ?? '',
    leashHolder:
      people.find((p) => p.id === typed.personId)?.id ?? trainers.find((p) => p.id === me)?.id ?? trainers[0]?.id ?? me,
    level: levelWords[typed.level] === undefined ? 0 : typed.level,
    kit: kits.find((k) => k === typed.kit) ?? '1.8 m leash',
  }
}

/** The lines that read as sets, each with its place among the lines; those of a dog that went home do so no more. */
export const setsOfSheet = (
  { lines }: TypedSheet,
  dogs: readonly PaperDog[],
): readonly { readonly at: number; readonly set: PaperSet }[] =>
  lines.flatMap((line, at) => {
    const read = readPaperLine(line, dogs)
    return read.ok ? [{ at, set: read.set }] : []
  })
