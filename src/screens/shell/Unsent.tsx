'use client'
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components'
import styled from 'styled-components'
import type { Outbox } from '@/device/outbox'
import { Button, FileLink } from '@/ui/parts'

/** Signing out with facts that the kennel has not got: warned of, and offered as a file. */
export function Unsent({ outbox, lock, close }: { outbox: Outbox; lock: () => Promise<void>; close: () => void }) {
  const unsent = outbox.status().kept + outbox.status().refused.length
  return (
    <Overlay isOpen isDismissable onOpenChange={(open) => !open && close()}>
      <Modal>
        <Sheet>
          <Heading slot="title">Not everything has reached the kennel</Heading>
          <p>
            {unsent} {unsent === 1 ? 'fact lies' : 'facts lie'} on this device only. They stay here and are sent once
            somebody signs in with the network back. Do not clear the browser’s data before that.
          </p>
          <FileLink
            href={`data:application/json,${encodeURIComponent(outbox.unsentFile())}`}
            download="kibou-unsent.json"
          >
            Save them as a file
          </FileLink>
          <Button
            onPress={() => {
              void lock()
            }}
          >
            Sign out all the same
          </Button>
          <Button $now slot="close">
            Stay signed in
          </Button>
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
  max-width: 30rem;
  border-radius: 4px;
  border-top: 6px solid var(--person);
  display: grid;
  gap: 0.8rem;
  justify-items: start;
  outline: none;
`
