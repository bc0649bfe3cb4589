import type { ImportResult, TakenBack } from './importDogs'
import type { PastTable } from './pastSets'
import type { TableResult } from './tableIn'

/** What work on a table came to. */
export type TableEnd =
  | { readonly what: 'look'; readonly result: TableResult }
  | { readonly what: 'dogs'; readonly result: ImportResult }
  | { readonly what: 'back'; readonly result: TakenBack }
  | { readonly what: 'sets'; readonly result: PastTable }

/** What it is, while it runs. */
export type TableWork = TableEnd['what']

/** How far it is. */
export type HowFar =
  | { readonly state: 'running'; readonly share: number }
  | { readonly state: 'done'; readonly end: TableEnd }
  | { readonly state: 'gone' }
