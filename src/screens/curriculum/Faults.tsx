import styled from 'styled-components'
import type { CurriculumFault } from '@/core/curriculum/validate'
import { Fault } from '@/ui/fieldParts'
import { Quiet } from '@/ui/press'

/** What is wrong with a draft, each leading to where it is. */
export function Faults({
  faults,
  title,
  onGo,
}: {
  faults: readonly CurriculumFault[]
  title: string
  onGo: (where: string) => void
}) {
  return (
    <FaultBox role="alert">
      <Fault>{title}:</Fault>
      <ul>
        {faults.slice(0, 12).map((f) => (
          <li key={`${f.where} ${f.reason}`}>
            <Quiet
              onPress={() => {
                onGo(f.where)
              }}
            >
              {f.where}
            </Quiet>{' '}
            {f.reason}
          </li>
        ))}
        {faults.length > 12 && <li>and {faults.length - 12} more</li>}
      </ul>
    </FaultBox>
  )
}

const FaultBox = styled.div`
  border-left: 5px solid var(--person);
  padding-left: 0.8rem;
  ul {
    margin: 0.2rem 0 0;
    padding-left: 0;
    list-style: none;
  }
`
