import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { v7 } from 'uuid'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { bookingFields } from '@/core/intake/bookingForm'
import { DogForm } from '@/screens/begin/DogForm'
import { kennelDatabase, readHouse } from '@/auth/door'
import { momentText } from '@/ui/when'
import { requestTime } from '@/work/base/clock'
import { loadBooking } from '@/work/page/bookings'
import { saveIntakeDraft } from '../[residencyId]/intake/actions'
import { addResident, discardBegun } from './actions'

export const metadata: Metadata = { title: 'New dog' }

export default async function NewDogPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter('trainer')
  const db = kennelDatabase()
  const house = readHouse(db)
  const now = requestTime()
  const { key, dog } = z
    .object({ key: z.uuid().optional(), dog: z.uuid().optional() })
    .catch({})
    .parse(await searchParams)
  // The address names the booking, so that it can be gone on with after a reload or on another device.
  if (key === undefined) redirect(`/dogs/new?key=${v7()}${dog === undefined ? '' : `&dog=${dog}`}`)
  const { today, promising, others, ...booking } = loadBooking(db, key, dog, now)
  return (
    <DogForm
      key={key}
      action={addResident}
      fields={bookingFields(today)}
      promising={promising}
      booking={{
        ...booking,
        key,
        saveDraft: saveIntakeDraft,
        others: others.map((b) => ({
          key: b.key,
          name: b.typed['name']?.[0] || 'no name yet',
          by: `${b.by}, ${momentText(b.savedAt, house.timeZone, house)}`,
        })),
        discard: discardBegun,
      }}
    />
  )
}
