import { useState } from 'react'
import type { EditField } from '@/core/curriculum/editFields'
import { Choose } from '@/ui/Choose'
import { TextLine } from '@/ui/Field'
import { NumberField } from '@/ui/NumberField'
import { Tick } from '@/ui/picks'

/** One field of a rung or a command, drawn by its kind. */
export function EditBox<Thing>({ field, onChange }: { field: EditField<Thing>; onChange: (next: Thing) => void }) {
  const drawn = <Box field={field} onChange={onChange} />
  return field.wide ? <div className="wide">{drawn}</div> : drawn
}

function Box<Thing>({ field, onChange }: { field: EditField<Thing>; onChange: (next: Thing) => void }) {
  const { label } = field
  switch (field.kind) {
    case 'text':
      return <Text label={label} value={field.value} onChange={(text) => onChange(field.put(text))} />
    case 'number':
      return <NumberField label={label} value={field.value} onChange={(n) => onChange(field.put(n))} />
    case 'tick':
      return (
        <Tick value="yes" ticked={field.value} onChange={(ticked) => onChange(field.put(ticked))}>
          {label}
        </Tick>
      )
    case 'one':
      return (
        <Choose label={label} value={field.value} onChange={(id) => onChange(field.put(id))} choices={field.choices} />
      )
  }
}

/** A labeled line of text. Typing stays as typed: it is only read when focus leaves. */
function Text({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
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
