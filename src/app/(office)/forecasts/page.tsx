import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Forecasts } from '@/screens/forecasts/Forecasts'
import { kennelDatabase } from '@/auth/door'
import { loadForecasts } from '@/work/page/forecasts'
import { begin } from './actions'

export const metadata: Metadata = { title: 'Forecasts' }

export default async function ForecastsPage() {
  await enter('trainer')
  return <Forecasts page={loadForecasts(kennelDatabase())} actions={{ beginOn: begin }} />
}
