import type { Region } from '../geometry/regions'

const num = (v: number): string => String(Math.round(v * 1000) / 1000 || 0)

/** A region as path data, mm; each ring closed. */
export const pathOfRegion = (region: Region): string =>
  region
    .map((ring) => {
      const points: string[] = []
      for (let i = 0; i + 3 < ring.length; i += 2) points.push(`${num(ring[i]!)} ${num(ring[i + 1]!)}`)
      return `M${points.join('L')}Z`
    })
    .join('')
