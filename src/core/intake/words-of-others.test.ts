import { zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { readArchive } from '../archive'
import { addSource } from '../binding/add-source'
import { emptyProject, projectSchema } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { readDrawing } from './formats'
import { svg } from './svg'

const bytes = (text: string) => new TextEncoder().encode(text)
const refusal = (content: string, name: string) =>
  readDrawing(bytes(content), name).then(
    () => '',
    (error) => `${error.name}: ${error.message}`,
  )

/** Words that programs say to one another. */
const FOREIGN =
  /undefined|TypeError|reading '|SvgPath|param should|Unexpected token|JSON at position|DataView|is not a/

describe('what is refused or left out', () => {
  it.each([
    ['%PDF-1.4\n1 0 obj\n<</Type/Catalog>>\nendobj\ntrailer<</Root 1 0 R>>\n%%EOF', 'a.pdf'],
    ['%PDF-1.4\ntrailer<<>>\n%%EOF', 'b.pdf'],
    ['{"file_spec": 1.1, "vertices_coords": [[0,', 'c.fold'],
    ['{"vertices_coords": [[0,0],[1,0]], "edges_vertices": "x"}', 'd.fold'],
    ['<svg xmlns="http://www.w3.org/2000/svg"><path d="', 'e.svg'],
  ])('%j is told in words of our own', async (content, name) => {
    const told = await refusal(content, name)
    expect(told).toMatch(/^IntakeRefusal: .{20}/)
    expect(told).not.toMatch(FOREIGN)
  })

  it('of a path that breaks off tells the line and the letter', async () => {
    const drawing = await svg.read(
      bytes('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L40 0L40 x" stroke="#000"/></svg>'),
      PLAIN_READING,
    )
    expect(drawing.findings.map((f) => f.message).join()).toContain('line 1, letter 14 of its course')
    expect(drawing.findings.map((f) => f.message).join()).not.toMatch(FOREIGN)
  })

  it.each(['toString', '__proto__', 'constructor'])(
    'of a FOLD file in “%s” is read as it names no unit',
    async (unit) => {
      const fold = `{"vertices_coords":[[0,0],[40,0],[40,30],[0,30]],"edges_vertices":[[0,1],[1,2],[2,3],[3,0]],"edges_assignment":["B","B","B","B"],"frame_unit":"${unit}"}`
      const drawing = await readDrawing(bytes(fold), 'a.fold')
      expect(drawing.artwork).toEqual({ width: 40, height: 30 })
      expect(drawing.scale.why).toContain('names no unit')
    },
  )

  it('of a style sheet nested without end is told, and the drawing is read', async () => {
    const css = `${':not('.repeat(5_000)}a${')'.repeat(5_000)}{fill:red}`
    const drawing = await svg.read(
      bytes(
        `<svg xmlns="http://www.w3.org/2000/svg"><style>${css}</style><rect width="40" height="30"/></svg>`,
      ),
      PLAIN_READING,
    )
    expect(drawing.lines).toHaveLength(1)
    expect(drawing.findings.map((f) => f.rule)).toEqual(['intake-style-ignored'])
  })

  it.each([
    ['letter.docx', /a text document, which holds no lines. Export the drawing as SVG/],
    ['list.ods', /a table document/],
    ['talk.pptx', /a document of slides/],
  ])('%s is called what it is', (name, why) => {
    expect(() => readArchive(zipSync({ mimetype: bytes('x') }), name)).toThrow(why)
    expect(() => readArchive(bytes('PK\u0003\u0004'), name)).toThrow(why)
  })
})

describe('a file of a long name', () => {
  it.each([121, 160, 200])('of %d letters is taken, its ending kept', async (length) => {
    const name = `${'koi '.repeat(60).slice(0, length - 4)}.svg`
    const drawing = await readDrawing(
      bytes(
        '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm"><rect width="30" height="30"/></svg>',
      ),
      name,
    )
    const [project] = addSource(emptyProject('Fair'), drawing, { id: 'a', name, format: 'svg', bytes: 9 })
    expect(projectSchema.safeParse(project).error).toBeUndefined()
    expect(project.sources.a!.name).toMatch(/….svg$|\.svg$/)
  })
})
