/** Documents that were handed to threads before, as JSON text; none of them is ever changed in place. */
const texts = new WeakMap<object, string>()

/** What a thread is given: the document apart, as text, since copying its records one by one holds everybody up. */
export type Handed = { input: unknown; project: string | null }

/** Takes the document out of a task's input. The text is made once a document. */
export function handedOver(input: unknown): Handed {
  // Bytes are not even taken apart: sixty million of them have too many properties.
  if (typeof input !== 'object' || input === null || !('project' in input) || !input.project)
    return { input, project: null }
  const { project, ...rest } = input as { project: object }
  const text = texts.get(project) ?? JSON.stringify(project)
  texts.set(project, text)
  return { input: rest, project: text }
}

/** Puts the document back where {@link handedOver} took it from. */
export const takenOver = ({ input, project }: Handed): unknown =>
  project === null ? input : { ...(input as object), project: JSON.parse(project) }
