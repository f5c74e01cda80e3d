/**
 * A number of things in words: “1 piece”, “5 pieces”.
 * @param many the word for several, where it is not the one with an s
 */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`
