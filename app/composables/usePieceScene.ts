import {
  AmbientLight,
  BufferGeometry,
  DirectionalLight,
  DoubleSide,
  Float32BufferAttribute,
  Group,
  Line,
  LineBasicMaterial,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  PerspectiveCamera,
  Scene,
  ShapeUtils,
  Vector2,
  Vector3,
} from 'three'
import { everyPart, nestedParts, pointsOf } from '#core/basics/outline'
import type { Point, Region } from '#core/basics/outline'
import { onWall } from '#core/piece/placement'
import type { Placement } from '#core/piece/placement'
import { heightAlong, meridianLength } from '#core/piece/vessel'
import type { Wall } from '#core/piece/vessel'

/** Art somewhere on a piece: open area in mm, y down, and where its middle sits. */
export interface ArtOnPiece {
  open: Region
  width: number
  height: number
  spot: Pick<Placement, 'at' | 'middle' | 'turn'>
}

/** Lines round and up the glass. */
const ROUND = 96
const UP = 40
/** Frost lies this much outside the glass, so that the two do not fight for the same place, mm. */
const LIFT = 0.15
/** Longest side of a triangle of frost, mm: small enough to follow the wall. */
const FACET = 3

const point = (at: number, z: number, r: number) => new Vector3(r * Math.sin((at * Math.PI) / 180), z, r * Math.cos((at * Math.PI) / 180))

function glass(wall: Wall, colour: number): Group {
  const group = new Group()
  const length = meridianLength(wall, wall.from, wall.to)
  const rows = Array.from({ length: UP + 1 }, (_, i) => {
    const z = i === 0 ? wall.from : i === UP ? wall.to : heightAlong(wall, wall.from, (length * i) / UP)
    return { z, r: wall.at(z).r }
  })
  const positions: number[] = []
  const faces: number[] = []
  rows.forEach(({ z, r }, i) => {
    for (let k = 0; k <= ROUND; k++) {
      positions.push(...point((360 * k) / ROUND, z, r).toArray())
      if (i < UP && k < ROUND) {
        const a = i * (ROUND + 1) + k
        faces.push(a, a + 1, a + ROUND + 1, a + 1, a + ROUND + 2, a + ROUND + 1)
      }
    }
  })
  const skin = new BufferGeometry()
  skin.setAttribute('position', new Float32BufferAttribute(positions, 3))
  skin.setIndex(faces)
  skin.computeVertexNormals()
  group.add(
    new Mesh(skin, new MeshLambertMaterial({ color: colour, transparent: true, opacity: 0.2, side: DoubleSide, depthWrite: false })),
  )
  const line = new LineBasicMaterial({ color: colour })
  const ring = (z: number, r: number) =>
    new Line(new BufferGeometry().setFromPoints(Array.from({ length: ROUND + 1 }, (_, k) => point((360 * k) / ROUND, z, r))), line)
  group.add(ring(wall.from, wall.at(wall.from).r), ring(wall.to, wall.at(wall.to).r))
  // The seam tells front from back while the piece turns.
  group.add(new Line(new BufferGeometry().setFromPoints(rows.map(({ z, r }) => point(0, z, r))), line))
  return group
}

/** Cuts a triangle into smaller ones until none has a side over `FACET`. */
function refined(a: Point, b: Point, c: Point, out: Point[]): void {
  const [ab, bc, ca] = [Math.hypot(a.x - b.x, a.y - b.y), Math.hypot(b.x - c.x, b.y - c.y), Math.hypot(c.x - a.x, c.y - a.y)]
  const most = Math.max(ab, bc, ca)
  if (most <= FACET || out.length > 300_000) {
    out.push(a, b, c)
    return
  }
  const half = (p: Point, q: Point) => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 })
  if (most === ab) {
    const m = half(a, b)
    refined(a, m, c, out)
    refined(m, b, c, out)
  }
  else if (most === bc) {
    const m = half(b, c)
    refined(a, b, m, out)
    refined(a, m, c, out)
  }
  else {
    const m = half(c, a)
    refined(a, b, m, out)
    refined(m, b, c, out)
  }
}

function frost(wall: Wall, { open, width, height, spot }: ArtOnPiece, colour: number, opacity: number): Mesh {
  const corners: Point[] = []
  for (const part of everyPart(nestedParts(open))) {
    const rings = [part.outer, ...part.holes.map(h => h.ring)].map(r => pointsOf(r).map(p => new Vector2(p.x, p.y)))
    const all = rings.flat()
    for (const [a, b, c] of ShapeUtils.triangulateShape(rings[0]!, rings.slice(1))) refined(all[a!]!, all[b!]!, all[c!]!, corners)
  }
  // Heights are looked up along the wall: one table for all corners.
  const cache = new Map<number, { z: number, r: number }>()
  const positions = corners.flatMap((p) => {
    const [x, y] = [p.x - width / 2, height / 2 - p.y]
    if (spot.turn !== 0) {
      const s = onWall(wall, spot, x, y)
      return point(s.at, s.z, s.r + LIFT).toArray()
    }
    const key = Math.round(y * 50)
    const row = cache.get(key) ?? onWall(wall, spot, 0, key / 50)
    cache.set(key, row)
    return point(spot.at + ((180 / Math.PI) * x) / wall.at(spot.middle).r, row.z, row.r + LIFT).toArray()
  })
  const skin = new BufferGeometry()
  skin.setAttribute('position', new Float32BufferAttribute(positions, 3))
  return new Mesh(skin, new MeshBasicMaterial({ color: colour, transparent: opacity < 1, opacity, side: DoubleSide }))
}

export interface SceneLook {
  wet: boolean
  behind: 'dark' | 'light'
}

/** The piece with its frost, and a camera that sees all of it. The seam looks away; what is opposite looks at us. */
export function pieceScene(wall: Wall, art: readonly ArtOnPiece[], look: SceneLook, aspect: number) {
  const scene = new Scene()
  const dark = look.behind === 'dark'
  scene.add(new AmbientLight(0xffffff, 1.6))
  const sun = new DirectionalLight(0xffffff, 2.2)
  sun.position.set(1, 2, 3)
  scene.add(sun)
  const piece = new Group()
  piece.add(glass(wall, dark ? 0x8cc5b2 : 0x1b6350))
  // Wet frost is nearly clear.
  for (const a of art) piece.add(frost(wall, a, dark ? 0xf4fafa : 0xffffff, look.wet ? 0.22 : 0.94))
  piece.position.y = -(wall.from + wall.to) / 2
  const turned = new Group()
  turned.add(piece)
  turned.rotation.y = Math.PI
  scene.add(turned)
  const widest = Math.max(...Array.from({ length: 21 }, (_, i) => wall.at(wall.from + ((wall.to - wall.from) * i) / 20).r))
  const camera = new PerspectiveCamera(28, aspect, 1, 10_000)
  const reach = Math.max((wall.to - wall.from) / 2, widest / Math.max(0.4, aspect)) * 1.18
  camera.position.set(0, reach * 0.5, reach / Math.tan((14 * Math.PI) / 180) + widest)
  camera.lookAt(0, 0, 0)
  return { scene, camera, turned }
}
