'use client'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'

/** What was said against a save, and the one tap that saves both changes where somebody else changed it meanwhile. */
export function SaveBoth({ told }: { told: { readonly wrong: string; readonly saveBoth: (() => void) | undefined } }) {
  return (
    <>
      <Wrong>{told.wrong}</Wrong>
      {told.saveBoth && <Button onPress={told.saveBoth}>Save both changes</Button>}
    </>
  )
}
