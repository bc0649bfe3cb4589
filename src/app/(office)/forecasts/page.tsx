import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { Forecasts } from '@/screens/forecasts/Forecasts'
import { kennelDatabase } from '@/store/connection'
import { loadForecasts } from '@/work/page/forecasts'
import { begin } from './actions'

export const metadata: Metadata = { title: 'Forecasts' }

export default async function ForecastsPage() {
  await enter('trainer')
  return <Forecasts page={loadForecasts(kennelDatabase())} actions={{ beginOn: begin }} />
}
