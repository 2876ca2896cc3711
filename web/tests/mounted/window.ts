import 'fake-indexeddb/auto'
import { inject, vi } from 'vitest'

/* What a window has that jsdom has not, and the way to the core. Nothing is laid out here: what is seen of sizes, of
   scrolling and of pixels is walked in a browser. */

const core = inject('core')
class Asked extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === 'string' && input.startsWith('/') ? core + input : input, init)
  }
}
vi.stubGlobal('Request', Asked)

/** A line that the server closed just when it was used again is opened anew, as a browser does it. */
const plain = globalThis.fetch
const fell = (reason: unknown) => ['ECONNRESET', 'EPIPE', 'UND_ERR_SOCKET'].includes((reason as { cause?: { code?: string } }).cause?.code ?? '')
vi.stubGlobal('fetch', async (input: RequestInfo | URL, init?: RequestInit) => {
  const again = input instanceof Request ? input.clone() : input
  try {
    return await plain(input, init)
  } catch (reason) {
    if (!fell(reason)) throw reason
    return plain(again, init)
  }
})

/** What was scrolled to last is in sight, with all that it stands in; nothing else is. */
type Tell = (entries: { isIntersecting: boolean; time: number; target: Element }[]) => void
let scrolled: Element | null = null
const watched = new Map<Element, Tell>()
const look = (target: Element, tell: Tell) => {
  if (target.contains(scrolled)) tell([{ isIntersecting: true, time: 0, target }])
}
class Sight {
  private readonly mine: Element[] = []
  constructor(private readonly tell: Tell) {}
  observe(target: Element) {
    this.mine.push(target)
    watched.set(target, this.tell)
    queueMicrotask(() => look(target, this.tell))
  }
  unobserve(target: Element) {
    watched.delete(target)
  }
  disconnect() {
    this.mine.forEach((target) => watched.delete(target))
  }
}
const scroll = (to: Element) => {
  scrolled = to
  watched.forEach((tell, target) => look(target, tell))
}
HTMLElement.prototype.scrollIntoView = function () {
  scroll(this)
}
class Size {
  observe() {}
  unobserve() {}
  disconnect() {}
}
vi.stubGlobal('IntersectionObserver', Sight)
vi.stubGlobal('ResizeObserver', Size)
const locks = { request: (_: string, ...rest: unknown[]) => Promise.resolve((rest.at(-1) as (lock: object) => unknown)({})), query: () => Promise.resolve({ held: [] }) }
Object.defineProperty(navigator, 'locks', { value: locks, configurable: true })
/** As wide as a desk's screen. */
vi.stubGlobal('matchMedia', (query: string) => ({ matches: query.includes('min-width'), media: query, addEventListener: () => undefined, removeEventListener: () => undefined, addListener: () => undefined, removeListener: () => undefined }))
HTMLCanvasElement.prototype.getContext = () => null
// As index.html has them.
document.title = 'Acre Box'
document.documentElement.lang = 'en'

/** What is styled is seen in a browser alone: here only what an element says of itself is told, without a look through all sheets. */
const usual: Record<string, string> = { display: 'block', visibility: 'visible', opacity: '1', position: 'static', overflow: 'visible' }
const told = (style: CSSStyleDeclaration): CSSStyleDeclaration => new Proxy(style, {
  get(own, name) {
    if (name === 'getPropertyValue') return (asked: string) => own.getPropertyValue(asked) || (usual[asked] ?? '')
    const value: unknown = Reflect.get(own, name, own)
    if (typeof value === 'function') return value.bind(own) as unknown
    return value || (usual[String(name)] ?? value)
  },
})
vi.stubGlobal('getComputedStyle', (element: HTMLElement | SVGElement) => told(element.style))
