import type { BenchKind } from '@/core/rule/kind'
import { benchKinds, numberOf, type Rule } from '@/core/rule/rule'
import type { Sets } from '@/core/rule/sets'
import type { BenchRule } from '@/core/rulebench/rule'
import { Choose } from '@/ui/Choose'
import { Wrong } from '@/ui/fieldParts'
import { NumberField } from '@/ui/NumberField'

/** One side of the comparison. */
export interface Side {
  readonly rule: Rule | Sets
  readonly days: '1' | '2'
}

export const ruleOf = (s: Side): BenchRule => ({ ...s.rule, days: s.days === '2' ? 2 : 1 })

const benchChoices = Object.values(benchKinds).map((k: BenchKind<Rule | Sets>) => ({
  id: k.kind,
  name: k.name,
  ...(k.note === undefined ? {} : { note: k.note }),
}))

export function RuleForm({
  name,
  side,
  onChange,
  refusal,
}: {
  name: string
  side: Side
  onChange: (s: Side) => void
  refusal: string | undefined
}) {
  return (
    <fieldset>
      <legend>Rule {name}</legend>
      <Choose
        label="Kind"
        value={side.rule.kind}
        onChange={(chosen) => {
          const kind = Object.values(benchKinds).find((k) => k.kind === chosen)
          if (kind) onChange({ ...side, rule: kind.usual })
        }}
        choices={benchChoices}
      />
      {Object.keys(benchKinds[side.rule.kind].numbers).map((key) => (
        <Num
          key={key}
          label={key}
          value={numberOf(side.rule, key)}
          min={0}
          max={40}
          onChange={(n) => {
            onChange({ ...side, rule: { ...side.rule, [key]: n } })
          }}
        />
      ))}
      <Choose
        label="Days"
        value={side.days}
        onChange={(days) => {
          onChange({ ...side, days: days === '2' ? '2' : '1' })
        }}
        choices={[
          { id: '1', name: 'once (passed)' },
          { id: '2', name: 'on two days (mastered)' },
        ]}
      />
      {refusal && <Wrong>{refusal}.</Wrong>}
    </fieldset>
  )
}

/** A number that is never nothing: what is cleared stays as it was. */
export const Num = ({ onChange, ...of }: Parameters<typeof NumberField>[0]) => (
  <NumberField
    step={1}
    {...of}
    onChange={(v) => {
      if (!Number.isNaN(v)) onChange(v)
    }}
  />
)
