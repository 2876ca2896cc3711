import type { Bed, Plan } from '@/api/client'

/* The stages that exist, in the order of work, and how far each has come. */

export const STAGES = [
  { key: 'shape', name: 'Shape' },
  { key: 'bench', name: 'Bench' },
  { key: 'fill', name: 'Fill' },
] as const
export type StageKey = (typeof STAGES)[number]['key']
export type StageState = 'not begun' | 'in hand' | 'done' | 'needs a look'

function ticked(done: number, all: number): StageState {
  return done === 0 ? 'not begun' : done < all ? 'in hand' : 'done'
}

/** What each layer is ticked off by: its material, counted where one lies twice. */
export function layerKeys(layers: { material: string }[]): string[] {
  return layers.map((layer, n) => {
    const before = layers.slice(0, n).filter((l) => l.material === layer.material).length
    return before ? `${layer.material}:${before + 1}` : layer.material
  })
}

/** How far a stage has come: what waits for a look goes before what is ticked off. */
export function stageState(stage: StageKey, plan: Plan, bed: Bed): StageState {
  if (plan.watch_outs.some((w) => w.stage === stage && w.level !== 'note' && !w.accepted)) return 'needs a look'
  if (stage === 'shape') return 'done'
  const count = (kind: string, keys: string[]) => keys.filter((key) => bed.ticks.some((t) => t.kind === kind && t.key === key)).length
  if (stage === 'bench') {
    const keys = plan.cutting.sticks.flatMap((s) => s.pieces.map((p) => p.key))
    return ticked(count('cut', keys), keys.length)
  }
  const keys = layerKeys(plan.fill.layers)
  return ticked(count('fill', keys), keys.length)
}
