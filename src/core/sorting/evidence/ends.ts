import type { Evidence } from './evidence'

/** What the ends of an open line do: a fold runs from edge to edge, a slit ends free. */
export const ends: Evidence = (line, scene) => {
  if (line.ring >= 0) return null
  if (scene.holderOf(line) < 0) return { kind: 'outside', because: 'it lies outside every outline' }
  if (scene.prolongs(line))
    return { kind: 'prolongs', because: 'it prolongs a longer line of another look, as a slit does' }
  const resting = scene.restingEnds(line)
  if (resting === 2)
    return { kind: 'severs', because: 'it runs from edge to edge, so a cut would sever the piece there' }
  return {
    kind: 'slit',
    because: resting === 1 ? 'one end is free, as of a slit' : 'both ends are free, as of a slit',
  }
}
