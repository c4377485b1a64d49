import type { DisplayItem } from '../display'
import type { Box } from '../geometry'
import type { PlanLook } from './look'
import type { Sight } from './sight'
import type { PlanScene, Scene } from './scene'

/** Where in a drawing something lies, from the back to the front. What was sent back or brought forward lies around all. */
export const TIERS = [
  'hatches',
  'floor',
  'framing',
  'blocks',
  'walls',
  'lines',
  'overhead',
  'rooms',
  'grid',
] as const
export type Tier = (typeof TIERS)[number]

interface AnyDrawn {
  /** What of it tags keep clear of: its box, its lines, or its lettering alone. */
  readonly clear: 'box' | 'lines' | 'lettering'
}

/** A kind whose records are drawn one by one. */
export interface DrawnItself<R> extends AnyDrawn {
  readonly by: 'itself'
  /** Where it lies in a drawing of a scene; null: it does not show there. */
  tier(record: R, scene: Scene): Tier | null
  items(record: R, scene: Scene, look: PlanLook): readonly DisplayItem[]
  /** What its items come from besides itself, its layer, its line type, scale and look; null: they are made each time. */
  from: ((scene: Scene) => readonly unknown[]) | null
  /** What of it can be seen somewhere, where its items are too many to be made at once; null: all of it. */
  sighted?(record: R, scene: Scene, look: PlanLook): ((sight: Sight) => readonly DisplayItem[]) | null
  /** Where lies what it is found from, whatever that is; null: nowhere. */
  around?(record: R): Box | null
  /** It runs on without end. */
  readonly endless?: true
  /** As it would be drawn if it were stored, where that is not the same. */
  foreseen?(record: R, scene: Scene, look: PlanLook): readonly DisplayItem[]
}

/** A kind that is drawn as part of the solved building. */
export interface DrawnWithWalls<R> extends AnyDrawn {
  readonly by: 'walls'
  /** As it would be drawn if it were stored: before its joins. */
  foreseen(record: R, scene: Scene, look: PlanLook): readonly DisplayItem[]
}

/** A kind that is drawn elsewhere: with the annotation, on sheets, or nowhere. */
export interface DrawnElsewhere extends AnyDrawn {
  readonly by: 'annotation' | 'sheets' | 'nothing'
}

export type DrawnKind<R> = DrawnItself<R> | DrawnWithWalls<R> | DrawnElsewhere

/** A kind that shows on plans alone. */
export const onPlans = <R>(
  drawn: Pick<DrawnItself<R>, 'clear'> & {
    tier(record: R, scene: PlanScene): Tier | null
    items(record: R, scene: PlanScene, look: PlanLook): readonly DisplayItem[]
    from(scene: PlanScene): readonly unknown[]
  },
): DrawnItself<R> => ({
  by: 'itself',
  clear: drawn.clear,
  tier: (record, scene) => (scene.view === 'plan' ? drawn.tier(record, scene) : null),
  items: (record, scene, look) => (scene.view === 'plan' ? drawn.items(record, scene, look) : []),
  from: (scene) => (scene.view === 'plan' ? drawn.from(scene) : []),
})
