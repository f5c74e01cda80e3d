'use client'
import { useThree } from '@react-three/fiber'
import { useEffect, useMemo, useState } from 'react'
import { CanvasTexture, type Mesh } from 'three'
import type { Scene } from '@/core/folding'

/** Pixels of the picture of the shadow, and how far it is blurred. */
const SIZE = 256
const BLUR = 9
/** White round what casts it, as a share of its longer side. */
const MARGIN = 0.25
/** How broad the shadow of an upright wall is, mm. */
const WALL = 1.5
/** It is drawn anew when the build was still for so long, ms. */
const STILL = 120
/** The table is nothing that can be pointed at. */
const NO_HIT: Mesh['raycast'] = () => undefined

type Ground = { x: number; z: number; y: number; side: number }

/** A soft shadow on the table: what is above it, straight down, blurred. */
export function GroundShadow({
  scene,
  places,
}: {
  scene: Pick<Scene, 'panels'>
  places: Float32Array | null
}) {
  const { invalidate } = useThree()
  const canvas = useMemo(() => {
    const made = document.createElement('canvas')
    made.width = SIZE
    made.height = SIZE
    return made
  }, [])
  const texture = useMemo(() => new CanvasTexture(canvas), [canvas])
  const [ground, setGround] = useState<Ground | null>(null)
  useEffect(() => () => texture.dispose(), [texture])
  useEffect(() => {
    if (!places) return
    const timer = setTimeout(() => {
      const { rings, at } = below(scene, places)
      const pen = canvas.getContext('2d')
      if (!pen || !(at.side > 0)) return
      pen.setTransform(1, 0, 0, 1, 0, 0)
      pen.clearRect(0, 0, SIZE, SIZE)
      pen.filter = `blur(${BLUR}px)`
      pen.fillStyle = 'rgba(43, 26, 46, 0.42)'
      const by = SIZE / at.side
      pen.setTransform(by, 0, 0, by, SIZE / 2 - at.x * by, SIZE / 2 - at.z * by)
      // One path of all: where panels lie over one another it is no darker.
      const path = new Path2D()
      for (const ring of rings) path.addPath(new Path2D(ring))
      pen.fill(path, 'nonzero')
      // What stands upright has no breadth from above: its line is.
      pen.strokeStyle = pen.fillStyle
      pen.lineWidth = WALL
      pen.stroke(path)
      texture.needsUpdate = true
      setGround(at)
      invalidate()
    }, STILL)
    return () => clearTimeout(timer)
  }, [scene, places, canvas, texture, invalidate])
  if (!ground) return null
  return (
    <mesh
      position={[ground.x, ground.y, ground.z]}
      rotation={[-Math.PI / 2, 0, 0]}
      raycast={NO_HIT}
      renderOrder={-1}
    >
      <planeGeometry args={[ground.side, ground.side]} />
      <meshBasicMaterial map={texture} transparent depthWrite={false} />
    </mesh>
  )
}

/** Panels as they are seen from straight above, wound alike, and the square of the table under them, mm. */
function below({ panels }: Pick<Scene, 'panels'>, places: Float32Array): { rings: string[]; at: Ground } {
  let [minX, maxX, minZ, maxZ, low] = [Infinity, -Infinity, Infinity, -Infinity, Infinity]
  const rings = panels.flatMap(({ corners, triangles }, i) => {
    const m = places.subarray(12 * i, 12 * i + 12)
    if (m.length < 12) return []
    const points: [number, number][] = []
    for (let k = 0; k < corners.length; k += 2) {
      const [x, y] = [corners[k]!, corners[k + 1]!]
      const at = (row: number) => m[row]! * x + m[row + 1]! * y + m[row + 3]!
      const [px, py, pz] = [at(0), at(4), at(8)]
      points.push([px, pz])
      minX = Math.min(minX, px)
      maxX = Math.max(maxX, px)
      minZ = Math.min(minZ, pz)
      maxZ = Math.max(maxZ, pz)
      low = Math.min(low, py)
    }
    const shapes: string[] = []
    for (let k = 0; k < triangles.length; k += 3) {
      const [a, b, c] = [0, 1, 2].map((n) => points[triangles[k + n]!]!) as [
        [number, number],
        [number, number],
        [number, number],
      ]
      const turns = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
      const ring = turns > 0 ? [a, b, c] : [a, c, b]
      shapes.push(`M${ring.map(([x, z]) => `${x.toFixed(2)} ${z.toFixed(2)}`).join('L')}Z`)
    }
    return shapes
  })
  const longest = Math.max(maxX - minX, maxZ - minZ, 1)
  return {
    rings,
    at: {
      x: (minX + maxX) / 2,
      z: (minZ + maxZ) / 2,
      y: low - 0.6,
      side: longest * (1 + 2 * MARGIN),
    },
  }
}
