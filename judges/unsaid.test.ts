import { describe, expect, it } from 'vitest'
import { programOptions, unsaidIn, unsaidInProgram } from './unsaid'

/** What is called the same in every language: our own name, formats, and fonts. */
const NAMES = ['Velvet Crease', 'FOLD', 'OBJ', 'gcode', 'hpgl']

describe('the words of the program', () => {
  it('are shown only as they are said, words of its own values too', () => {
    const unsaid = unsaidInProgram().filter(
      ({ words, file }) => !NAMES.includes(words) && !file.endsWith('lettering/fonts.ts'),
    )
    expect(unsaid).toEqual([])
  })
})

describe('a reader of what is shown', () => {
  const file = 'src/workbench/planted.tsx'
  const planted = (screen: string) =>
    unsaidIn(
      {
        [file]: `import { say } from '@/core/words'
class FileRefusal extends Error {}
const NAMES = { error: say\`error\`, warning: say\`warning\` } as const
type Severity = 'error' | 'warning'
export const CHOICES = (['up', 'mm'] as const).map((value) => ({ value, title: ${screen.startsWith('title') ? 'value' : "''"} }))
export const Screen = ({ severity, n }: { severity: Severity; n: number | null }) => <div>${screen}</div>
`,
      },
      programOptions(),
    ).map((u) => u.words)

  it.each([
    ['a text between tags', '<b>Press it</b>', ['Press it']],
    ['a text that is read out', '<i aria-label={n ? "Close" : say`Open`} />', ['Close']],
    ['a word in place of another', '{n ?? "undecided"}{NAMES[severity]}', ['undecided']],
    ['a value of the program', '{severity}', ['error', 'warning']],
    ['what stands about a value', `<i title={\`\${n} pieces\`} />`, ['pieces']],
    ['what a refusal says', `{String(new FileRefusal(\`It is \${n} too wide.\`))}`, ['It is', 'too wide.']],
    ['such a value within a sentence', `{say\`It is an \${severity}.\`}`, ['error', 'warning']],
    ['such a value as the title of a choice', 'title {n} mm', ['up', 'title']],
  ])('finds %s', (_, screen, words) => {
    expect(planted(screen).sort()).toEqual(words.sort())
  })

  it('lets pass what is said, counted, a unit, or not shown', () => {
    expect(
      planted('<i className="plum" data-testid="some words">{say`Well`} {n} mm · {NAMES[severity]}</i>'),
    ).toEqual([])
  })
})
