import sharp from 'sharp'
import { expect, it } from 'vitest'
import { rebind } from '../core/binding/reconcile'
import { laidAsUsual } from '../core/document/art'
import { plainLine, plainLook } from '../core/document/plain-line'
import { emptyProject, type Project } from '../core/document/project'
import { write } from '../core/export/png'
import { platformWith } from './platform'

/** A card of 40 x 20 mm with an opening, on a sheet of 100 x 50 mm, and a picture that is all teal on it. */
async function printedCard() {
  const empty = emptyProject('Card')
  const [bound] = rebind(
    {
      ...empty,
      looks: { k: plainLook() },
      lines: {
        a: plainLine('a', 'cut', 'M0 0L40 0L40 20L0 20Z'),
        b: plainLine('b', 'cut', 'M5 5L15 5L15 15L5 15Z'),
      },
    },
    'find',
  )
  const [piece] = Object.values(bound.pieces)
  const bytes = await sharp({ create: { width: 8, height: 4, channels: 3, background: '#155f59' } })
    .png()
    .toBuffer()
  const art = {
    id: 'art',
    name: 'teal.png',
    format: 'png' as const,
    bytes: bytes.length,
    pixels: { width: 8, height: 4 },
    width: 40,
    height: 20,
  }
  const sheet = {
    id: 's1',
    paper: 'x',
    width: 100,
    height: 50,
    placements: [{ id: 'at', piece: piece!.id, copy: 0, x: 30, y: 10, rotation: 0 }],
  }
  const project: Project = {
    ...bound,
    art: { art },
    pieces: { [piece!.id]: { ...piece!, art: { front: laidAsUsual(art) } } },
    run: { ...bound.run, pictureSide: 1000 },
  }
  return { project, sheet, platform: platformWith({ art: { name: 'teal.png', bytes } }) }
}

it('shows art in the picture of a sheet where the piece is, and neither in its openings nor beside it', async () => {
  const png = await write({ ...(await printedCard()), title: '', plan: null })
  const { data, info } = await sharp(Buffer.from(png)).raw().toBuffer({ resolveWithObject: true })
  expect([info.width, info.height]).toEqual([1000, 500])
  const at = (x: number, y: number) => [
    ...data.subarray((y * 10 * info.width + x * 10) * info.channels).subarray(0, 3),
  ]
  for (const [x, y] of [
    [50, 20],
    [68, 12],
    [32, 28],
  ] as const)
    expect(at(x, y)).toEqual([0x15, 0x5f, 0x59])
  expect(at(40, 20)).toEqual([255, 255, 255])
  expect(at(75, 20)).toEqual([255, 255, 255])
})
