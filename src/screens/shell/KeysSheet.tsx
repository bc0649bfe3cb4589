'use client'
import styled from 'styled-components'
import { Button, Quiet } from '@/ui/press'
import { Link } from '@/ui/link'
import { Sheet } from '@/ui/Sheet'

/** The keys of every page that this person has, and of a set. */
export function KeysSheet({
  pages,
  shortcuts,
  close,
}: {
  pages: readonly { readonly key: string; readonly name: string }[]
  shortcuts: { readonly on: boolean; readonly toggle: () => void }
  close: () => void
}) {
  return (
    <Sheet title="Keys" width="34rem" onClose={close}>
      <List>
        <div>
          <dt>/</dt>
          <dd>find a dog by run or name</dd>
        </div>
        {pages.map((p) => (
          <div key={p.key}>
            <dt>g then {p.key}</dt>
            <dd>{p.name}</dd>
          </div>
        ))}
        <div>
          <dt>arrows</dt>
          <dd>move on the wall; Enter opens the dog</dd>
        </div>
        <div>
          <dt>in a set</dt>
          <dd>
            C clean, H helped, L late, M miss or broke, Z undo, Space starts a hold, Enter goes on, I adds details to
            the last rep, O over threshold, P leash pressure, E ends the set
          </dd>
        </div>
        <div>
          <dt>?</dt>
          <dd>this sheet</dd>
        </div>
      </List>
      <Quiet onPress={shortcuts.toggle}>{shortcuts.on ? 'Turn single keys off' : 'Turn single keys on'}</Quiet>
      <Link href="/renamed" onClick={close}>
        Old and new words
      </Link>
      <Button onPress={close}>Close</Button>
    </Sheet>
  )
}

const List = styled.dl`
  display: grid;
  gap: var(--s-3);
  margin: 0;
  > div {
    display: grid;
    grid-template-columns: 6rem 1fr;
  }
  dt {
    font-weight: 680;
  }
  dd {
    margin: 0;
    color: var(--ink-2);
  }
`
