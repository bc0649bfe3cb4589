'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { Fault } from '@/ui/fieldParts'
import { Button, Quiet } from '@/ui/press'
import { useWhen } from '@/ui/ways'
import { OfficePage } from '@/ui/Page'
import type { PackagesView, PackageView } from '@/work/page/packages'
import { List } from '@/ui/List'
import { Promises } from '../promise/PromiseRows'
import { SpecForm } from '../form/SpecForm'
import type { FormAction } from '../form/state'
import type { Told } from '../told'
import { useAction } from '../useAction'

type Give = (raw: unknown) => Promise<Told>

/** What this house promises together under a name: each on a card, changed in place, with what it costs a dog. */
export function Packages({ view, keep, give }: { view: PackagesView; keep: FormAction; give: Give }) {
  const [adding, setAdding] = useState(view.packages.length === 0)
  const keepNew: FormAction = async (before, form) => {
    const after = await keep(before, form)
    if (Object.keys(after.errors).length === 0) setAdding(false)
    return after
  }
  return (
    <Page>
      <header>
        <h1>Packages</h1>
        <p>
          Promises that belong together, given to a dog in one choice and adjusted there. A change here changes nothing
          that was promised before.
        </p>
      </header>
      <Cards>
        {view.packages.map((p) => (
          <One key={p.packageId} one={p} view={view} keep={keep} give={give} />
        ))}
      </Cards>
      {adding ? (
        <section aria-labelledby="new">
          <h2 id="new">A new package</h2>
          <SpecForm
            action={keepNew}
            fields={view.fields}
            values={view.empty}
            hidden={{ packageId: '' }}
            submit="Save package"
            more={(part) => <Promises promising={view.promising} {...part} />}
          />
        </section>
      ) : (
        <Button onPress={() => setAdding(true)}>A new package</Button>
      )}
    </Page>
  )
}

function One({ one, view, keep, give }: { one: PackageView; view: PackagesView; keep: FormAction; give: Give }) {
  const { sayMoment } = useWhen()
  const { send, wrong, pending } = useAction()
  const [open, setOpen] = useState(false)
  const keepThis: FormAction = async (before, form) => {
    const after = await keep(before, form)
    if (Object.keys(after.errors).length === 0) setOpen(false)
    return after
  }
  return (
    <li data-given={one.given}>
      <h2>
        {one.name} <small>{one.days} days</small>
      </h2>
      {one.words !== '' && <p>{one.words}</p>}
      <ul>
        {one.says.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ul>
      <p className="cost" data-short={one.cost.days > one.days}>
        About {one.cost.reps} reps from the start: {one.cost.days} days at the kennel’s pace
        {one.cost.days > one.days && `, more than its ${one.days}`}.
      </p>
      <p className="quiet">
        {one.given ? 'Offered' : 'Not offered'}. Last changed by {one.by}, {sayMoment(one.at, view.timeZone)}.
      </p>
      <Row>
        <Quiet aria-expanded={open} aria-label={`change ${one.name}`} onPress={() => setOpen(!open)}>
          change
        </Quiet>
        <Quiet
          isPending={pending}
          onPress={() => send(() => give({ packageId: one.packageId, given: !one.given }))}
          aria-label={`${one.given ? 'Stop offering' : 'Offer again'}: ${one.name}`}
        >
          {one.given ? 'Stop offering' : 'Offer again'}
        </Quiet>
      </Row>
      {wrong !== '' && <Fault>{wrong}</Fault>}
      {open && (
        <SpecForm
          key={one.at}
          action={keepThis}
          fields={view.fields}
          values={one.values}
          hidden={{ packageId: one.packageId }}
          submit="Save package"
          more={(part) => <Promises promising={view.promising} {...part} />}
        />
      )}
    </li>
  )
}

const Page = styled(OfficePage)`
  justify-items: start;
  h2 small {
    font:
      400 var(--t-3)/1 'Atkinson Hyperlegible Next Variable',
      sans-serif;
    color: var(--ink-2);
  }
  header p {
    color: var(--ink-2);
  }
`
const Cards = styled(List)`
  width: 100%;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(24rem, 100%), 1fr));
  gap: var(--s-7);
  align-items: start;
  > li {
    border-left: 5px solid var(--held);
    padding-left: 0.9rem;
  }
  > li[data-given='false'] {
    border-left-color: var(--rule-2);
  }
  > li:has(form) {
    grid-column: 1 / -1;
  }
  li > ul {
    margin: 0.3rem 0;
    padding-left: 1.1rem;
  }
  .quiet {
    color: var(--ink-2);
    font-size: var(--t-2);
  }
  .cost[data-short='true'] {
    color: var(--person);
    font-weight: 600;
  }
`
const Row = styled.div`
  display: flex;
  gap: var(--s-5);
`
