import { strFromU8, strToU8, zipSync } from 'fflate'
import * as z from 'zod'
import { isFlood, jsonCounter } from '../document/count-json'
import { id, name } from '../document/fields'
import { migrateDocument, type StoredDocument, UnknownVersion } from '../document/migrations'
import { type Paper, paperSchema } from '../document/paper'
import { type Project, VERSION } from '../document/project'
import { validProject } from '../document/validate'
import { IntakeRefusal } from '../intake/refusal'
import { say } from '../words'
import { ArchiveFault, unzip } from './unzip'

/** A file that a project keeps as it came: a drawing, art, a font. */
export type KeptFile = { id: string; name: string; bytes: Uint8Array }

/** A whole project: its document, the papers that it is made of, and all files that it keeps. */
export type Archived = { project: Project; papers: Paper[]; files: KeptFile[] }

/** How an archive’s file name ends. */
export const ARCHIVE_ENDING = 'crease.zip'
const FORMAT = 'velvet-crease-project'

/** No larger archives are taken, nor what they unpack to, bytes; and no more files. */
const MOST = { packed: 96_000_000, unpacked: 400_000_000, files: 3000 }

const indexSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.number().int().positive(),
  files: z.array(z.strictObject({ id, name, path: z.string().max(120) })).max(MOST.files),
})

const README = `A project of Velvet Crease, all of it in one archive (zip).

format.json    which format this is, its version, and the files in files/ by the ids that the document has for them
project.json   the document: sources, lines, pieces, makings, papers of pieces, sheets; millimetres, y down
papers.json    the papers that its pieces and sheets are made of
files/         drawings, art and fonts as they came, untouched

Drop the archive on the list of projects, and it is opened there as a project of its own. The schema of the document is
src/core/document/project.ts in the source of the program; lengths are mm, angles degrees, colours #rrggbb.
`

/** A whole project as one archive (zip; APPNOTE of PKWARE). */
export function writeArchive({ project, papers, files }: Archived): Uint8Array {
  const listed = files.map((file, i) => ({ ...file, path: `files/${i + 1}-${plain(file.name)}` }))
  const index = { format: FORMAT, version: VERSION, files: listed.map(({ bytes: _, ...file }) => file) }
  const json = (value: unknown) => strToU8(JSON.stringify(value, null, 1))
  return zipSync(
    {
      'README.txt': strToU8(README),
      'format.json': json(index),
      'project.json': json(project),
      'papers.json': json(papers),
      ...Object.fromEntries(
        listed.map(({ path, bytes }) => [path, [bytes, { level: PACKED.test(path) ? 0 : 1 }]]),
      ),
    },
    { level: 1 },
  )
}

/** Kinds of files that are packed already. */
const PACKED = /\.(png|jpe?g|pdf|woff2?|zip)$/i

/** Other kinds of files that are archives too, by their endings, and what they are. */
const DOCUMENTS: readonly (readonly [RegExp, string])[] = [
  [/\.(docx?|docm|odt|ott|pages|epub)$/i, say`a text document`],
  [/\.(xlsx?|xlsm|ods|numbers)$/i, say`a table document`],
  [/\.(pptx?|odp|key)$/i, say`a document of slides`],
  [/\.(jar|apk|3mf|xpi)$/i, say`an archive of another program`],
]

/** A file name as it may stand in an archive, whoever opens it. */
const plain = (text: string): string => text.replace(/[^\w.-]+/g, '_').slice(-60) || 'file'

/**
 * A project from an archive, which is a file from a stranger: every size is looked at before it is unpacked, every
 * value against its schema.
 * @throws IntakeRefusal with what is wrong
 */
export function readArchive(bytes: Uint8Array, fileName: string): Archived {
  const refuse = (why: string) => new IntakeRefusal(say`${fileName} is not taken. ${why}`)
  const document = DOCUMENTS.find(([endings]) => endings.test(fileName))
  if (document)
    throw refuse(
      say`It is ${document[1]}, which holds no lines. Export the drawing as SVG, DXF or PDF, and bring that.`,
    )
  if (bytes.length > MOST.packed) throw refuse(say`It is larger than ${MOST.packed / 1e6} MB.`)
  const entries = unpackedOr(bytes, refuse)
  const json = (path: string): unknown => {
    const entry = entries[path]
    if (!entry) throw refuse(say`“${path}” is missing, so it is no archive of a project.`)
    if (isFlood(jsonCounter()(entry)))
      throw refuse(say`“${path}” holds more values, or deeper within one another, than any project.`)
    try {
      return JSON.parse(strFromU8(entry))
    } catch {
      throw refuse(say`“${path}” is no JSON.`)
    }
  }
  const read = <T>(what: string, schema: (value: unknown) => T, value: unknown): T => {
    try {
      return schema(value)
    } catch (error) {
      if (error instanceof z.ZodError) {
        const [issue] = error.issues
        if (issue?.code === 'invalid_type' && issue.path.length === 1 && lacks(value, issue.path[0]))
          throw refuse(say`${what} lacks “${String(issue.path[0])}”, so it is no whole project.`)
        throw refuse(
          say`${what} does not fit: ${issue?.path.join('.') || say`it`}: ${issue?.message ?? say`it is of another kind`}.`,
        )
      }
      throw refuse(
        error instanceof UnknownVersion
          ? error.message
          : say`${what} is damaged in a way that nothing can be read of it.`,
      )
    }
  }
  const index = read('“format.json”', (v) => indexSchema.parse(v), json('format.json'))
  const project = read(
    '“project.json”',
    (v) => validProject(migrateDocument(v as StoredDocument)),
    json('project.json'),
  )
  const papers = read('“papers.json”', (v) => z.array(paperSchema).max(500).parse(v), json('papers.json'))
  const twice = index.files.find((f, i) => index.files.findIndex((o) => o.id === f.id) !== i)
  if (twice) throw refuse(say`Two files in it have the id of “${twice.name}”.`)
  const files = index.files.map(({ path, ...file }): KeptFile => {
    const found = entries[path]
    if (!found) throw refuse(say`“${path}” is named, and missing.`)
    return { ...file, bytes: found }
  })
  const kept = new Set(files.map((f) => f.id))
  const wanted = [
    ...Object.values(project.sources).flatMap((s) => (s.kind === 'file' ? [s] : [])),
    ...Object.values(project.art),
    ...Object.values(project.fonts ?? {}),
  ]
  const missing = wanted.find((w) => !kept.has(w.id))
  if (missing) throw refuse(say`The file “${missing.name}” of the project is missing in it.`)
  return { project, papers, files }
}

/** The files of an archive. @throws what `refuse` makes of the reason */
function unpackedOr(bytes: Uint8Array, refuse: (why: string) => Error): Record<string, Uint8Array> {
  try {
    return unzip(bytes, { files: MOST.files + 4, unpacked: MOST.unpacked })
  } catch (error) {
    if (!(error instanceof ArchiveFault)) throw error
    throw refuse(
      {
        broken: say`The archive is broken. Save it once more where it came from.`,
        'too large': say`It unpacks to more than ${MOST.unpacked / 1e6} MB or ${MOST.files} files, which no project needs.`,
        damaged: say`“${error.path.slice(0, 80)}” in it is damaged or there twice. Save the project once more where it came from.`,
      }[error.kind],
    )
  }
}

const lacks = (value: unknown, key: PropertyKey | undefined): boolean =>
  typeof value === 'object' && value !== null && key !== undefined && !Object.hasOwn(value, key)

/** Whether bytes are a zip archive, whatever their name is. */
export const isArchive = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04

/** A project whose papers are called otherwise here. @param ids from what they are called in it to what here */
export function withPapers(project: Project, ids: ReadonlyMap<string, string>): Project {
  const led = (paper: string | null) => (paper === null ? null : (ids.get(paper) ?? null))
  return {
    ...project,
    pieces: Object.fromEntries(
      Object.entries(project.pieces).map(([key, p]) => [key, { ...p, paper: led(p.paper) }]),
    ),
    layout: {
      ...project.layout,
      sheets: project.layout.sheets.map((s) => ({ ...s, paper: ids.get(s.paper) ?? s.paper })),
    },
  }
}
