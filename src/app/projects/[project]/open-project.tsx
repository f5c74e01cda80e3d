'use client'
import { useParams } from 'next/navigation'
import { Workbench } from '@/workbench/workbench'

export function OpenProject({ id }: { id: string }) {
  const { station = '' } = useParams<{ station?: string }>()
  return <Workbench id={id} station={station} />
}
