import {
  AmbientLight, BufferGeometry, Color, DirectionalLight, Float32BufferAttribute, LineBasicMaterial, LineSegments, Mesh, MeshLambertMaterial, PCFShadowMap, PerspectiveCamera,
  PlaneGeometry, Raycaster, Scene, ShadowMaterial, Spherical, Vector2, Vector3, WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'

import type { Solids } from '@/api/client'
import { buffersOf, pulledApart, type Buffers } from './geometry'

type Part = Solids['parts'][number]

const TURN = Math.PI / 18
const token = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()

/** What a part is made of gives its colour, and nothing else does. */
const COLOURS: Record<string, string> = { timber: 'timber', post: 'post', sheet: 'stone', pipe: 'faint', block: 'block', metal: 'metal', plastic: 'plastic' }
const material = (part: Part) => token(COLOURS[part.material] ?? 'timber')

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
  let rest: Buffers = buffersOf([])
  let pulled = 0
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
    surface.geometry.setAttribute('position', new Float32BufferAttribute(pulledApart(rest.surface, rest.triangleOf, 3, parts, pulled), 3))
    surface.geometry.computeVertexNormals()
    surface.geometry.computeBoundingSphere()
    edges.geometry.setAttribute('position', new Float32BufferAttribute(pulledApart(rest.edges, rest.edgeOf, 2, parts, pulled), 3))
    edges.geometry.computeBoundingSphere()
    renderer.shadowMap.needsUpdate = true
  }

  function paint() {
    const group = lit?.replace(/\d+$/, '')
    const colours = parts.map((part) => {
      const isLit = lit !== null && (part.id === lit || (group === lit && part.id.replace(/\d+$/, '') === lit))
      return new Color(isLit ? token('chalk') : material(part)).toArray()
    })
    const values = new Float32Array(rest.triangleOf.length * 9)
    rest.triangleOf.forEach((owner, n) => {
      for (let corner = 0; corner < 3; corner += 1) values.set(colours[owner] ?? [0, 0, 0], n * 9 + corner * 3)
    })
    surface.geometry.setAttribute('color', new Float32BufferAttribute(values, 3))
  }

  function show(solids: Solids) {
    parts = solids.parts
    rest = buffersOf(parts)
    place()
    paint()
    canvas.dataset.parts = String(parts.length)
    const [length, width, height] = solids.size
    const middle = new Vector3(length / 2000, width / 2000, height / 2000)
    const size = Math.hypot(length, width, height) / 1000
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
    return hit?.faceIndex === undefined || hit.faceIndex === null ? null : (parts[rest.triangleOf[hit.faceIndex] ?? -1] ?? null)
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
