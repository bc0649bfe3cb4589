'use client'
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components'
import styled from 'styled-components'
import { Button, Quiet } from '@/ui/parts'

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
    <Overlay isOpen isDismissable onOpenChange={(open) => !open && close()}>
      <Modal>
        <Sheet>
          <Heading slot="title">Keys</Heading>
          <dl>
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
                C clean, H helped, L late, M miss or broke, Z undo, Space starts a hold, Enter goes on, I says more of
                the last rep, O trouble, P leash pressure, E ends the set
              </dd>
            </div>
            <div>
              <dt>?</dt>
              <dd>this sheet</dd>
            </div>
          </dl>
          <Quiet onPress={shortcuts.toggle}>{shortcuts.on ? 'Turn single keys off' : 'Turn single keys on'}</Quiet>
          <Button slot="close">Close</Button>
        </Sheet>
      </Modal>
    </Overlay>
  )
}

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgb(8 24 20 / 0.55);
  display: grid;
  place-items: center;
  z-index: 20;
  padding: 1rem;
`
const Sheet = styled(Dialog)`
  background: var(--paper);
  color: var(--ink);
  padding: 1.4rem 1.8rem;
  max-width: 34rem;
  border-radius: 4px;
  border-top: 6px solid var(--ink);
  display: grid;
  gap: 0.8rem;
  justify-items: start;
  outline: none;
  dl {
    display: grid;
    gap: 0.4rem;
    margin: 0;
  }
  dl > div {
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
