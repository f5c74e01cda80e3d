'use client'
import { Canvas, type ThreeEvent, useThree } from '@react-three/fiber'
import { useEffect, useMemo, useRef } from 'react'
import {
  Box3,
  CanvasTexture,
  type Group,
  Matrix4,
  type PerspectiveCamera,
  Sphere,
  SRGBColorSpace,
  Vector3,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import type { Scene, ScenePanel } from '@/core/folding'
import type { Camera } from '@/core/folding/still'
import { GroundShadow } from './ground-shadow'
import { edgeGeometry, panelGeometry } from './panel-geometry'
import type { PrintedFaces } from './printed-faces'
import { SideLight } from './side-light'

/** How a paper looks. */
export type Look = {
  front: string
  back: string
  caliper: number
  /** whether its edges are not drawn */
  isPlain?: boolean
}

type Props = {
  scene: Pick<Scene, 'panels'>
  /** twelve numbers a panel; null before the first position is known */
  places: Float32Array | null
  lookOf: (piece: string) => Look
  /** what is printed on the faces of pieces */
  printed: PrintedFaces
  /** lines that are pointed at or chosen */
  lit: ReadonlySet<string>
  /** how bright, 0 to 1 */
  litBy?: number
  camera: Camera & { zoom: number }
  onCamera: (camera: Camera & { zoom: number }) => void
  onHover: (panel: ScenePanel | null) => void
  /** whether a lamp shines from the side, with shadows on paper */
  isLitFromSide?: boolean
  /** the lines of the fold that was pressed, or of all folds of the panel */
  onChoose: (lines: readonly string[]) => void
}

const INK = '#2b1a2e'
const PLUM = '#7d2a5f'
const FIELD_OF_VIEW = 32
/** Pixels of the picture to one of the page: at rest at most, and while it moves; it rests after so long, ms. */
const SHARPEST = 1.5
const COARSE = 0.6
const RESTS = 160

/** The folded build in space. */
export default function FoldedCanvas(props: Props) {
  const { scene, places, isLitFromSide = false } = props
  const around = useMemo(
    () => (isLitFromSide && places ? sphereOf(scene, places) : null),
    [isLitFromSide, scene, places],
  )
  return (
    <Canvas
      frameloop="demand"
      shadows="percentage"
      dpr={[1, SHARPEST]}
      camera={{ fov: FIELD_OF_VIEW, near: 1, far: 20_000 }}
      gl={{ antialias: true, preserveDrawingBuffer: true }}
      onPointerMissed={() => props.onHover(null)}
    >
      <hemisphereLight args={['#fffdf8', '#e0d5c4', around ? 1.5 : 2.6]} />
      {around ? (
        <SideLight around={around} />
      ) : (
        <directionalLight position={[-300, 500, 600]} intensity={1.9} />
      )}
      <Panels {...props} />
      <GroundShadow scene={props.scene} places={props.places} />
      <Eye {...props} />
    </Canvas>
  )
}

/** Every panel where it lies. */
function Panels({
  scene,
  places,
  lookOf,
  printed,
  lit,
  litBy = 0.18,
  isLitFromSide = false,
  onHover,
  onChoose,
}: Props) {
  const groups = useRef<(Group | null)[]>([])
  const moved = useRef(false)
  const { invalidate, setDpr } = useThree()
  const made = useMemo(
    () =>
      scene.panels.map((panel) => {
        const look = lookOf(panel.piece)
        return {
          panel,
          look,
          solid: panelGeometry(panel, look.caliper),
          cuts: edgeGeometry(panel, look.caliper, 'cuts'),
          folds: edgeGeometry(panel, look.caliper, 'folds'),
        }
      }),
    [scene, lookOf],
  )
  useEffect(
    () => () => {
      for (const { solid, cuts, folds } of made) for (const g of [solid, cuts, folds]) g.dispose()
    },
    [made],
  )
  const textures = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(printed).map(([piece, faces]) => [
          piece,
          { front: textureOf(faces.front), back: textureOf(faces.back) },
        ]),
      ),
    [printed],
  )
  useEffect(() => {
    invalidate()
    return () => {
      for (const { front, back } of Object.values(textures)) for (const t of [front, back]) t?.dispose()
    }
  }, [textures, invalidate])
  useEffect(() => {
    if (!places) return
    // As long as it moves it is drawn coarser, and sharp again when it rests.
    const resting = setTimeout(() => setDpr(Math.min(SHARPEST, window.devicePixelRatio)), RESTS)
    if (moved.current) setDpr(COARSE)
    moved.current = true
    const matrix = new Matrix4()
    groups.current.forEach((group, i) => {
      if (!group || 12 * i + 12 > places.length) return
      const p = places.subarray(12 * i, 12 * i + 12)
      matrix.set(...([...p, 0, 0, 0, 1] as Parameters<Matrix4['set']>))
      group.matrix.copy(matrix)
      group.matrixWorldNeedsUpdate = true
    })
    invalidate()
    return () => clearTimeout(resting)
  }, [places, invalidate, setDpr])
  return made.map(({ panel, look, solid, cuts, folds }, i) => {
    const isLit = panel.lines.some((id) => lit.has(id))
    const at = {
      onPointerOver: (e: ThreeEvent<PointerEvent>) => {
        e.stopPropagation()
        onHover(panel)
      },
      onPointerOut: () => onHover(null),
      onClick: (e: ThreeEvent<MouseEvent>) => {
        // The end of a turn of the eye is no choice.
        if (e.delta > 4) return
        e.stopPropagation()
        const at = e.eventObject.worldToLocal(e.point.clone())
        onChoose(foldAt(panel, at.x, at.y)?.lines ?? panel.lines)
      },
    }
    return (
      <group
        key={panel.id}
        matrixAutoUpdate={false}
        ref={(group) => {
          groups.current[i] = group
        }}
      >
        <mesh geometry={solid} castShadow={isLitFromSide} receiveShadow={isLitFromSide} {...at}>
          {[look.front, look.back, look.back].map((colour, side) => {
            const { front = null, back = null } = textures[panel.piece] ?? {}
            const picture = [front, back, null][side]!
            return (
              <meshStandardMaterial
                // biome-ignore lint/suspicious/noArrayIndexKey: front, back and edge have no other names
                key={`${side}${picture ? ' printed' : ''}`}
                attach={`material-${side}`}
                color={picture ? '#ffffff' : colour}
                // Another picture is another material, since maps are compiled in.
                map={picture}
                roughness={0.9}
                emissive={isLit ? PLUM : '#000000'}
                emissiveIntensity={isLit ? litBy : 0}
                polygonOffset
                polygonOffsetFactor={1}
                polygonOffsetUnits={1}
              />
            )
          })}
        </mesh>
        {look.isPlain ? null : (
          <>
            <lineSegments geometry={cuts}>
              <lineBasicMaterial color={INK} />
            </lineSegments>
            <lineSegments geometry={folds}>
              <lineBasicMaterial color={isLit ? PLUM : INK} transparent opacity={isLit ? 1 : 0.4} />
            </lineSegments>
          </>
        )}
      </group>
    )
  })
}

function textureOf(canvas: HTMLCanvasElement | undefined): CanvasTexture | null {
  if (!canvas) return null
  const texture = new CanvasTexture(canvas)
  texture.colorSpace = SRGBColorSpace
  texture.anisotropy = 4
  return texture
}

/** Folds are pressed within this, mm. */
const NEAR_FOLD = 5

/** The fold of a panel that a place of it is near to. */
function foldAt({ folds }: ScenePanel, x: number, y: number): ScenePanel['folds'][number] | null {
  let [best, least]: [ScenePanel['folds'][number] | null, number] = [null, NEAR_FOLD]
  for (const fold of folds) {
    const [[ax, ay], [bx, by]] = [fold.from, fold.to]
    const square = (bx - ax) ** 2 + (by - ay) ** 2 || 1
    const t = Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / square))
    const off = Math.hypot(ax + t * (bx - ax) - x, ay + t * (by - ay) - y)
    if (off < least) [best, least] = [fold, off]
  }
  return best
}

/** The eye: turned with the pointer or from outside, always about the middle of what is there. */
function Eye({ scene, places, camera, onCamera }: Props) {
  const { camera: eye, gl, invalidate, size } = useThree()
  const controls = useRef<OrbitControls | null>(null)
  const tell = useRef(onCamera)
  tell.current = onCamera
  const around = useRef(new Sphere(new Vector3(), 100))
  useEffect(() => {
    const made = new OrbitControls(eye, gl.domElement)
    made.enablePan = false
    made.addEventListener('change', () => invalidate())
    made.addEventListener('end', () => {
      const v = eye.position.clone().sub(made.target)
      const far = v.length()
      const seen = {
        round: (Math.atan2(v.x, v.z) * 180) / Math.PI,
        up: (Math.asin(v.y / far) * 180) / Math.PI,
        zoom: distanceFor(around.current.radius, eye as PerspectiveCamera) / far,
      }
      tell.current(seen)
    })
    controls.current = made
    return () => made.dispose()
  }, [eye, gl, invalidate])
  // biome-ignore lint/correctness/useExhaustiveDependencies: another size of the window is another distance
  useEffect(() => {
    const made = controls.current
    if (!made || !places) return
    // What unfolds grows: it stays in sight, as near as it was.
    around.current = sphereOf(scene, places)
    const [r, u] = [(camera.round * Math.PI) / 180, (camera.up * Math.PI) / 180]
    const far = distanceFor(around.current.radius, eye as PerspectiveCamera) / camera.zoom
    const lens = eye as PerspectiveCamera
    // What is far is told from what is near the better, the less lies between both.
    lens.near = Math.max(0.5, far / 40)
    lens.far = far * 8
    lens.updateProjectionMatrix()
    made.target.copy(around.current.center)
    eye.position
      .set(Math.sin(r) * Math.cos(u), Math.sin(u), Math.cos(r) * Math.cos(u))
      .multiplyScalar(far)
      .add(made.target)
    made.update()
    invalidate()
  }, [scene, places, camera, eye, invalidate, size.width, size.height])
  return null
}

function distanceFor(radius: number, { fov, aspect }: PerspectiveCamera): number {
  const half = (fov * Math.PI) / 360
  const narrow = Math.min(half, Math.atan(Math.tan(half) * aspect))
  return (1.08 * radius) / Math.sin(narrow)
}

function sphereOf({ panels }: Pick<Scene, 'panels'>, places: Float32Array): Sphere {
  const box = new Box3()
  const v = new Vector3()
  panels.forEach(({ corners }, i) => {
    const m = places.subarray(12 * i, 12 * i + 12)
    for (let k = 0; k < corners.length; k += 2) {
      const [x, y] = [corners[k]!, corners[k + 1]!]
      box.expandByPoint(
        v.set(m[0]! * x + m[1]! * y + m[3]!, m[4]! * x + m[5]! * y + m[7]!, m[8]! * x + m[9]! * y + m[11]!),
      )
    }
  })
  return box.isEmpty() ? new Sphere(new Vector3(), 100) : box.getBoundingSphere(new Sphere())
}
