import { useEffect, useState } from 'react'

/** Whether this browser draws in three dimensions; null while it is not known. */
export function useWebGl(): boolean | null {
  const [can, setCan] = useState<boolean | null>(null)
  useEffect(() => setCan(document.createElement('canvas').getContext('webgl2') !== null), [])
  return can
}
