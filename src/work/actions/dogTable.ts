import { typedOf } from '@/core/form'
import { writeCsv } from '@/core/csv/csv'
import type { Db } from '@/store/database'
import { readWeights } from '@/store/food'
import { readEntry } from '@/store/intake'
import { newestCurriculum } from '@/store/curricula'
import { findRung } from '@/core/curriculum/lookup'
import { sideText } from '@/core/dog/side'
import { massIn } from '@/core/measures'
import { readHouse } from '@/store/house'
import { traitNames } from '@/core/dog/traits'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import { allResidencyIds, findResident, readPromises } from '@/store/residents'
import { addDog } from './begin'
import { keepStep } from './intake'
import type { Cells, RowErrors } from './tableIn'
import { asCounted } from '@/core/inOrder'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * Columns of the table of dogs and owners, in order. Words in brackets say what each may hold; the first five are
 * needed.
 */
export const tableColumns = [
  'run',
  'dog',
  'owner',
  'arrives',
  'goes home',
  'telephone',
  'mail',
  'born',
  'sex',
  'weight kg',
  'weight lb',
  'chip',
  'release',
  'marker',
  'side',
  'caution',
  'bite history',
  'traits',
  'promises',
  'weight confirmed',
] as const

export type DogColumn = (typeof tableColumns)[number]

/** What a table of dogs must have, at the least. */
export const neededColumns: readonly DogColumn[] = ['run', 'dog', 'owner', 'arrives', 'goes home']

/** Which column a field of the forms comes from. */
const columnOf: Readonly<Record<string, DogColumn>> = {
  run: 'run',
  name: 'dog',
  owner: 'owner',
  arrivesOn: 'arrives',
  leavesOn: 'goes home',
  phone: 'telephone',
  email: 'mail',
  bornOn: 'born',
  sex: 'sex',
  weight: 'weight kg',
  chip: 'chip',
  releaseWord: 'release',
  markerWord: 'marker',
  side: 'side',
  caution: 'caution',
  biteHistory: 'bite history',
  traits: 'traits',
  promised: 'promises',
}

/** The columns of a table that goes out: a body weight in the house’s unit alone. */
const columnsOut = (unit: 'kg' | 'lb'): readonly DogColumn[] =>
  tableColumns.filter((c) => c !== (unit === 'kg' ? 'weight lb' : 'weight kg'))

/** Every residency there ever was as a table, with weights as the house has them. */
export function exportTable(db: Db): string {
  const { unit } = readHouse(db)
  const rows = allResidencyIds(db).flatMap((id) => {
    const r = findResident(db, id)
    if (!r) return []
    const owner = readEntry(db, id, 'owner')?.entry
    const arrival = readEntry(db, id, 'arrival')?.entry
    const kg = readWeights(db, r.dogId).at(-1)?.kg
    return [
      [
        r.runNumber,
        r.name,
        r.ownerName,
        r.arrivesOn,
        r.leavesOn,
        owner?.phone ?? '',
        owner?.email ?? '',
        r.traits.bornOn ?? '',
        arrival?.sex ?? '',
        kg === undefined ? '' : String(Number(massIn(kg, unit).toFixed(3))),
        arrival?.chip ?? '',
        r.releaseWord,
        r.markerWord,
        sideText(r),
        r.caution,
        r.biteHistory ? 'yes' : '',
        traitNames.filter((t) => r.traits[t]).join(' '),
        readPromises(db, id).map(promiseText).join(' '),
        kg === undefined ? '' : 'yes',
      ],
    ]
  })
  return writeCsv(
    columnsOut(unit),
    rows.sort((a, b) => (a[3] ?? '').localeCompare(b[3] ?? '') || asCounted(a[0] ?? '', b[0] ?? '')),
  )
}

/**
 * A promise as it is written in a cell: rung, level, places and people, as “sit.word:0:3:2”. What is left off from the
 * end is the house’s usual.
 */
const promiseText = (p: OwnerPromise): string => [p.rungId, p.level, p.places, p.people].join(':')

type Errors = Readonly<Record<string, string>>

/**
 * Books the dog of a row, with all that the row says of it; or what is wrong, by column. `known`: the dog that was here
 * before; empty for a new one. Call inside a transaction, which is to be taken back where something is wrong.
 */
export function addRow(
  db: Db,
  value: Cells<DogColumn>,
  known: string,
  { recordedBy, now }: { readonly recordedBy: PersonId; readonly now: EpochMs },
):
  | { readonly ok: true; readonly residencyId: ResidencyId }
  | { readonly ok: false; readonly errors: RowErrors<DogColumn> } {
  const added = addTyped(db, value, known, recordedBy, now)
  if (typeof added === 'string') return { ok: true, residencyId: added }
  const columnFor = (field: string): DogColumn | '' => {
    const column = columnOf[field.split('.')[0] ?? ''] ?? ''
    return column === 'weight kg' && value('weight lb') !== '' ? 'weight lb' : column
  }
  return {
    ok: false,
    errors: Object.fromEntries(Object.entries(added).map(([field, why]) => [columnFor(field), why])),
  }
}

function addTyped(db: Db, value: Cells<DogColumn>, known: string, recordedBy: PersonId, now: EpochMs): Errors | string {
  const curriculum = newestCurriculum(db)
  const promised = value('promises')
    .split(/[\s;]+/)
    .filter((s) => s !== '')
    .map((cell) => {
      const [rung = '', level = '0', places = '', people = ''] = cell.split(':')
      return { rung, level, places, people }
    })
  const unknown = promised.find((p) => !findRung(curriculum, p.rung))
  if (unknown) return { promised: `There is no rung ${unknown.rung}.` }
  const traits = value('traits')
    .toLowerCase()
    .split(/[\s;,]+/)
    .filter((s) => s !== '')
  const odd = traits.find((t) => !(traitNames as readonly string[]).includes(t))
  if (odd !== undefined) return { traits: `“${odd}” is no trait: ${traitNames.join(', ')}.` }
  if (!['', 'yes', 'no'].includes(value('weight confirmed').toLowerCase()))
    return { weight: 'Weight confirmed: yes, no, or empty.' }
  if (value('weight kg') !== '' && value('weight lb') !== '') return { weight: 'One weight: in kg or in lb.' }
  const bite = value('bite history').toLowerCase()
  if (!['', 'yes', 'no'].includes(bite)) return { biteHistory: 'Yes, no, or empty.' }
  const done = addDog(
    db,
    {
      name: value('dog'),
      owner: value('owner'),
      run: value('run'),
      arrivesOn: value('arrives'),
      leavesOn: value('goes home'),
      releaseWord: value('release'),
      markerWord: value('marker'),
      side: value('side') === '' ? 'not known yet' : value('side'),
      caution: value('caution'),
      biteHistory: bite === 'yes',
      cue: {},
      bornOn: value('born'),
      traits,
      promised,
      dogId: known,
    },
    now,
    { promisesNeeded: false, pastToo: true, recordedBy },
  )
  if (!done.ok) return done.errors
  // What a cell leaves empty stays as it was known of a dog that was here before.
  const saveStep = (step: 'owner' | 'arrival', typed: Record<string, string>): Errors => {
    const cells = Object.entries(typed).flatMap(([k, v]) => (v === '' ? [] : [[k, [v]] as const]))
    const {
      weight: _w,
      weightRight: _r,
      arrivalNote: _n,
      ...known
    } = typedOf(readEntry(db, done.id, step)?.entry ?? {})
    const result = keepStep(db, done.id, step, { ...known, ...Object.fromEntries(cells) }, recordedBy, now)
    return result.ok ? {} : result.errors
  }
  const errors = {
    ...(value('telephone') === '' && value('mail') === ''
      ? {}
      : saveStep('owner', { phone: value('telephone'), email: value('mail') })),
    ...((['weight kg', 'weight lb', 'sex', 'chip'] as const).some((c) => value(c) !== '')
      ? saveStep('arrival', {
          run: value('run'),
          weight: value('weight kg') === '' ? value('weight lb') : value('weight kg'),
          weightUnit: value('weight kg') === '' && value('weight lb') !== '' ? 'lb' : 'kg',
          weightRight: value('weight confirmed').toLowerCase() === 'yes' ? 'yes' : '',
          bornOn: value('born') === '' ? (findResident(db, done.id)?.traits.bornOn ?? '') : value('born'),
          sex: value('sex'),
          chip: value('chip'),
        })
      : {}),
  }
  return Object.keys(errors).length > 0 ? errors : done.id
}
