'use client'
import { ToggleButton } from 'react-aria-components'
import { handsFor, lookedFor } from '@/core/evidence/looked'
import type { Rung } from '@/core/curriculum/types'
import { ownersHands } from '@/core/facts/hands'
import { lookedWords, type Looked, type LookedField } from '@/core/facts/looked'
import type { OwnersHand } from '@/core/facts/words'
import { Chip, ChipRow, Chips, Line, SayOne } from '@/ui/chips'
import { useMeasures } from '@/ui/ways'

/** What can be said of a field by one tap: as it is kept, and as it is read. */
interface Row {
  readonly label: string
  readonly values: readonly (string | number)[]
  readonly name?: (value: string | number) => string
}
const inSeconds = (value: string | number): string => `${value} s`

/** How far off a distraction is, said in the house’s own lengths. */
const far: Readonly<Record<number, string>> = {
  1: '1 m off',
  3: '3 m off',
  5: '5 m off',
  10: '10 m off',
  15: '15 m off',
  25: '25 m off',
}

/** All but the handler’s hands and the leash, which have rows of their own. */
const rows: Readonly<Record<Exclude<LookedField, 'hands' | 'leashMoved'>, Row>> = {
  arriveSeconds: { label: 'Arrived', values: [2, 3, 5, 8, 12, 20], name: inSeconds },
  speed: { label: 'Speed', values: lookedWords.speed },
  angle: { label: 'Crooked', values: [0, 15, 30, 45, 90], name: (v) => (v === 0 ? 'straight' : `${v}°`) },
  lookUps: { label: 'Look-ups', values: [0, 1, 2, 3, 5, 8] },
  struggle: { label: 'Struggle', values: lookedWords.struggle },
  voice: { label: 'Voice', values: lookedWords.voice },
  level: { label: 'Level', values: [0, 1, 2, 3, 4, 5] },
  metres: { label: 'Distance', values: Object.keys(far).map(Number), name: (v) => far[Number(v)] ?? '' },
  helperDog: { label: 'Helper', values: lookedWords.helperDog },
  led: { label: 'Led by', values: lookedWords.led },
  toy: { label: 'Toy', values: lookedWords.toy },
  playMinutes: { label: 'Played', values: [1, 2, 3, 5], name: (v) => `${v} min` },
  keen: { label: 'Keen', values: lookedWords.keen },
}

/** What was looked at in the newest rep, a tap each; a second tap takes it away again. */
export function LookedRows({
  rung,
  set,
  looked,
  say,
}: {
  rung: Rung
  set: Parameters<typeof lookedFor>[1]
  looked: Looked
  say: (next: Looked | null) => void
}) {
  const measures = useMeasures()
  const put = (field: LookedField, value: Looked[LookedField]) => {
    const { [field]: _was, ...rest } = looked
    const next = value === undefined ? rest : { ...rest, [field]: value }
    say(Object.keys(next).length === 0 ? null : next)
  }
  return (
    <>
      {lookedFor(rung, set).map((field) => {
        if (field === 'hands')
          return (
            <Line key={field}>
              <span aria-hidden="true">My hands</span>
              <Chips
                aria-label="My hands were not as they should be"
                selectionMode="multiple"
                selectedKeys={looked.hands ?? []}
                onSelectionChange={(keys) => {
                  const wrong = handsFor(rung).filter((h) => new Set([...keys].map(String)).has(h))
                  put('hands', wrong.length === 0 ? undefined : wrong)
                }}
              >
                {handsFor(rung).map((h) => (
                  <Chip key={h} id={h}>
                    {slip(h)}
                  </Chip>
                ))}
              </Chips>
            </Line>
          )
        if (field === 'leashMoved')
          return (
            <Line key={field}>
              <span aria-hidden="true">Leash</span>
              <ChipRow>
                <Chip
                  as={ToggleButton}
                  isSelected={looked.leashMoved === true}
                  onChange={(moved) => put('leashMoved', moved ? true : undefined)}
                >
                  moved by mistake
                </Chip>
              </ChipRow>
            </Line>
          )
        const row = rows[field]
        return (
          <SayOne
            key={field}
            mayBeNone
            label={row.label}
            now={String(looked[field] ?? '')}
            all={row.values.map((v) => ({ id: String(v), name: measures.words(row.name?.(v) ?? String(v)) }))}
            say={(id) => put(field, row.values.find((v) => String(v) === id) as Looked[typeof field])}
          />
        )
      })}
    </>
  )
}

/** A slip of the hands for a thumb: “Straight back” seen wrong. */
const slip = (hand: OwnersHand): string => `not: ${ownersHands[hand].short.toLowerCase()}`
