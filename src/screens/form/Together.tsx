'use client'
import { Label } from 'react-aria-components'
import styled from 'styled-components'
import { overField, type Clash } from '@/core/clash'
import { Choices, Pick } from '@/ui/picks'
import { useWhen } from '@/ui/ways'

/**
 * Someone else saved this form while it was open. Nothing is lost: above stand both changes, and of what both changed
 * each is shown here and one is chosen. It stands by the button that was pressed, however long the form is.
 */
export function Together({ clash }: { clash: Clash }) {
  const { wallClock, sayDayOfYear } = useWhen()
  // A form holds days as files do; they are read as the kennel writes them.
  const said = (value: string) => (/^\d{4}-\d{2}-\d{2}$/.test(value) ? sayDayOfYear(value) : value)
  const who = clash.by === '' ? 'Someone else' : clash.by
  const at = clash.at === undefined ? '' : ` at ${wallClock(clash.at, clash.timeZone).clock}`
  return (
    <Box role="alert" data-clash>
      <input type="hidden" name={overField} value={clash.over} />
      <p>
        <b>
          {who} saved this{at}, while you had it open.
        </b>{' '}
        Nothing is lost: both changes stand above. Look them over, and save both.
      </p>
      {clash.theirs.length > 0 && (
        <p>
          Changed by {clash.by === '' ? 'them' : clash.by}: {clash.theirs.join(', ')}.
        </p>
      )}
      {clash.mine.length > 0 && <p>Changed by you: {clash.mine.join(', ')}.</p>}
      {clash.both.map((b) => (
        <Choices key={b.name} name={b.name}>
          <Label>{b.label}: you both changed it</Label>
          <div>
            <Pick value="mine">yours: {said(b.mine)}</Pick>
            <Pick value="theirs">theirs: {said(b.theirs)}</Pick>
            {b.list && <Pick value="both">both</Pick>}
          </div>
        </Choices>
      ))}
    </Box>
  )
}

const Box = styled.div`
  border: 2px solid var(--person);
  border-left-width: 6px;
  padding: 0.7rem 0.9rem;
  display: grid;
  gap: var(--s-3);
`
