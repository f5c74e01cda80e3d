import type { FoldedBuild } from './kind'
import { meshOf } from './mesh'

/** A folded build as glTF 2.0 (Khronos Group), all in one JSON file; its unit is the metre. */
export function writeGltf(build: FoldedBuild): string {
  const { positions, normals, triangles } = meshOf(build)
  const metres = Float32Array.from(positions, (v) => v / 1000)
  const facing = Float32Array.from(normals)
  const corners = Uint32Array.from(triangles.flat())
  const parts = [metres, facing, corners].map((a) => new Uint8Array(a.buffer))
  const bytes = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0))
  let at = 0
  const views = parts.map((part, i) => {
    bytes.set(part, at)
    at += part.length
    return { buffer: 0, byteOffset: at - part.length, byteLength: part.length, target: i < 2 ? 34962 : 34963 }
  })
  const of = (axis: number, pick: (...v: number[]) => number) => {
    let v = metres[axis] ?? 0
    for (let i = axis; i < metres.length; i += 3) v = pick(v, metres[i]!)
    return v
  }
  const count = metres.length / 3
  return JSON.stringify({
    asset: { version: '2.0', generator: 'Velvet Crease' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, name: build.name }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0, NORMAL: 1 }, indices: 2, material: 0 }] }],
    materials: [
      {
        doubleSided: true,
        pbrMetallicRoughness: { baseColorFactor: [...linear(build.colours.front), 1], metallicFactor: 0 },
      },
    ],
    accessors: [
      {
        bufferView: 0,
        componentType: 5126,
        count,
        type: 'VEC3',
        min: [0, 1, 2].map((k) => of(k, Math.min)),
        max: [0, 1, 2].map((k) => of(k, Math.max)),
      },
      { bufferView: 1, componentType: 5126, count, type: 'VEC3' },
      { bufferView: 2, componentType: 5125, count: corners.length, type: 'SCALAR' },
    ],
    bufferViews: views,
    buffers: [{ byteLength: bytes.length, uri: `data:application/octet-stream;base64,${base64(bytes)}` }],
  })
}

/** A colour #rrggbb as the light that it stands for (sRGB, IEC 61966-2-1). */
const linear = (colour: string): number[] =>
  [1, 3, 5].map((at) => {
    const v = Number.parseInt(colour.slice(at, at + 2), 16) / 255
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
  })

function base64(bytes: Uint8Array): string {
  let text = ''
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000))
  return btoa(text)
}
