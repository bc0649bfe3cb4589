'use client'
import { useEffect, useId, useRef, useState } from 'react'
import styled from 'styled-components'
import { chooseBox, type ChooseProps } from './chooseParts'
import { boxed, FieldLabel, stacked } from './fieldParts'

type List = typeof import('./ChooseList').ChooseList
let here: List | undefined
const fetchList = async (): Promise<List> => (here ??= (await import('./ChooseList')).ChooseList)
/** After the page has come to rest, so that the list is there without network too. */
const restMs = 1000

/**
 * One of a list, under a label. What is chosen stands there at once; the list, which opens in few of many visits, comes
 * once the page is at rest and takes the place of the plain button when that is pressed or reached by key.
 */
export function Choose(props: ChooseProps) {
  const { label, choices, value, onChange, name } = props
  const [awake, setAwake] = useState<{ readonly List: List; readonly pressed: boolean } | 'missing'>()
  const id = useId()
  const closedButton = useRef<HTMLButtonElement>(null)
  const wake = (pressed: boolean) => {
    const take = (List: List) => {
      // Whoever only came by is further on: the list would take the focus back, and the next key.
      if (!pressed && document.activeElement !== closedButton.current) return
      setAwake((was) => ({ List, pressed: pressed || (typeof was === 'object' && was.pressed) }))
    }
    // At once where it can be: the next key is meant for the list.
    if (here) take(here)
    else void fetchList().then(take, () => setAwake('missing'))
  }
  useEffect(() => {
    const timer = setTimeout(() => void fetchList().catch(() => undefined), restMs)
    return () => clearTimeout(timer)
  }, [])
  if (awake !== undefined && awake !== 'missing') return <awake.List {...props} pressed={awake.pressed} />
  const labelled = <FieldLabel id={`${id}-label`}>{label}</FieldLabel>
  // No network, and this device has not got the list yet: the browser's own asks the same.
  if (awake === 'missing')
    return (
      <Root>
        {labelled}
        <Native
          aria-labelledby={`${id}-label`}
          value={value ?? ''}
          name={name}
          onChange={(e) => onChange(e.target.value)}
        >
          {value === null && <option value="">choose</option>}
          {choices.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </Native>
      </Root>
    )
  return (
    <Root>
      {labelled}
      <Shut
        ref={closedButton}
        type="button"
        aria-haspopup="listbox"
        aria-expanded={false}
        aria-labelledby={`${id}-value ${id}-label`}
        onClick={() => wake(true)}
        onFocus={(e) => {
          if (e.currentTarget.matches(':focus-visible')) wake(false)
        }}
      >
        <span id={`${id}-value`}>{choices.find((c) => c.id === value)?.name ?? 'choose'}</span>
        <span aria-hidden="true">▾</span>
      </Shut>
      {name !== undefined && <input type="hidden" name={name} value={value ?? ''} />}
    </Root>
  )
}

const Root = styled.div`
  ${stacked}
`
const Shut = styled.button`
  ${chooseBox}
`
const Native = styled.select`
  ${boxed}
`
