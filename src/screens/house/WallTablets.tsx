'use client'
import styled from 'styled-components'
import { List } from '@/ui/List'
import { Wrong } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import type { HouseView } from '@/work/page/house'
import type { Told } from '../told'
import { useAction } from '../useAction'

/** Which devices go on showing the wall while they are locked: this one, and others that may have gone lost. */
export function WallTablets({
  tablets,
  timeZone,
  device,
  keep,
}: {
  tablets: HouseView['wallTablets']
  timeZone: string
  device: string | undefined
  keep: (raw: unknown) => Promise<Told>
}) {
  const { sayMoment } = useWhen()
  const { send, wrong, pending } = useAction()
  const here = tablets.some((t) => t.device === device)
  const others = tablets.filter((t) => t.device !== device)
  return (
    <section id="wall-tablet" aria-labelledby="h-wall-tablet">
      <h2 id="h-wall-tablet">Tablet on the wall</h2>
      <p>
        A locked tablet can go on showing the wall: each dog’s commands, days and chance, and who is up next. It shows
        no owners and does nothing. A passcode opens it.
      </p>
      <Wrong>{wrong}</Wrong>
      {device !== undefined && (
        <p>
          <Button isPending={pending} onPress={() => send(() => keep({ device, shows: !here }))}>
            {here ? 'Lock this device like any other' : 'Show the wall when this device locks'}
          </Button>
        </p>
      )}
      {others.length > 0 && (
        <Others>
          {others.map((t, i) => (
            <li key={t.device}>
              Another device, set {sayMoment(t.at, timeZone)} by {t.by}{' '}
              <Quiet
                isPending={pending}
                aria-label={`Stop showing the wall on device ${i + 1}, set by ${t.by}`}
                onPress={() => send(() => keep({ device: t.device, shows: false }))}
              >
                Stop showing the wall
              </Quiet>
            </li>
          ))}
        </Others>
      )}
    </section>
  )
}

const Others = styled(List)`
  display: grid;
  gap: var(--s-3);
`
