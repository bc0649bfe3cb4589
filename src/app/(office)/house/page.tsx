import type { Metadata } from 'next'
import { deviceHere, enter } from '@/app/auth'
import { House } from '@/screens/house/House'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { loadHouse } from '@/work/page/house'
import { backUpNow, goBackTo, keepHouse, keepWallTablet, kennelOutNow, lookIntoBackup } from './actions'

export const metadata: Metadata = { title: 'Settings' }

export default async function HousePage() {
  await enter('lead')
  return (
    <House
      view={loadHouse(kennelDatabase(), requestTime())}
      device={await deviceHere()}
      keep={keepHouse}
      keepTablet={keepWallTablet}
      backups={{ backUp: backUpNow, out: kennelOutNow, look: lookIntoBackup, restore: goBackTo }}
    />
  )
}
