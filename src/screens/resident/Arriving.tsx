'use client'
import styled from 'styled-components'
import { Fault } from '@/ui/fieldParts'
import { ButtonLink, Quiet } from '@/ui/press'
import type { ResidentView } from '@/work/page/resident'
import { List } from '@/ui/List'
import type { Told } from '../told'
import { useAction } from '../useAction'

/** What is still to be found out about a dog that came: the one thing to do now first. */
export function Arriving({
  view,
  arriving,
  skip,
}: {
  view: ResidentView
  arriving: NonNullable<ResidentView['arriving']>
  skip: (raw: unknown) => Promise<Told>
}) {
  const { send, wrong, pending } = useAction()
  const at = (page: string) => `/dogs/${view.resident.residencyId}/${page}`
  const now = arriving.firstEvening
    ? 'intake'
    : arriving.baseline !== 'done'
      ? 'baseline'
      : !arriving.reward
        ? 'reward'
        : !arriving.fed
          ? 'food'
          : 'intake'
  return (
    <ArrivingList aria-label="Before the first block">
      {arriving.stepsOpen > 0 && (
        <li>
          <ButtonLink $now={now === 'intake'} href={at('intake')}>
            Intake
          </ButtonLink>{' '}
          {arriving.stepsOpen} of {arriving.steps} steps open
        </li>
      )}
      {!arriving.firstEvening && arriving.baseline !== 'done' && (
        <li>
          <ButtonLink $now={now === 'baseline'} href={at('baseline')}>
            Baseline
          </ButtonLink>{' '}
          {arriving.baseline === 'begun' ? 'begun' : 'where does each command start?'}
          {arriving.skippedBy !== undefined && ` ${arriving.skippedBy} chose to do without.`}
          {arriving.baselineFirst && (
            <>
              {' '}
              <Quiet isPending={pending} onPress={() => send(() => skip({ residencyId: view.resident.residencyId }))}>
                Skip this
              </Quiet>
            </>
          )}
          {wrong !== '' && <Fault>{wrong}</Fault>}
        </li>
      )}
      {!arriving.firstEvening && !arriving.reward && (
        <li>
          <ButtonLink $now={now === 'reward'} href={at('reward')}>
            Reward test
          </ButtonLink>{' '}
          what does the dog work for?
        </li>
      )}
      {!arriving.fed && (
        <li>
          <ButtonLink $now={now === 'food'} href={at('food')}>
            Food
          </ButtonLink>{' '}
          no feeding plan
        </li>
      )}
    </ArrivingList>
  )
}

const ArrivingList = styled(List)`
  padding: 0.6rem 0 0.6rem 1rem;
  border-left: 6px solid var(--ink);
  background: var(--paper);
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-3) var(--s-7);
  li {
    display: flex;
    gap: var(--s-4);
    align-items: center;
  }
`
