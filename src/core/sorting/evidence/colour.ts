import type { Evidence } from './evidence'

/** A colour of its own, where outlines have another. */
export const colour: Evidence = (line, scene) => {
  const own = line.look.stroke
  if (!own || !scene.outlineColour || own === scene.outlineColour || line.ring >= 0) return null
  return { kind: 'other-colour', because: 'it has another colour than the outlines' }
}
