'use client'
import { useParams } from 'next/navigation'
import { isStation } from '@/workbench/stations/stations'
import { Workbench } from '@/workbench/workbench'

export function OpenProject({ id }: { id: string }) {
  const { station } = useParams<{ station?: string }>()
  return <Workbench id={id} station={station && isStation(station) ? station : 'lines'} />
}
