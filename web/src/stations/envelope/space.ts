import {
  BackSide,
  Box3,
  BoxGeometry,
  DirectionalLight,
  DoubleSide,
  FrontSide,
  Group,
  HemisphereLight,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  Path,
  PerspectiveCamera,
  Quaternion,
  Scene,
  Shape,
  ShapeGeometry,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three'
import type { components } from '@/api/schema'

export type Space = components['schemas']['Space']
type Plate = Space['plates'][number]

/** What the paper looks like: its two faces, the card, the glue and the lines, as CSS colours. */
export interface Colours {
  inside: string
  outside: string
  card: string
  glue: string
  line: string
}

/** Degrees the camera sees up and down, and how much of that the envelope fills. */
const ANGLE = 26
const FILLED = 0.86

const radians = (degrees: number) => (degrees * Math.PI) / 180
const corners = (points: number[][]) => points.map(([x, y]) => new Vector2(x, y))
const turned = (place: number[]) => new Quaternion(place[0], place[1], place[2], place[3])
const moved = (place: number[]) => new Vector3(place[4], place[5], place[6])

/**
 * A stage on which plates lie as the server says, seen from any side. It throws where the browser
 * cannot draw in space.
 */
export class Stage {
  private renderer: WebGLRenderer
  private scene = new Scene()
  private camera = new PerspectiveCamera(ANGLE, 1, 1, 10000)
  private light = new DirectionalLight('#ffffff', 1.1)
  private table = new Group()
  private plates: Group[] = []
  private space?: Space

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true })
    this.scene.add(new HemisphereLight('#ffffff', '#e6dfd2', 2.4), this.light, this.table)
    // It comes over the left shoulder.
    this.light.position.set(-0.4, 0.7, 1)
  }

  /** Lays out other plates, in these colours. */
  lay(space: Space, colours: Colours) {
    this.clear()
    this.space = space
    this.plates = space.plates.map((p) => plateOf(p, colours))
    for (const p of this.plates) this.table.add(p)
  }

  /** Puts every plate where it is at a moment, or on the way from one to the next. */
  show(at: number) {
    const all = this.space?.moments ?? []
    const now = all[Math.floor(at)]
    const next = all[Math.ceil(at)]
    if (!now || !next) return
    const part = at - Math.floor(at)
    this.plates.forEach((plate, i) => {
      const [from, to] = [now.places[i] ?? [], next.places[i] ?? []]
      plate.quaternion.copy(turned(from)).slerp(turned(to), part)
      plate.position.copy(moved(from)).lerp(moved(to), part)
    })
  }

  /**
   * Looks at it as it lies on a table, turned on the table and tilted towards the far side, in degrees,
   * from as near as shows all of it.
   */
  look(turn: number, tilt: number) {
    const spun = new Quaternion().setFromAxisAngle(new Vector3(0, 0, 1), radians(turn))
    this.table.quaternion.setFromAxisAngle(new Vector3(1, 0, 0), radians(-tilt)).multiply(spun)
    const high = Math.tan(radians(ANGLE / 2)) * FILLED
    const wide = high * this.camera.aspect
    this.table.position.set(0, 0, 0)
    const all = this.corners()
    const middle = new Box3().setFromPoints(all).getCenter(new Vector3()).setZ(0)
    this.table.position.sub(middle)
    let far = 1
    for (const q of all) {
      q.sub(middle)
      far = Math.max(far, Math.abs(q.x) / wide + q.z, Math.abs(q.y) / high + q.z)
    }
    this.camera.position.z = far
    this.camera.near = far / 4
    this.camera.far = far * 3
    this.camera.updateProjectionMatrix()
  }

  private corners(): Vector3[] {
    return this.plates.flatMap((plate, i) =>
      (this.space?.plates[i]?.points ?? []).map(([x, y]) =>
        new Vector3(x, y, 0)
          .applyQuaternion(plate.quaternion)
          .add(plate.position)
          .applyQuaternion(this.table.quaternion),
      ),
    )
  }

  size(width: number, height: number) {
    this.renderer.setPixelRatio(window.devicePixelRatio)
    this.renderer.setSize(width, height, false)
    this.camera.aspect = width / Math.max(height, 1)
  }

  draw() {
    this.renderer.render(this.scene, this.camera)
  }

  private clear() {
    for (const p of this.plates) {
      this.table.remove(p)
      p.traverse((o) => {
        if (!(o instanceof Mesh)) return
        o.geometry.dispose()
        o.material.dispose()
      })
    }
  }

  dispose() {
    this.clear()
    this.renderer.dispose()
  }
}

function plateOf(p: Plate, c: Colours): Group {
  const group = new Group()
  const shape = new Shape(corners(p.points))
  if (p.of === 'glue') {
    const glue = new MeshLambertMaterial({ color: c.glue, transparent: true, opacity: 0.7 })
    group.add(new Mesh(new ShapeGeometry(shape), glue))
    return group
  }
  if (p.of === 'card') group.add(block(p, c))
  const fill = new ShapeGeometry(p.inner ? new Shape(corners(p.inner)) : shape)
  const [up, down] = p.of === 'card' ? [c.card, c.card] : [c.inside, c.outside]
  group.add(
    new Mesh(fill, new MeshLambertMaterial({ color: up, side: FrontSide })),
    new Mesh(fill, new MeshLambertMaterial({ color: down, side: BackSide })),
  )
  // Lines along the edges would show through the next sheet; a rim is as flat as its own.
  if (p.inner) {
    shape.holes = [new Path(corners(p.inner))]
    group.add(new Mesh(new ShapeGeometry(shape), new MeshBasicMaterial({ color: c.line, side: DoubleSide })))
  }
  if (p.of === 'card') for (const face of group.children.slice(1)) face.position.z = p.thick
  return group
}

/** The card's sides and what is under it. */
function block(p: Plate, c: Colours): Mesh {
  const at = corners(p.points)[0] ?? new Vector2()
  const size = new BoxGeometry(2 * Math.abs(at.x), 2 * Math.abs(at.y), p.thick * 0.98)
  const out = new Mesh(size, new MeshLambertMaterial({ color: c.card }))
  out.position.z = p.thick / 2
  return out
}
