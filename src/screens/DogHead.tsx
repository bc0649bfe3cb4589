'use client'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { NeedsPerson } from '@/ui/NeedsPerson'
import type { Resident } from '@/work/actions/about'

/** Which dog this page is about, with its cautions. */
export function DogHead({
  resident,
  title,
  children,
}: {
  resident: Pick<Resident, 'residencyId' | 'runNumber' | 'name' | 'ownerName' | 'biteHistory' | 'caution'>
  title: string
  children?: React.ReactNode
}) {
  return (
    <>
      <Head>
        <p>
          <b>{resident.runNumber}</b> <Link href={`/dogs/${resident.residencyId}`}>{resident.name}</Link>,{' '}
          {resident.ownerName}’s
        </p>
        <h1>{title}</h1>
        {children}
      </Head>
      {(resident.biteHistory || resident.caution) && (
        <NeedsPerson>
          {resident.biteHistory ? 'Bite history. ' : ''}
          {resident.caution}
        </NeedsPerson>
      )}
    </>
  )
}

const Head = styled.header`
  h1 {
    font-size: var(--t-8);
  }
  p {
    color: var(--ink-2);
  }
`
