import { copied, moved, placeOf, rungOf, stepped, without, withRungs } from './edit'
import type { CurriculumFile, RungFile } from './schema'
import type { CurriculumFault } from './validate'

type CommandFile = CurriculumFile['commands'][number]

/** A draft of the curriculum as it is being edited: the file, what is looked at, and what was said of it last. */
export interface DraftState {
  readonly file: CurriculumFile
  /** The saved version that the next save lies over. */
  readonly revision: number
  /** Nothing was changed since it was saved. */
  readonly saved: boolean
  /** The command, ladder and rung that are looked at, by their ids. */
  readonly at: { readonly command: string; readonly run: string; readonly rung: string }
  readonly said: string
  /** Why a file or the publishing of this one was refused. */
  readonly refused: readonly CurriculumFault[]
}

export type DraftAction =
  | { readonly do: 'choose command' | 'choose ladder' | 'choose rung' | 'go to fault'; readonly id: string }
  | { readonly do: 'move rungs'; readonly ids: ReadonlySet<string>; readonly target: string; readonly after: boolean }
  | { readonly do: 'step rung'; readonly by: 1 | -1 }
  | { readonly do: 'add rung' | 'remove rung' }
  | { readonly do: 'write rung'; readonly rung: RungFile }
  | { readonly do: 'write command'; readonly command: CommandFile }
  | { readonly do: 'take in'; readonly file: CurriculumFile }
  | { readonly do: 'refuse file'; readonly faults: readonly CurriculumFault[] }
  | { readonly do: 'refuse publishing'; readonly faults: readonly CurriculumFault[] }
  | { readonly do: 'saved'; readonly file: CurriculumFile; readonly revision: number }
  | { readonly do: 'say'; readonly text: string }

/** The first rung of the first ladder of a command. */
const beginOf = (command: CommandFile | undefined): DraftState['at'] => ({
  command: command?.id ?? '',
  run: command?.runs[0]?.id ?? '',
  rung: command?.runs[0]?.rungs[0]?.id ?? '',
})

export const openDraft = (file: CurriculumFile, revision: number): DraftState => ({
  file,
  revision,
  saved: true,
  at: beginOf(file.commands[0]),
  said: '',
  refused: [],
})

/** What is looked at; of what is there no more, the first of its kind. Undefined parts where the draft has none. */
export function lookedAt({ file, at }: Pick<DraftState, 'file' | 'at'>): {
  readonly command: CommandFile | undefined
  readonly run: CommandFile['runs'][number] | undefined
  readonly rung: RungFile | undefined
} {
  const command = file.commands.find((c) => c.id === at.command) ?? file.commands[0]
  const run = command?.runs.find((r) => r.id === at.run) ?? command?.runs[0]
  const rung = run?.rungs.find((r) => r.id === at.rung) ?? run?.rungs[0]
  return { command, run, rung }
}

export function reduceDraft(state: DraftState, action: DraftAction): DraftState {
  const { file } = state
  const { command, run, rung } = lookedAt(state)
  const at = { command: command?.id ?? '', run: run?.id ?? '', rung: rung?.id ?? '' }
  /** The rungs of this ladder changed, and which of them is looked at then. */
  const withLadder = (to: (rungs: readonly RungFile[]) => readonly RungFile[], next = at.rung): DraftState => ({
    ...changed(state, withRungs(file, at, to)),
    at: { ...at, rung: next },
  })
  switch (action.do) {
    case 'choose command':
      return { ...state, at: beginOf(file.commands.find((c) => c.id === action.id)) }
    case 'choose ladder':
      return { ...state, at: { ...at, run: action.id, rung: firstRung(command, action.id) } }
    case 'choose rung':
      return { ...state, at: { ...at, rung: action.id } }
    case 'go to fault': {
      const id = rungOf(action.id)
      const place = placeOf(file, id)
      return place ? { ...state, at: { ...place, rung: id } } : state
    }
    case 'move rungs':
      return withLadder((rungs) => moved(rungs, action.ids, action.target, action.after))
    case 'step rung':
      return rung ? withLadder((rungs) => stepped(rungs, rung.id, action.by)) : state
    case 'add rung': {
      if (!rung || !run) return state
      const [rungs, id] = copied(run.rungs, rung)
      return withLadder(() => rungs, id)
    }
    case 'remove rung': {
      const left = rung && run && without(run.rungs, rung.id)
      return left
        ? {
            ...withLadder(() => left[0], left[1]),
            said: `“${rung.name}” is out of the draft. Undo by discarding the draft or loading the saved one.`,
          }
        : state
    }
    case 'write rung':
      return withLadder((rungs) => rungs.map((r) => (r.id === at.rung ? action.rung : r)), action.rung.id)
    case 'write command': {
      const commands = file.commands.map((c) => (c.id === at.command ? action.command : c))
      return { ...changed(state, { ...file, commands }), at: { ...at, command: action.command.id } }
    }
    case 'take in':
      return {
        ...changed(state, action.file),
        refused: [],
        said: 'The file is now in the draft. Save or publish it.',
      }
    case 'refuse file':
      return { ...state, refused: action.faults, said: 'The file was rejected. The draft has not changed.' }
    case 'refuse publishing':
      return { ...state, refused: action.faults }
    case 'saved':
      // What was typed while it was being saved is not.
      return { ...state, revision: action.revision, saved: file === action.file, said: 'Draft saved.' }
    case 'say':
      return { ...state, said: action.text }
  }
}

const changed = (state: DraftState, file: CurriculumFile): DraftState => ({ ...state, file, saved: false, said: '' })

const firstRung = (command: CommandFile | undefined, run: string): string =>
  command?.runs.find((r) => r.id === run)?.rungs[0]?.id ?? ''
