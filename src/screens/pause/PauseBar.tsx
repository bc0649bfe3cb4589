'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { TextLine } from '@/ui/Field'
import { Fault, Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { phone } from '@/ui/theme'
import type { Told } from '../told'
import { useTold } from '../useTold'

type Send = (raw: unknown) => Promise<Told>

/** On every page of a dog that is not worked: why, and one tap to end it. */
export function PausedBar({
  residencyId,
  because,
  resume,
}: {
  residencyId: string
  because: string
  resume: Send | undefined
}) {
  const { send, wrong, pending } = useTold()
  return (
    <Bar>
      <NeedsPerson>
        {because}{' '}
        {resume && (
          <Quiet isPending={pending} onPress={() => send(() => resume({ residencyId }))}>
            It is worked again
          </Quiet>
        )}
        {wrong !== '' && <Fault>{wrong}</Fault>}
      </NeedsPerson>
    </Bar>
  )
}

const kinds = [
  { id: 'sick', name: 'sick or hurt', note: 'pain, lameness, vomiting, collapse, heat: the vet' },
  { id: 'in season', name: 'in season' },
  { id: 'other', name: 'something else' },
]

/** At the foot of every page of a dog: whoever sees that it is not well may stop its work, a hand too. */
export function StopWorking({ residencyId, name, pause }: { residencyId: string; name: string; pause: Send }) {
  const { send, wrong, pending } = useTold()
  const [why, setWhy] = useState('sick')
  const [note, setNote] = useState('')
  return (
    <Foot>
      <Disclosed says={`Pause ${name}’s training`}>
        <Fields>
          <Choose label="Why" value={why} onChange={setWhy} choices={kinds} />
          <TextLine label="What did you see?" value={note} onChange={setNote} maxLength={160} />
          <Button
            isPending={pending}
            onPress={() => send(() => pause({ residencyId, why, note: note.replace(/\s+/g, ' ').trim() }))}
          >
            Pause training
          </Button>
        </Fields>
        <Wrong>{wrong}</Wrong>
      </Disclosed>
    </Foot>
  )
}

const Bar = styled.div`
  padding: 0.6rem 1.5rem 0;
  max-width: var(--page);
  margin: 0 auto;
  ${phone} {
    padding: 0.6rem 0.9rem 0;
  }
`
const Foot = styled.div`
  padding: 0 1.5rem 2rem;
  max-width: var(--page);
  margin: 0 auto;
  ${phone} {
    padding: 0 0.9rem 5rem;
  }
  @media print {
    display: none;
  }
`
const Fields = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4);
  align-items: end;
  padding-top: 0.5rem;
`
