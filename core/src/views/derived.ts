import { CutBoundaries, type Boundary } from '../building'
import { IDENTITY, isEmptyBox, joinBoxes, mapBox, type Affine, type Box } from '../geometry'
import { ChangeLog, type Id, type Material, type PatternName } from '../records'
import type { EdgeName, FaceRole } from '../space'

/** How much a line tells: against the air, before something further off, within a thing, or drawn on a face. */
export type LineWeight = 'outline' | 'step' | 'edge' | 'seen' | 'light'

/** A line of a derived drawing, in its picture: mm, x across and y up. */
export interface DerivedLine {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  readonly weight: LineWeight
  readonly dashed: boolean
  /** It is a film that keeps water out. */
  readonly film?: true
  /** The record it comes from, and what ties know the edge by. */
  readonly source: Id
  readonly name?: EdgeName
  /** How far behind the nearest that is seen, mm. */
  readonly behind: number
}

/** What is seen of a face. */
export interface DerivedFill {
  /** Outlines (even-odd) in the picture: x, y, x, y … */
  readonly loops: readonly (readonly number[])[]
  readonly source: Id
  readonly role: FaceRole
  readonly material: Id | null
  readonly pattern: PatternName | null
  /** From the face's own axes, level and up along it, to the picture. */
  readonly map: Affine
  /** How much the face turns up (1), down (-1) or stands upright (0), and how much it faces the eye (0 to 1). */
  readonly upward: number
  readonly facing: number
}

/** What of one record is seen. */
export interface DerivedThing {
  readonly lines: readonly DerivedLine[]
  readonly fills: readonly DerivedFill[]
}

/** What became of a derived drawing. */
export interface DerivedChange {
  /** It is all there is: what is not among it is gone. */
  readonly whole: boolean
  /** By record; null: nothing of it is seen. */
  readonly things: readonly (readonly [Id, DerivedThing | null])[]
  /** What is cut, by record; empty: nothing of it is. */
  readonly cut: readonly (readonly [Id, readonly Boundary[]])[]
  /** The materials that are cut, by rank; null: as before. */
  readonly materials: readonly Material[] | null
  /** From the axes of the cut to the picture. */
  readonly cutMap: Affine
}

/** A derived drawing as it was worked out last. It is kept while the next is in work. */
export class Derived {
  private readonly seen = new Map<Id, DerivedThing>()
  /** In the axes of the view's cut. */
  cut = new CutBoundaries([])
  cutMap: Affine = IDENTITY
  /** The records of which something else is seen. */
  readonly changes = new ChangeLog()

  get things(): ReadonlyMap<Id, DerivedThing> {
    return this.seen
  }

  private around: { readonly box: Box; readonly at: number } | null = null

  /** Around all that is seen and cut; empty when that is nothing. */
  get extent(): Box {
    if (this.around?.at !== this.changes.now) {
      let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
      for (const { lines } of this.seen.values())
        for (const { x1, y1, x2, y2 } of lines) {
          minX = Math.min(minX, x1, x2)
          minY = Math.min(minY, y1, y2)
          maxX = Math.max(maxX, x1, x2)
          maxY = Math.max(maxY, y1, y2)
        }
      const cut = this.cut.extent()
      const box = joinBoxes({ minX, minY, maxX, maxY }, isEmptyBox(cut) ? cut : mapBox(this.cutMap, cut))
      this.around = { box, at: this.changes.now }
    }
    return this.around.box
  }

  /** Takes in what was worked out. */
  take({ whole, things, cut, materials, cutMap }: DerivedChange): void {
    this.cutMap = cutMap
    if (whole) {
      this.seen.clear()
      this.cut = new CutBoundaries(materials ?? this.cut.materials)
    } else if (materials) this.cut.materials = materials
    for (const [id, thing] of things) {
      if (thing) this.seen.set(id, thing)
      else this.seen.delete(id)
    }
    for (const [id, boundaries] of cut) this.cut.put(id, boundaries)
    if (whole) this.changes.addEverything()
    else this.changes.add(new Set([...things, ...cut].map(([id]) => id)))
  }
}
