'use client'
import styled from 'styled-components'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import type { Both } from './useAction'

/**
 * What was said against a save, and the one tap that saves both changes where somebody else changed it meanwhile. What
 * both changed is shown twice, and one is chosen.
 */
export function SaveBoth({ told }: { told: { readonly wrong: string; readonly both: Both | undefined } }) {
  const { wrong, both } = told
  return (
    <>
      <Wrong>{wrong}</Wrong>
      {both && both.said.length === 0 && <Button onPress={() => both.save('mine')}>Save both changes</Button>}
      {both && both.said.length > 0 && (
        <Choices>
          {(['mine', 'theirs'] as const).map((whose) => (
            <Choice key={whose} onPress={() => both.save(whose)}>
              Save both, with {whose === 'mine' ? 'yours' : 'theirs'}: {both.said.map((s) => s[whose]).join('; ')}
            </Choice>
          ))}
        </Choices>
      )}
    </>
  )
}

const Choices = styled.div`
  display: grid;
  justify-items: start;
  gap: var(--s-3);
  margin-block: var(--s-3);
`

const Choice = styled(Button)`
  text-align: left;
  white-space: normal;
`
