import { notFound } from 'next/navigation'
import { isStation } from '@/workbench/stations/stations'

export const dynamic = 'force-dynamic'

/** The station is drawn by the layout; this only says which addresses there are. */
export default async function StationPage({ params }: { params: Promise<{ station: string }> }) {
  const { station } = await params
  if (!isStation(station)) notFound()
  return null
}
