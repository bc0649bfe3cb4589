'use client'
import { Link } from '@/ui/link'
import styled from 'styled-components'
import { handoffOutcomes, outcomeWords } from '@/core/handoff/outcome'
import { Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { HandoffOver } from '@/work/page/handoff'
import { List } from '@/ui/List'
import type { Told } from '../told'
import { useAction } from '../useAction'

/** Handoffs that are over: how they went is asked once, may be taken back, and stands there for a while. */
export function Over({
  over,
  timeZone,
  say,
}: {
  over: readonly HandoffOver[]
  timeZone: string
  say: ((raw: unknown) => Promise<Told>) | undefined
}) {
  const { sayMoment } = useWhen()
  const { send, wrong, pending } = useAction()
  const asked = over.filter((o) => o.outcome === null)
  const withOutcome = over.filter((o) => o.outcome !== null)
  if (over.length === 0) return null
  return (
    <section aria-labelledby="over">
      <h2 id="over">
        How did it go? <span>{asked.length}</span>
      </h2>
      <Wrong>{wrong}</Wrong>
      <Rows>
        {[...asked, ...withOutcome].map((o) => (
          <li key={o.id}>
            <p>
              <Link href={`/dogs/${o.residencyId}/demonstration/after`}>
                <b>{o.run}</b> {o.name}
              </Link>{' '}
              for {o.ownerName}, {sayMoment(o.from, timeZone)}, {o.personName}
            </p>
            {o.outcome === null ? (
              <>
                {say && (
                  <div role="group" aria-label={`How ${o.name}’s handoff went`}>
                    {handoffOutcomes.map((outcome) => (
                      <Button
                        key={outcome}
                        $now={o.proposed === outcome}
                        isPending={pending}
                        onPress={() => send(() => say({ handoffId: o.id, outcome }))}
                      >
                        {outcomeWords[outcome]}
                      </Button>
                    ))}
                  </div>
                )}
                <small>
                  {o.proposed === undefined
                    ? 'Nothing of the owner’s turn was recorded.'
                    : `From what was recorded, this ${outcomeWords[o.proposed]}.`}
                </small>
              </>
            ) : (
              <p>
                <b>{outcomeWords[o.outcome]}</b>{' '}
                {say && (
                  <Quiet
                    isPending={pending}
                    aria-label={`Undo the result of ${o.name}’s handoff`}
                    onPress={() => send(() => say({ handoffId: o.id, outcome: '' }))}
                  >
                    undo
                  </Quiet>
                )}
              </p>
            )}
          </li>
        ))}
      </Rows>
    </section>
  )
}

export const Rows = styled(List)`
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: var(--s-2) var(--s-6);
    align-items: center;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--rule);
  }
  div[role='group'] {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-3);
  }
  small {
    grid-column: 1 / -1;
    color: var(--ink-2);
  }
  ${phone} {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`
