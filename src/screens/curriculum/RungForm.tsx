'use client'
import { useState } from 'react'
import styled from 'styled-components'
import type { RungFile } from '@/core/curriculum/schema'
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
} from '@/core/curriculum/words'
import type { Role } from '@/core/curriculum/roles'
import { numberOf, ruleKinds } from '@/core/rule/rule'
import type { CurriculumFault } from '@/core/curriculum/validate'
import { Choose } from '@/ui/Choose'
import { TextLine } from '@/ui/Field'
import { NumberField } from '@/ui/NumberField'
import { Fault, FieldLabel } from '@/ui/fieldParts'
import { Quiet } from '@/ui/press'
import { Roles } from './Roles'

const choices = (ids: readonly string[]) => ids.map((id) => ({ id, name: id.replaceAll('-', ' ') }))
const none = 'none'
const any = 'any'

/** What a rung may say of itself, and is as is usual for its kind where it says nothing. */
const said = [
  {
    of: 'waitsOut',
    label: 'Where it is stuck in a rep',
    yes: 'waited out, no help; twice late drops nothing',
    no: 'as the house has it',
  },
  { of: 'jackpot', label: 'Its first time', yes: 'a jackpot', no: 'paid like any other' },
  { of: 'alwaysPaid', label: 'Clean reps', yes: 'always paid', no: 'as the house’s schedule says' },
] as const
type Mutable<T> = { -readonly [K in keyof T]: T[K] }

/** One rung, every field of it. What cannot be worked by is said at once, and only keeps it from being published. */
export function RungForm({
  rung,
  all,
  gates,
  faults,
  onChange,
}: {
  rung: RungFile
  gates: readonly { id: string; name: string }[]
  all: readonly { id: string; name: string }[]
  faults: readonly CurriculumFault[]
  onChange: (next: RungFile) => void
}) {
  const criterion = (
    changes: Partial<Mutable<RungFile['criterion']>>,
    drop: readonly (keyof RungFile['criterion'])[] = [],
  ) => {
    const next: Mutable<RungFile['criterion']> = { ...rung.criterion, ...changes }
    for (const key of drop) Reflect.deleteProperty(next, key)
    onChange({ ...rung, criterion: next })
  }
  const withRoles = (next: readonly Role[]) => {
    const { roles: _roles, ...rest } = rung
    onChange(next.length > 0 ? { ...rest, roles: next } : rest)
  }
  const measure = (key: 'latencySeconds' | 'seconds' | 'metres' | 'steps') => (value: number) => {
    if (Number.isNaN(value)) criterion({}, [key])
    else criterion({ [key]: value })
  }
  return (
    <Form aria-label={`Rung ${rung.name}`}>
      {faults.map((f) => (
        <div key={f.reason} className="wide">
          <Fault>
            {f.where.includes(',') ? `${f.where.split(', ')[1] ?? ''}: ` : ''}
            {f.reason}
          </Fault>
        </div>
      ))}
      <Text
        label="Name"
        value={rung.name}
        onChange={(name) => {
          onChange({ ...rung, name })
        }}
      />
      <Text
        label="Id"
        value={rung.id}
        onChange={(id) => {
          onChange({ ...rung, id })
        }}
      />
      <div className="wide">
        <Text
          label="Criterion, in words"
          value={rung.criterion.words}
          onChange={(words) => {
            criterion({ words })
          }}
        />
      </div>
      <NumberField label="Seconds held" value={rung.criterion.seconds} onChange={measure('seconds')} />
      <NumberField label="Within, seconds" value={rung.criterion.latencySeconds} onChange={measure('latencySeconds')} />
      <NumberField label="Metres" value={rung.criterion.metres} onChange={measure('metres')} />
      <NumberField label="Steps" value={rung.criterion.steps} onChange={measure('steps')} />
      <Choose
        label="Most help"
        value={rung.criterion.help}
        onChange={(v) => {
          criterion({ help: promptLevels.find((p) => p === v) ?? 'none' })
        }}
        choices={choices(promptLevels)}
      />
      <Choose
        label="Only in a place of kind"
        value={rung.criterion.place ?? none}
        onChange={(v) => {
          const place = placeKinds.find((p) => p === v)
          if (place) criterion({ place })
          else criterion({}, ['place'])
        }}
        choices={[{ id: none, name: 'any' }, ...choices(placeKinds)]}
      />
      <Text
        label="Start position"
        value={rung.criterion.start ?? ''}
        onChange={(start) => {
          if (start) criterion({ start })
          else criterion({}, ['start'])
        }}
      />
      <Text
        label="Handler"
        value={rung.criterion.handler ?? ''}
        onChange={(handler) => {
          if (handler) criterion({ handler })
          else criterion({}, ['handler'])
        }}
      />
      <Choose
        label="Stage"
        value={rung.stage}
        onChange={(v) => {
          onChange({ ...rung, stage: stages.find((s) => s === v) ?? rung.stage })
        }}
        choices={choices(stages)}
      />
      <Choose
        label="Axis"
        value={rung.axis}
        onChange={(v) => {
          onChange({ ...rung, axis: axes.find((a) => a === v) ?? rung.axis })
        }}
        choices={choices(axes)}
      />
      <Choose
        label="What a rep is"
        value={rung.kind}
        onChange={(v) => {
          onChange({ ...rung, kind: repKinds.find((k) => k === v) ?? rung.kind })
        }}
        choices={choices(repKinds)}
      />
      <Choose
        label="Cue"
        value={rung.cue}
        onChange={(v) => {
          onChange({ ...rung, cue: v === 'word' ? 'word' : v === 'signal' ? 'signal' : 'none' })
        }}
        choices={choices(['none', 'signal', 'word'])}
      />
      <Choose
        label="Rule"
        value={rung.rule.kind}
        onChange={(v) => {
          const kind = Object.values(ruleKinds).find((k) => k.kind === v)
          if (kind) onChange({ ...rung, rule: kind.usual })
        }}
        choices={Object.values(ruleKinds).map((k) => ({ id: k.kind, name: k.name }))}
      />
      <Rule>
        {Object.keys(ruleKinds[rung.rule.kind].numbers).map((key) => (
          <NumberField
            key={key}
            label={key}
            value={numberOf(rung.rule, key)}
            onChange={(n) => {
              onChange({ ...rung, rule: { ...rung.rule, [key]: n } })
            }}
          />
        ))}
        <NumberField
          label="Reps to a set"
          value={rung.setReps}
          onChange={(setReps) => {
            onChange({ ...rung, setReps })
          }}
        />
      </Rule>
      <div className="wide">
        <Text
          label="Say"
          value={rung.say}
          onChange={(say) => {
            onChange({ ...rung, say })
          }}
        />
      </div>
      <div className="wide">
        <Text
          label="Do not say or do"
          value={rung.dontSay}
          onChange={(dontSay) => {
            onChange({ ...rung, dontSay })
          }}
        />
      </div>
      <div className="wide">
        <Text
          label="Where pay is delivered"
          value={rung.payWhere}
          onChange={(payWhere) => {
            onChange({ ...rung, payWhere })
          }}
        />
      </div>
      <div className="wide">
        <Text
          label="Other ways, separated by semicolons"
          value={rung.ways.join('; ')}
          onChange={(text) => {
            onChange({ ...rung, ways: text.split(/;\s*/).filter((w) => w.trim() !== '') })
          }}
        />
      </div>
      {(rung.kind === 'timed' || rung.kind === 'settle') && (
        <Choose
          label="Hold"
          value={rung.holdPay ?? any}
          onChange={(v) => {
            const { holdPay: _holdPay, ...rest } = rung
            const holdPay = holdPays.find((h) => h === v)
            onChange(holdPay ? { ...rest, holdPay } : rest)
          }}
          choices={[
            { id: any, name: 'as is usual for it' },
            ...holdPays.map((h) => ({ id: h, name: holdPayWords[h] })),
          ]}
        />
      )}
      {(rung.kind === 'recall' || rung.kind === 'position') && (
        <Choose
          label="When to call"
          value={rung.callWhen ?? any}
          onChange={(v) => {
            const { callWhen: _callWhen, ...rest } = rung
            const callWhen = callMoments.find((m) => m === v)
            onChange(callWhen ? { ...rest, callWhen } : rest)
          }}
          choices={[
            { id: any, name: 'as is usual for it' },
            ...callMoments.map((m) => ({ id: m, name: callMomentWords[m] })),
          ]}
        />
      )}
      {rung.kind === 'settle' && (
        <Text
          label="Paid every, seconds, least first, separated by commas"
          value={(rung.payEvery ?? []).join(', ')}
          onChange={(text) => {
            const { payEvery: _payEvery, ...rest } = rung
            const payEvery = text
              .split(/,\s*/)
              .filter((s) => s.trim() !== '')
              .map(Number)
            onChange(payEvery.length > 0 ? { ...rest, payEvery } : rest)
          }}
        />
      )}
      {rung.kind === 'heel' && (
        <NumberField
          label="Paid every so many steps"
          value={rung.paySteps}
          onChange={(n) => {
            const { paySteps: _paySteps, ...rest } = rung
            onChange(Number.isNaN(n) ? rest : { ...rest, paySteps: n })
          }}
        />
      )}
      {said.map(({ of, label, yes, no }) => (
        <Choose
          key={of}
          label={label}
          value={rung[of] === undefined ? any : rung[of] ? 'yes' : 'no'}
          onChange={(v) => {
            const { [of]: _was, ...rest } = rung
            onChange(v === any ? rest : { ...rest, [of]: v === 'yes' })
          }}
          choices={[
            { id: any, name: 'as is usual for it' },
            { id: 'yes', name: yes },
            { id: 'no', name: no },
          ]}
        />
      ))}
      <Choose
        label="Gate"
        value={rung.gate ?? none}
        onChange={(v) => {
          const { gate: _gate, ...rest } = rung
          onChange(v === none ? rest : { ...rest, gate: v })
        }}
        choices={[{ id: none, name: 'none' }, ...gates.map((g) => ({ id: g.id, name: g.name }))]}
      />
      <Choose
        label="Kit"
        value={rung.kit ?? any}
        onChange={(v) => {
          const { kit: _kit, ...rest } = rung
          const kit = kits.find((k) => k === v)
          onChange(kit === undefined ? rest : { ...rest, kit })
        }}
        choices={[
          { id: any, name: 'the usual' },
          ...kits.map((k) => ({ id: k, name: k === 'none' ? 'none: loose, behind a gate' : k })),
        ]}
      />
      <div className="wide">
        <Roles roles={rung.roles ?? []} onChange={withRoles} />
      </div>
      <div className="wide">
        <FieldLabel>Needs held first</FieldLabel>
        <ul>
          {rung.needs.map((n) => (
            <li key={n}>
              {all.find((r) => r.id === n)?.name ?? n}{' '}
              <Quiet
                onPress={() => {
                  onChange({ ...rung, needs: rung.needs.filter((x) => x !== n) })
                }}
                aria-label={`Take out ${n}`}
              >
                take out
              </Quiet>
            </li>
          ))}
        </ul>
        <Choose
          label="Add a prerequisite"
          value=""
          onChange={(id) => {
            if (!rung.needs.includes(id)) onChange({ ...rung, needs: [...rung.needs, id] })
          }}
          choices={all.filter((r) => r.id !== rung.id)}
        />
      </div>
    </Form>
  )
}

/** A labelled line of text. Typing stays as typed: it is only read when focus leaves. */
export function Text({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
  const [typed, setTyped] = useState(value)
  return (
    <TextLine
      label={label}
      value={typed}
      onChange={setTyped}
      onBlur={() => {
        if (typed !== value) onChange(typed)
      }}
    />
  )
}

const Form = styled.section`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-3) var(--s-5);
  .wide {
    grid-column: 1 / -1;
  }
  ul {
    margin: 0.1rem 0 0.3rem;
    padding-left: 1.1rem;
  }
`
const Rule = styled.div`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: var(--s-3);
`
