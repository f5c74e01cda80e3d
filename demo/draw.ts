import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Resvg } from '@resvg/resvg-js'
import { addSource } from '../src/core/binding/add-source'
import { emptyProject } from '../src/core/document/project'
import { sheetToDxf } from '../src/core/export/dxf'
import { drawingAsSheet } from '../src/core/export/parts'
import { sheetToPdf } from '../src/core/export/pdf'
import { readDrawing } from '../src/core/intake/formats'
import { drawCaddy } from './caddy'
import { drawLabels } from './labels'
import { drawQuayArt } from './quay-art'
import { drawSachet } from './sachet'
import { drawTag } from './tags'
import { drawTeapot } from './teapot'

/** Writes the demo drawings; run it after changing one of them. */
const folder = fileURLToPath(new URL('./drawings/', import.meta.url))
mkdirSync(folder, { recursive: true })
writeFileSync(`${folder}tea-caddy.svg`, drawCaddy())
writeFileSync(`${folder}sachet.svg`, drawSachet())
writeFileSync(`${folder}labels.svg`, drawLabels())
writeFileSync(`${folder}tags.svg`, drawTag())
writeFileSync(`${folder}quay-at-dusk.svg`, drawQuayArt())

/** The caddy as other programs would hand it on: a DXF and a PDF of the whole drawing, and a picture to trace. */
const { drawing, project } = await sorted('tea-caddy.svg')
const whole = drawingAsSheet(project, drawing.artwork)
writeFileSync(`${folder}tea-caddy.dxf`, sheetToDxf(project, whole))
writeFileSync(`${folder}tea-caddy.pdf`, await sheetToPdf(project, whole))
writeFileSync(`${folder}teapot.png`, new Resvg(drawTeapot()).render().asPng())

async function sorted(name: string) {
  const bytes = readFileSync(folder + name)
  const drawing = await readDrawing(bytes, name)
  const file = { id: 'source', name, format: drawing.format, bytes: bytes.length }
  return { drawing, project: addSource(emptyProject('Tea caddy'), drawing, file)[0] }
}
