'use client'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import { mayStayAwake } from '@/device/awake'
import { remoteActions, withKey, type Prefs, type RemoteAction } from '@/device/prefs'
import { sayTap } from '@/device/sounds'
import { Chip, Done } from '@/ui/chips'

const actionWords: Readonly<Record<RemoteAction, string>> = {
  go: 'Start, call, clean',
  helped: 'Helped',
  late: 'Late',
  miss: 'Miss, broke',
  undo: 'Undo',
}

/** How this device is held and heard: the thumb, sounds, and the keys of a clip-on remote or a foot switch. */
export function Thumb({
  prefs,
  onChange,
  onDone,
}: {
  prefs: Prefs
  onChange: (next: Prefs) => void
  onDone: () => void
}) {
  const [learning, setLearning] = useState<RemoteAction | undefined>()
  useEffect(() => {
    if (!learning) return
    const press = (e: KeyboardEvent) => {
      e.preventDefault()
      e.stopPropagation()
      if (e.key !== 'Tab' && e.key !== 'Shift') onChange(withKey(prefs, learning, e.key))
      setLearning(undefined)
    }
    document.addEventListener('keydown', press, true)
    return () => document.removeEventListener('keydown', press, true)
  }, [learning, onChange, prefs])
  return (
    <Panel aria-label="Controls and sounds">
      <h2>Controls and sounds</h2>
      <Row>
        <Chip isSelected={prefs.thumb === 'left'} onChange={() => onChange({ ...prefs, thumb: 'left' })}>
          Left thumb
        </Chip>
        <Chip isSelected={prefs.thumb === 'right'} onChange={() => onChange({ ...prefs, thumb: 'right' })}>
          Right thumb
        </Chip>
      </Row>
      <Row>
        <Chip
          isSelected={prefs.sounds}
          onChange={(sounds) => {
            onChange({ ...prefs, sounds })
            if (sounds) void sayTap('clean')
          }}
        >
          A sound for each tap
        </Chip>
        <Chip isSelected={prefs.buzzes} onChange={(buzzes) => onChange({ ...prefs, buzzes })}>
          A buzz for each tap
        </Chip>
        <Chip isSelected={prefs.ticks} onChange={(ticks) => onChange({ ...prefs, ticks })}>
          A tick each second of a hold
        </Chip>
        <Chip isSelected={prefs.payTones} onChange={(payTones) => onChange({ ...prefs, payTones })}>
          A tone when to reward or call
        </Chip>
      </Row>
      <p>Keys of a clip-on remote or foot switch. Press one here, then the key on the remote.</p>
      <dl>
        {remoteActions.map((a) => (
          <div key={a}>
            <dt>{actionWords[a]}</dt>
            <dd>
              <Chip as={Press} onPress={() => setLearning(a)}>
                {learning === a ? 'press it now' : prefs.remote[a].map(keyWords).join(', ') || 'none'}
                <i className="unseen">, key for {actionWords[a]}</i>
              </Chip>
            </dd>
          </div>
        ))}
      </dl>
      <p>
        {mayStayAwake()
          ? 'The screen stays on while a block is open.'
          : 'The screen may go dark here: this address is plain http, where browsers do not let a page keep it ' +
            'on. Set the device’s own screen time-out longer.'}
      </p>
      <Done onPress={onDone}>Back</Done>
    </Panel>
  )
}

const keyWords = (key: string): string => (key === ' ' ? 'Space' : key.replace(/([a-z])([A-Z])/g, '$1 $2'))

const Panel = styled.section`
  display: grid;
  gap: var(--s-4);
  margin-top: auto;
  h2 {
    font-size: var(--t-7);
  }
  dl {
    margin: 0;
    display: grid;
    gap: var(--s-2);
  }
  dl > div {
    display: grid;
    grid-template-columns: 1fr 1fr;
    align-items: center;
  }
  dd {
    margin: 0;
  }
`
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-3);
`
