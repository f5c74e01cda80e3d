import * as z from 'zod'

/** Words by which a person finds projects again. */
export const tagsSchema = z.array(z.string().trim().min(1).max(40)).max(12)

/** Tags as they are typed, parted by commas; each once, whatever its case. */
export function readTags(text: string): string[] {
  const tags = text
    .split(',')
    .map((t) => t.trim().slice(0, 40))
    .filter(Boolean)
  return tags.filter((t, i) => tags.findIndex((o) => o.toLowerCase() === t.toLowerCase()) === i).slice(0, 12)
}
