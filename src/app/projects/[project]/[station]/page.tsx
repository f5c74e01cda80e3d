'use client'
import { notFound, useParams } from 'next/navigation'
import { STATIONS } from '@/workbench/stations/stations'

/** The station is drawn by the layout; this only says which addresses there are. */
export default function StationPage() {
  const { station } = useParams<{ station: string }>()
  if (!STATIONS.some((s) => s.name === station)) notFound()
  return null
}
