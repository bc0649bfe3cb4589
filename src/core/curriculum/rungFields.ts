import { numberOf, ruleKinds } from '../rule/rule'
import type { FieldChoice } from '../form'
import { listed, number, oneOf, oneOrNone, text, withValue, type EditField } from './editFields'
import type { RungFile } from './schema'
import {
  axes,
  callMoments,
  callMomentWords,
  holdPays,
  holdPayWords,
  kits,
  placeKinds,
  promptLevels,
  repKinds,
  stages,
} from './words'

/** One field of a rung. */
export type RungField = EditField<RungFile>

const none = 'none'
const any = 'any'
const asUsual = { id: any, name: 'as is usual for it' }

/** What a rung may say of itself, and is as is usual for its kind where it says nothing. */
const yesOrNo = [
  {
    of: 'waitsOut',
    label: 'Where it is stuck in a rep',
    yes: 'waited out, no help; twice late drops nothing',
    no: 'as the kennel has it',
  },
  { of: 'jackpot', label: 'Its first time', yes: 'a jackpot', no: 'rewarded like any other' },
  { of: 'alwaysPaid', label: 'Clean reps', yes: 'always rewarded', no: 'as the kennel’s schedule says' },
] as const

/** The fields of a rung, in the order of the form; those that its kind has no use for are left out. */
export function rungFields(rung: RungFile, gates: readonly FieldChoice[]): readonly RungField[] {
  const { criterion, rule } = rung
  type Criterion = RungFile['criterion']
  const put = <Key extends keyof RungFile>(key: Key, value: RungFile[Key] | undefined) => withValue(rung, key, value)
  const ask = <Key extends keyof Criterion>(key: Key, value: Criterion[Key] | undefined) =>
    put('criterion', withValue(criterion, key, value))

  const measure = (label: string, key: 'seconds' | 'latencySeconds' | 'metres' | 'steps') =>
    number(label, criterion[key], (n) => ask(key, n))

  return [
    text('Name', rung.name, (name) => put('name', name)),
    text('Id', rung.id, (id) => put('id', id)),
    text('Criterion, in words', criterion.words, (words) => ask('words', words), { wide: true }),
    measure('Seconds stayed', 'seconds'),
    measure('Within, seconds', 'latencySeconds'),
    measure('Meters', 'metres'),
    measure('Steps', 'steps'),
    oneOf('Most help', promptLevels, criterion.help, (help) => ask('help', help)),
    oneOrNone(
      'Only in this kind of location',
      { ids: placeKinds, left: { id: none, name: 'any' } },
      criterion.place,
      (place) => ask('place', place),
    ),
    text('Start position', criterion.start ?? '', (start) => ask('start', start || undefined)),
    text('Handler', criterion.handler ?? '', (handler) => ask('handler', handler || undefined)),
    oneOf('Stage', stages, rung.stage, (stage) => put('stage', stage)),
    oneOf('Axis', axes, rung.axis, (axis) => put('axis', axis)),
    oneOf('What a rep is', repKinds, rung.kind, (kind) => put('kind', kind)),
    oneOf('Cue', ['none', 'signal', 'word'] as const, rung.cue, (cue) => put('cue', cue)),
    {
      kind: 'one',
      label: 'Rule',
      value: rule.kind,
      choices: Object.values(ruleKinds).map((k) => ({ id: k.kind, name: k.name })),
      // The kind that it has keeps its numbers.
      put: (id) => put('rule', Object.values(ruleKinds).find((k) => k.kind === id && id !== rule.kind)?.usual ?? rule),
    },
    ...Object.keys(ruleKinds[rule.kind].numbers).map((key): RungField => ({
      kind: 'number',
      label: key,
      value: numberOf(rule, key),
      put: (n) => put('rule', { ...rule, [key]: n }),
      ofRule: true,
    })),
    { kind: 'number', label: 'Reps to a set', value: rung.setReps, put: (n) => put('setReps', n), ofRule: true },
    text('Say', rung.say, (say) => put('say', say), { wide: true }),
    text('Do not say or do', rung.dontSay, (dontSay) => put('dontSay', dontSay), { wide: true }),
    text('Where the reward is given', rung.payWhere, (payWhere) => put('payWhere', payWhere), { wide: true }),
    listed('Other methods, separated by semicolons', ';', rung.ways, (ways) => put('ways', [...ways])),
    ...byKind(rung, put),
    ...yesOrNo.map(({ of, label, yes, no }): RungField => ({
      kind: 'one',
      label,
      value: rung[of] === undefined ? any : rung[of] ? 'yes' : 'no',
      choices: [asUsual, { id: 'yes', name: yes }, { id: 'no', name: no }],
      put: (id) => put(of, id === any ? undefined : id === 'yes'),
    })),
    {
      kind: 'one',
      label: 'Gate',
      value: rung.gate ?? none,
      choices: [{ id: none, name: 'none' }, ...gates],
      put: (id) => put('gate', id === none ? undefined : id),
    },
    oneOrNone(
      'Equipment',
      { ids: kits, left: { id: any, name: 'the usual' }, names: { none: 'none: loose, behind a gate' } },
      rung.kit,
      (kit) => put('kit', kit),
    ),
  ]
}

type Put = <Key extends keyof RungFile>(key: Key, value: RungFile[Key] | undefined) => RungFile
/** Fields that only one kind of rep has. */
function byKind(rung: RungFile, put: Put): readonly RungField[] {
  const hold = oneOrNone('Hold', { ids: holdPays, left: asUsual, names: holdPayWords }, rung.holdPay, (holdPay) =>
    put('holdPay', holdPay),
  )
  const call = oneOrNone(
    'When to call',
    { ids: callMoments, left: asUsual, names: callMomentWords },
    rung.callWhen,
    (when) => put('callWhen', when),
  )
  const intervals = text(
    'Rewarded every, seconds, least first, separated by commas',
    (rung.payEvery ?? []).join(', '),
    (typed) => {
      const every = typed.split(/,\s*/).filter((s) => s.trim() !== '')
      return put('payEvery', every.length > 0 ? every.map(Number) : undefined)
    },
  )
  switch (rung.kind) {
    case 'timed':
      return [hold]
    case 'settle':
      return [hold, intervals]
    case 'recall':
    case 'position':
      return [call]
    case 'heel':
      return [number('Rewarded every so many steps', rung.paySteps, (n) => put('paySteps', n))]
    case 'uncued':
      return []
  }
}
