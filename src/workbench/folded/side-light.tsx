'use client'
import { useThree } from '@react-three/fiber'
import { useEffect, useRef } from 'react'
import type { DirectionalLight, Sphere } from 'three'

/** From where the lamp shines, as steps of the radius of what it shines on: from the left, a little above, in front. */
const FROM = [-2.6, 1.5, 1.7] as const
/** Pixels of the picture of its shadow. */
const SHARP = 2048

/** A lamp at the side whose light is held back by paper before paper: what a layered picture looks like on the wall. */
export function SideLight({ around }: { around: Sphere }) {
  const light = useRef<DirectionalLight>(null)
  const { invalidate } = useThree()
  const { radius, center } = around
  useEffect(() => {
    const { current } = light
    if (!current) return
    const [x, y, z] = FROM.map((step) => step * radius)
    current.position.set(center.x + x!, center.y + y!, center.z + z!)
    current.target.position.copy(center)
    current.target.updateMatrixWorld()
    const lens = current.shadow.camera
    Object.assign(lens, { left: -radius, right: radius, top: radius, bottom: -radius })
    lens.near = radius
    lens.far = 6 * radius
    lens.updateProjectionMatrix()
    invalidate()
  }, [radius, center, invalidate])
  return (
    <directionalLight
      ref={light}
      castShadow
      intensity={3.4}
      shadow-mapSize={[SHARP, SHARP]}
      shadow-bias={-0.0008}
      shadow-normalBias={0.15}
    />
  )
}
