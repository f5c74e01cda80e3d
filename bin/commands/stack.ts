import { readFileSync } from 'node:fs'
import { basename } from 'node:path'
import { emptyProject, type Project } from '../../src/core/document/project'
import { USUAL_SLACK, USUAL_STACK } from '../../src/core/document/stack'
import { IntakeRefusal } from '../../src/core/intake/refusal'
import {
  byName,
  byOpenness,
  layersIn,
  layersOf,
  type Stacked,
  type StackFinding,
  stacked,
} from '../../src/core/stacking'
import { pathOfRegion } from '../../src/core/stacking/drawn'
import { posedStack } from '../../src/core/stacking/posed'
import { parseLength } from '../../src/core/units/length'
import { count } from '../../src/core/words'
import type { Call, Command } from '../command'
import { UsageError } from '../options'
import { addFile } from '../project'
import { writePosed } from './fold'

/** Layers of a picture are drawn so far apart in the picture of a stack, mm. */
const APART = 12

/** Stacks drawings to a layered picture, and tells what holds them apart and whether they fit their frame. */
export const stack: Command = {
  name: 'stack',
  usage:
    'FILE... [--frame WxHxD] [--slack MM] [--glass MM] [--spacer MM] [--span MM] [--order name|open] [--paper CALIPER] [--out PATH]',
  options: {
    frame: { type: 'string' },
    slack: { type: 'string' },
    glass: { type: 'string' },
    spacer: { type: 'string' },
    span: { type: 'string' },
    order: { type: 'string' },
    paper: { type: 'string' },
    out: { type: 'string' },
  },
  async run({ files, text, reading, json, say, tell }) {
    if (files.length === 0) throw new UsageError('stack needs files, from the back to the front.')
    const order = text('order') ?? 'given'
    if (!['given', 'name', 'open'].includes(order))
      throw new UsageError(`--order is name or open, not “${order}”.`)
    const length = (option: string, usual: number) => lengthOf(option, text(option), usual)
    const caliper = length('paper', 0.3)
    const { project, findings } = await readLayers(files, reading, tell)
    const groups = layersIn(project)
    const papers = new Map([['card', { name: `card of ${caliper} mm`, caliper }]])
    const papered = {
      ...project,
      pieces: Object.fromEntries(
        Object.entries(project.pieces).map(([id, p]) => [id, { ...p, paper: 'card' }]),
      ),
    }
    const layered = groups.map((g) => ({ ...g, facing: 'front' as const }))
    const flat = layersOf(papered, layered, papers)
    const ordered = { given: flat, name: byName(flat), open: byOpenness(flat) }[
      order as 'given' | 'name' | 'open'
    ]
    const frame = frameOf(text('frame'), length('slack', USUAL_SLACK), length('glass', 0))
    const told = stacked(
      papered,
      {
        ...USUAL_STACK,
        layers: ordered.map(({ id }) => layered.find((l) => l.id === id)!),
        spacer: { strips: length('spacer', USUAL_STACK.spacer.strips) },
        span: length('span', USUAL_STACK.span),
        frame,
      },
      papers,
    )
    const all = { ...told, findings: [...findings, ...told.findings] }
    const out = text('out')
    if (out)
      await writePosed(out, basename(out), { ...posedStack(told.layers, 0) }, posedStack(told.layers, APART))
    if (json) say(JSON.stringify(tellStack(all)))
    else say(out ?? describeStack(all))
  },
}

/** Files as one project, each on the centre of the first; one that cannot be read or has no piece is a finding. */
async function readLayers(
  files: readonly string[],
  reading: Call['reading'],
  tell: Call['tell'],
): Promise<{ project: Project; findings: StackFinding[] }> {
  let project = emptyProject('Stack')
  const findings: StackFinding[] = []
  for (const [i, path] of files.entries()) {
    const name = basename(path)
    try {
      const before = Object.keys(project.pieces).length
      const layer = { id: `layer${i + 1}`, lay: 'centred' } as const
      project = await addFile(project, readFileSync(path), name, reading, layer)
      if (Object.keys(project.pieces).length === before)
        findings.push({
          rule: 'stack-empty',
          severity: 'warning',
          message: `“${name}” has no closed outline, so that it is no layer. Close its outline, or leave it out.`,
          layers: [],
        })
    } catch (error) {
      if (!(error instanceof IntakeRefusal)) throw error
      tell(`${name}: ${error.message}`)
      findings.push({ rule: 'stack-unread', severity: 'error', message: error.message, layers: [] })
    }
  }
  return { project, findings }
}

function lengthOf(option: string, text: string | undefined, usual: number): number {
  if (text === undefined) return usual
  const read = parseLength(text)
  if (!('mm' in read) || !(read.mm >= 0)) throw new UsageError(`--${option}: “${text}” is no length.`)
  return read.mm
}

/** `203x203x25`, as lengths are typed. */
function frameOf(text: string | undefined, slack: number, glass: number) {
  if (text === undefined) return null
  const sides = text.split(/[x×]/i).map((side) => lengthOf('frame', side.trim(), Number.NaN))
  const [width, height, depth] = sides
  if (sides.length !== 3 || !width || !height || depth === undefined)
    throw new UsageError(`--frame takes WIDTHxHEIGHTxDEPTH inside, as in 203x203x25; not “${text}”.`)
  return { width, height, depth, slack, glass }
}

const round = (v: number) => Math.round(v * 1e4) / 1e4 || 0

/** A stack in numbers and paths: mm about its centre, y down; z from its back. */
export function tellStack({ layers, depth, size, fits, findings }: Stacked) {
  const nameOf = new Map(layers.map((l) => [l.id, l.name]))
  return {
    units: 'mm' as const,
    layers: layers.map(({ name, paper, z, caliper, gap, facing }) => ({
      name,
      paper,
      z: round(z),
      caliper,
      gap,
      facing,
    })),
    depth: round(depth),
    size: { width: round(size.width), height: round(size.height) },
    fits: fits && { width: round(fits.width), height: round(fits.height), depth: round(fits.depth) },
    spacers: layers.flatMap(({ name, pads }) =>
      pads.map(({ kind, region, height, onto }) => ({
        layer: name,
        onto: nameOf.get(onto) ?? onto,
        kind,
        height: round(height),
        d: pathOfRegion(region),
      })),
    ),
    hanging: layers.flatMap(({ name, hanging }) =>
      hanging.map(({ region, area, falls }) => ({
        layer: name,
        d: pathOfRegion(region),
        area: round(area),
        falls,
      })),
    ),
    findings: findings.map((f) => ({ ...f, layers: f.layers.map((id) => nameOf.get(id) ?? id) })),
  }
}

/** The same in words. */
export function describeStack({ layers, depth, size, fits, findings }: Stacked): string {
  const mm = (v: number) => v.toFixed(1)
  const spare = fits
    ? `; left in the frame: ${mm(fits.width)} x ${mm(fits.height)} x ${mm(fits.depth)} mm`
    : ''
  return [
    `${count(layers.length, 'layer')}: ${mm(size.width)} x ${mm(size.height)} mm, ${mm(depth)} mm deep${spare}`,
    ...[...layers]
      .reverse()
      .map(
        ({ name, z, pads }) =>
          `  ${name} at ${mm(z)} mm${pads.length > 0 ? `, on ${count(pads.filter((p) => p.kind === 'strip').length, 'strip')} and ${count(pads.filter((p) => p.kind === 'dot').length, 'dot')}` : ''}`,
      ),
    ...findings.map((f) => `  ${f.severity}: ${f.message}`),
  ].join('\n')
}
