import {
  AmbientLight, BufferGeometry, Color, DirectionalLight, Float32BufferAttribute, LineBasicMaterial, LineSegments, Mesh, MeshLambertMaterial, PCFShadowMap, PerspectiveCamera,
  PlaneGeometry, Raycaster, Scene, ShadowMaterial, Spherical, Vector2, Vector3, WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'

import type { Plan } from '@/api/client'
import { apart, CORNERS_A_PART, pointsOf, TRIANGLES_A_PART, type Part } from './geometry'

const TURN = Math.PI / 18
const token = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()

/** What a part is made of gives its colour, and nothing else does. */
function material(part: Part): string {
  if (part.role === 'sheet') return token('stone')
  if (part.role.includes('post') || part.role.includes('stud') || part.role === 'rail') return token('post')
  if (part.role === 'hoop sleeve') return token('faint')
  return token('timber')
}

/** The bed as built in a canvas: drawn when something changes, turned by mouse, touch or keys. Throws where WebGL is missing. */
export function makeScene(canvas: HTMLCanvasElement, pick: (label: string | null) => void) {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true })
  renderer.shadowMap.enabled = true
  renderer.shadowMap.type = PCFShadowMap
  // Shadows change when the bed does, not when it is turned.
  renderer.shadowMap.autoUpdate = false
  const scene = new Scene()
  const camera = new PerspectiveCamera(38, 1, 0.05, 200)
  camera.up.set(0, 0, 1)
  const controls = new OrbitControls(camera, canvas)
  controls.enableDamping = false
  controls.maxPolarAngle = Math.PI * 0.495
  const sun = new DirectionalLight(0xffffff, 2.4)
  sun.castShadow = true
  sun.shadow.mapSize.set(1024, 1024)
  scene.add(new AmbientLight(0xffffff, 1.5), sun, sun.target)
  const ground = new Mesh(new PlaneGeometry(80, 80), new ShadowMaterial({ opacity: 0.25 }))
  ground.receiveShadow = true
  scene.add(ground)

  // All parts in one surface and one set of edges: a bed of hundreds of parts is then two things to draw.
  const surface = new Mesh(new BufferGeometry(), new MeshLambertMaterial({ vertexColors: true }))
  const edges = new LineSegments(new BufferGeometry(), new LineBasicMaterial({ color: new Color(token('ink')) }))
  surface.castShadow = surface.receiveShadow = true
  scene.add(surface, edges)
  let parts: Part[] = []
  let rest: { surface: number[][]; edges: number[][] } = { surface: [], edges: [] }
  let pulled = 0
  let courses = 1
  let lit: string | null = null
  let framed = false

  function draw() {
    renderer.render(scene, camera)
    const turn = new Spherical().setFromVector3(camera.position.clone().sub(controls.target))
    canvas.dataset.turn = `${turn.theta.toFixed(3)} ${turn.phi.toFixed(3)}`
  }
  controls.addEventListener('change', draw)

  function resize(width: number, height: number) {
    if (!width || !height) return
    renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2))
    renderer.setSize(width, height, false)
    camera.aspect = width / height
    camera.updateProjectionMatrix()
    draw()
  }

  function place() {
    const move = (points: number[][]) => points.flatMap((own, n) => {
      const by = apart(parts[n] as Part, courses).map((way) => way * pulled)
      return own.map((value, k) => value + (by[k % 3] as number))
    })
    surface.geometry.setAttribute('position', new Float32BufferAttribute(move(rest.surface), 3))
    surface.geometry.computeVertexNormals()
    surface.geometry.computeBoundingSphere()
    edges.geometry.setAttribute('position', new Float32BufferAttribute(move(rest.edges), 3))
    edges.geometry.computeBoundingSphere()
    renderer.shadowMap.needsUpdate = true
  }

  function paint() {
    const group = lit?.replace(/\d+$/, '')
    const colours = parts.flatMap((part) => {
      const isLit = lit !== null && (part.id === lit || (group === lit && part.label === lit))
      const colour = new Color(isLit ? token('chalk') : material(part)).toArray()
      return Array.from({ length: CORNERS_A_PART }, () => colour).flat()
    })
    surface.geometry.setAttribute('color', new Float32BufferAttribute(colours, 3))
  }

  function show(plan: Plan) {
    parts = plan.parts
    courses = plan.outside.courses
    const points = parts.map(pointsOf)
    rest = { surface: points.map((p) => p.surface), edges: points.map((p) => p.edges) }
    place()
    paint()
    canvas.dataset.parts = String(parts.length)
    const middle = new Vector3(plan.outside.length_mm / 2000, plan.outside.width_mm / 2000, plan.outside.height_mm / 2000)
    const size = Math.hypot(plan.outside.length_mm, plan.outside.width_mm, plan.outside.height_mm) / 1000
    sun.position.set(middle.x - size, middle.y - size * 1.3, size * 1.8)
    sun.target.position.copy(middle)
    Object.assign(sun.shadow.camera, { left: -size, right: size, top: size, bottom: -size, far: size * 6 })
    sun.shadow.camera.updateProjectionMatrix()
    if (!framed) {
      camera.position.set(middle.x - size * 0.75, middle.y - size * 1.15, middle.z + size * 0.85)
      controls.target.copy(middle)
      controls.update()
      framed = true
    }
    draw()
  }

  function pull(by: number) {
    pulled = by
    place()
    canvas.dataset.pulled = by.toFixed(2)
    draw()
  }

  function light(label: string | null) {
    lit = label
    paint()
    draw()
  }

  function at(x: number, y: number): Part | null {
    const ray = new Raycaster()
    ray.setFromCamera(new Vector2(x * 2 - 1, 1 - y * 2), camera)
    const [hit] = ray.intersectObject(surface, false)
    return hit?.faceIndex === undefined || hit.faceIndex === null ? null : (parts[Math.floor(hit.faceIndex / TRIANGLES_A_PART)] ?? null)
  }

  let pressed: { x: number; y: number } | null = null
  canvas.addEventListener('pointerdown', (e) => (pressed = { x: e.clientX, y: e.clientY }))
  canvas.addEventListener('pointerup', (e) => {
    if (pressed && Math.hypot(e.clientX - pressed.x, e.clientY - pressed.y) < 5) {
      const box = canvas.getBoundingClientRect()
      pick(at((e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height)?.id ?? null)
    }
    pressed = null
  })

  /** Arrow keys turn the bed, plus and minus come nearer and go back. */
  function key(event: KeyboardEvent) {
    const round = new Spherical().setFromVector3(new Vector3(camera.position.x - controls.target.x, camera.position.z - controls.target.z, camera.position.y - controls.target.y))
    const moves: Record<string, () => void> = {
      ArrowLeft: () => (round.theta += TURN),
      ArrowRight: () => (round.theta -= TURN),
      ArrowUp: () => (round.phi = Math.max(0.05, round.phi - TURN)),
      ArrowDown: () => (round.phi = Math.min(Math.PI * 0.495, round.phi + TURN)),
      '+': () => (round.radius *= 0.9),
      '=': () => (round.radius *= 0.9),
      '-': () => (round.radius *= 1.1),
    }
    const move = moves[event.key]
    if (!move) return
    event.preventDefault()
    move()
    const spot = new Vector3().setFromSpherical(round)
    camera.position.set(controls.target.x + spot.x, controls.target.y + spot.z, controls.target.z + spot.y)
    controls.update()
  }

  function dispose() {
    surface.geometry.dispose()
    edges.geometry.dispose()
    controls.dispose()
    renderer.dispose()
  }

  return { show, resize, pull, light, key, draw, dispose }
}
