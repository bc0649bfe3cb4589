import type { ScriptItem } from '../script'

/** An item of a script that says nothing but what is named. */
export const scriptItem = (id: string, more: Partial<ScriptItem> = {}): ScriptItem => ({
  id,
  kind: 'down',
  title: id,
  rungs: [],
  shows: '',
  walk: '',
  says: '',
  signal: '',
  ifFails: '',
  tellOwner: '',
  short: '',
  minutes: 2,
  ...more,
})
