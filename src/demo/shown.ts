import { houseCurriculum } from '@/core/curriculum/house'
import { findRung } from '@/core/curriculum/lookup'
import type { Outcome } from '@/core/facts/fact'
import type { FactOf, WireFact } from '@/core/facts/wire'
import { nothingSaid, nothingSeen, type OwnersHand, type Showing, type Turn } from '@/core/facts/words'
import { judgedAs } from './pen'
import type { PlaceId, ResidencyId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

type Opened = FactOf<'demonstration-opened'>['items'][number]

/** One try: how it went, and what of the owner’s hands was seen wrong. */
type Told = readonly [Outcome, ...OwnersHand[]]

interface TellingItem {
  readonly item: Opened
  readonly tries: Partial<Readonly<Record<Turn, readonly Told[]>>>
}

export interface Telling {
  readonly what: Showing
  readonly residencyId: ResidencyId
  readonly from: number
  readonly placeId: PlaceId
  readonly leashHolder: string
  readonly whole: number
  readonly note: string
  readonly items: readonly TellingItem[]
  readonly stamp: (at: EpochMs) => { readonly id: string; readonly seq: number; readonly deviceAt: EpochMs }
  readonly write: (fact: WireFact, also?: Readonly<Record<string, unknown>>) => void
}

const item = (
  id: string,
  title: string,
  rungId: RungId | null,
  chance: number | null,
  tries: TellingItem['tries'] = {},
): TellingItem => {
  const found = rungId === null ? undefined : findRung(houseCurriculum, rungId)
  return {
    item: {
      id,
      title,
      command: found?.command.id ?? null,
      rungId,
      seconds: found?.rung.criterion.seconds ?? null,
      chance,
      low: chance === null ? null : chance - 0.15,
      high: chance === null ? null : Math.min(0.98, chance + 0.08),
    },
    tries,
  }
}
const c: Told = ['clean']

/** Wren’s rehearsal yesterday, and Lapwing’s demonstration last week. */
export const shownItems = {
  rehearsal: {
    what: 'rehearsal',
    placeId: 'yard',
    leashHolder: 'wyn',
    whole: 0.41,
    note: 'crisp; lay down slowly at first, the grass was wet',
    items: [
      item('equipment', 'The equipment', null, null),
      item('seated', 'Seated at the side', 'sit.word', 0.9, { trainer: [c] }),
      item('heel', 'Walking at the side', 'heel.away-2', 0.8, { trainer: [c] }),
      item('sit-round', 'Sit-stay', 'sit-stay.30s', 0.82, { trainer: [c] }),
      item('sit-come', 'Sit-stay, then called', 'recall.line-5', 0.75, { trainer: [c] }),
      item('heel-again', 'Walking again', 'heel.away-2', 0.8, { trainer: [c] }),
      item('down', 'Down', 'down.no-lure', 0.88, { trainer: [['late'], c] }),
      item('questions', 'Questions', null, null),
    ],
  },
  demonstration: {
    what: 'demonstration',
    placeId: 'yard',
    leashHolder: 'maud',
    whole: 0.33,
    note: 'Nell pulled the leash up at each halt; much better once she looked ahead',
    items: [
      item('equipment', 'The equipment', null, null),
      item('seated', 'Seated at the side', 'sit.word', 0.9, { trainer: [c], owner: [['helped', 'one-cue'], c] }),
      item('heel', 'Walking at the side', 'heel.away-2', 0.8, {
        trainer: [c, c, c],
        owner: [['miss', 'slack'], ['miss', 'slack', 'no-pull'], ['helped', 'slack'], c],
      }),
      item('sit-round', 'Sit-stay', 'sit-stay.30s', 0.84, { trainer: [c, c], owner: [['miss', 'release'], c] }),
      item('sit-come', 'Sit-stay, then called', 'recall.line-5', 0.74, {
        trainer: [c, c],
        owner: [['late', 'called-once'], ['miss', 'called-once', 'fist'], c],
      }),
      item('heel-again', 'Walking again', 'heel.away-2', 0.79, {
        trainer: [c, c],
        owner: [['miss', 'slack'], ['helped', 'calm'], c],
      }),
      item('down', 'Down', 'down.no-lure', 0.89, { trainer: [c], owner: [['helped', 'straight'], c] }),
      item('down-round', 'Down-stay', 'down-stay.30s', 0.85, { trainer: [['miss'], c], owner: [c] }),
      item('also:place', 'Place', 'place.20s', 0.8, { trainer: [c], owner: [c] }),
      item('questions', 'Questions', null, null),
    ],
  },
} as const satisfies Record<Showing, Omit<Telling, 'residencyId' | 'from' | 'stamp' | 'write'>>

/** Writes a rehearsal or a demonstration as the facts a trainer’s phone would have sent. */
export function writeShown(told: Telling): void {
  const { residencyId, placeId, leashHolder, items, what } = told
  const recordedBy = leashHolder
  let at = told.from
  const put = (fact: object, also?: Readonly<Record<string, unknown>>): string => {
    const stamp = told.stamp((at += 20_000))
    told.write({ ...fact, ...stamp } as WireFact, also)
    return stamp.id
  }
  const demonstrationId = put({
    kind: 'demonstration-opened',
    residencyId,
    what,
    placeId,
    leashHolder,
    kit: '1.8 m leash',
    items: items.map((i) => i.item),
    whole: told.whole,
    recordedBy,
  })
  const turns: readonly Turn[] = what === 'rehearsal' ? ['trainer'] : ['trainer', 'owner']
  for (const turn of turns)
    for (const { item: shown, tries } of items) {
      const found = shown.rungId === null ? undefined : findRung(houseCurriculum, shown.rungId)
      if (found) {
        const setId = put(
          {
            kind: 'set-opened',
            residencyId,
            rungId: found.rung.id,
            purpose: 'work',
            blockId: demonstrationId,
            recordedBy,
            leashHolder,
            placeId,
            level: 0,
            distanceBand: null,
            kit: '1.8 m leash',
            temperatureC: null,
            minutesIn: null,
            exerciseMinutesAgo: null,
            ...nothingSaid.set,
            itemId: shown.id,
            turn,
            replaces: null,
          },
          judgedAs(found.command.id),
        )
        for (const [outcome, ...wrong] of tries[turn] ?? []) {
          const seconds = shown.seconds
          const repId = put({
            kind: 'rep',
            setId,
            outcome,
            ...nothingSeen,
            prompt: outcome === 'helped' ? 'full-signal' : null,
            heldSeconds: seconds === null ? null : outcome === 'miss' ? Math.round(seconds / 3) : seconds,
            brokeSeconds: seconds !== null && outcome === 'miss' ? Math.round(seconds / 3) : null,
            faults: seconds !== null && outcome === 'miss' ? ['broke'] : [],
          })
          if (wrong.length > 0)
            put({
              kind: 'owners-hands',
              demonstrationId,
              residencyId,
              itemId: shown.id,
              repId,
              right: [],
              wrong,
              recordedBy,
            })
        }
        put({ kind: 'set-closed', setId, endedBy: 'trainer', note: '' })
      }
      put({
        kind: 'item-shown',
        demonstrationId,
        residencyId,
        itemId: shown.id,
        turn,
        how: 'shown',
        why: '',
        note: '',
        recordedBy,
      })
    }
  put({ kind: 'demonstration-closed', demonstrationId, residencyId, how: 'done', why: '', note: told.note, recordedBy })
}
