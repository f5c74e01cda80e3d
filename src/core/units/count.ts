/**
 * A number of things in words: “1 piece”, “5 pieces”.
 * @param many the word for several, where it is not the one with an s
 */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/** Words that begin a sentence or a name. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
