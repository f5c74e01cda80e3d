/** The part of the package that the tests use. */
declare module 'gcode-parser' {
  const parser: { parseStringSync(text: string): { line: string; words: [string, number][] }[] }
  export default parser
}
