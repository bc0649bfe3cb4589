'use client'
import type { Outbox } from '@/device/outbox'
import { Button, FileLink } from '@/ui/press'
import { Sheet } from '@/ui/Sheet'

/** Signing out with facts that the kennel has not got: warned of, and offered as a file. */
export function Unsent({ outbox, lock, close }: { outbox: Outbox; lock: () => Promise<void>; close: () => void }) {
  const unsent = outbox.status().kept + outbox.status().refused.length
  return (
    <Sheet title="Not everything has reached the kennel" width="30rem" warns onClose={close}>
      <p>
        {unsent} {unsent === 1 ? 'fact lies' : 'facts lie'} on this device only. They stay here and are sent once
        someone signs in with the network back. Do not clear the browser’s data before that.
      </p>
      <FileLink href={`data:application/json,${encodeURIComponent(outbox.unsentFile())}`} download="kibou-unsent.json">
        Save them as a file
      </FileLink>
      <Button
        onPress={() => {
          void lock()
        }}
      >
        Sign out all the same
      </Button>
      <Button $now onPress={close}>
        Stay signed in
      </Button>
    </Sheet>
  )
}
