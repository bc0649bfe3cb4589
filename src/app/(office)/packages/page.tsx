import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Packages } from '@/screens/packages/Packages'
import { kennelDatabase } from '@/auth/door'
import { loadPackages } from '@/work/page/packages'
import { give, keepPromises } from './actions'

export const metadata: Metadata = { title: 'Packages' }

export default async function PackagesPage() {
  await enter('lead')
  return <Packages view={loadPackages(kennelDatabase())} keep={keepPromises} give={give} />
}
