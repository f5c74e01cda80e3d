import type { FoldedBuild } from './kind'
import { meshOf } from './mesh'

/** A folded build as OBJ: a group a panel, mm. */
export function writeObj(build: FoldedBuild): string {
  const { positions, triangles } = meshOf(build)
  const lines = [`# ${build.name.replace(/[\p{Cc}]/gu, ' ')}, in mm`]
  for (let i = 0; i < positions.length; i += 3)
    lines.push(`v ${[0, 1, 2].map((k) => Number(positions[i + k]!.toFixed(5))).join(' ')}`)
  triangles.forEach((corners, i) => {
    lines.push(`g ${build.model.panels[i]!.id}`)
    for (let k = 0; k < corners.length; k += 3)
      lines.push(`f ${[0, 1, 2].map((n) => corners[k + n]! + 1).join(' ')}`)
  })
  return `${lines.join('\n')}\n`
}
