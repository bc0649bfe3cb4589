import { curriculumIn } from '@/core/curriculum/lengths'
import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { v7 } from 'uuid'
import { z } from 'zod'
import { enter } from '@/app/door'
import { dayIn } from '@/core/days'
import { DogForm } from '@/screens/begin/DogForm'
import { readHouse } from '@/store/house'
import { newestCurriculum } from '@/store/curricula'
import { kennelDatabase } from '@/store/connection'
import { sayMoment } from '@/ui/when'
import { requestTime } from '@/work/scene/clock'
import { loadKnownDogs } from '@/work/page/knownDogs'
import { bookingDraft, openBookings } from '@/work/do/intake'
import { groundOf } from '@/work/scene/ground'
import { loadPresets } from '@/work/page/packages'
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
  const others = openBookings(db)
    .filter((b) => b.key !== key)
    .map((b) => ({
      key: b.key,
      name: b.typed['name']?.[0] || 'no name yet',
      by: `${b.by}, ${sayMoment(b.savedAt, house.timeZone, house)}`,
    }))
  return (
    <DogForm
      key={key}
      action={addResident}
      promising={{ curriculum: curriculumIn(newestCurriculum(db), house.lengths), ground: groundOf(db) }}
      today={dayIn(house.timeZone, now)}
      booking={{
        key,
        typed: bookingDraft(db, key)?.typed ?? (dog === undefined ? {} : { dogId: [dog] }),
        saveDraft: saveIntakeDraft,
        draftAt: bookingDraft(db, key)?.savedAt ?? null,
        others,
        known: loadKnownDogs(db),
        presets: loadPresets(db, now),
        discard: discardBegun,
      }}
    />
  )
}
