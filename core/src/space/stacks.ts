import { ON_LINE } from '../geometry'
import { ONE_DEPTH } from './nearest'
import { nearnessAt, type Plate } from './plate'

/** Plates of one outline, each wholly behind the first. */
interface Stack {
  first: Plate
  readonly behind: Set<Plate>
}

/**
 * Tells plates that lie exactly behind another of the same outline, as rafters do that are seen from the side: nothing of
 * them is ever seen, and they hide nothing that the first does not.
 */
export class Stacks {
  /** By a number made of their outlines; unlike ones may have the same. */
  private readonly stacks = new Map<number, Stack[]>()
  private readonly of = new Map<Plate, Stack>()

  /** Takes a plate in; gives the one that lies behind it now and did not lie behind another before. */
  put(plate: Plate): Plate | null {
    const key = keyOf(plate)
    let all = this.stacks.get(key)
    if (!all) this.stacks.set(key, (all = []))
    for (const stack of all) {
      const { first } = stack
      if (!isAlike(plate, first)) continue
      const goesBehind = isNearer(first, plate)
      if (!goesBehind && !isNearer(plate, first)) continue
      if (!goesBehind) stack.first = plate
      const later = goesBehind ? plate : first
      stack.behind.add(later)
      later.behind = true
      this.of.set(plate, stack)
      return goesBehind ? null : first
    }
    const stack: Stack = { first: plate, behind: new Set() }
    all.push(stack)
    this.of.set(plate, stack)
    return null
  }

  /** Takes plates out; gives those that lie behind no other any more, and those that do now. */
  remove(plates: readonly Plate[]): { readonly bared: readonly Plate[]; readonly covered: readonly Plate[] } {
    const gone = new Set<Stack>()
    for (const plate of plates) {
      const stack = this.of.get(plate)
      if (stack?.first === plate) gone.add(stack)
      else stack?.behind.delete(plate)
      plate.behind = false
      this.of.delete(plate)
    }
    for (const { first } of gone) {
      const key = keyOf(first)
      const others = (this.stacks.get(key) ?? []).filter((stack) => !gone.has(stack))
      if (others.length > 0) this.stacks.set(key, others)
      else this.stacks.delete(key)
    }
    const again = [...gone].flatMap(({ behind }) => [...behind]).sort((p, q) => q.near - p.near)
    const covered: Plate[] = []
    for (const plate of again) {
      plate.behind = false
      const later = this.put(plate)
      if (later) covered.push(later)
    }
    const bared = again.filter(({ behind }) => !behind)
    const before = new Set(again)
    return { bared, covered: covered.filter((plate) => !before.has(plate)) }
  }
}

/** The same for outlines that are alike but where a rounding parts them, which only leaves them in the search. */
function keyOf({ minX, minY, maxX, maxY }: Plate): number {
  let key = 0
  for (const side of [minX, minY, maxX, maxY]) key = (Math.imul(key, 31) + Math.round(side + 0.37)) | 0
  return key
}

/** Whether two plates have one outline, corner by corner. */
function isAlike({ loops }: Plate, { loops: others }: Plate): boolean {
  if (loops.length !== others.length) return false
  for (let k = 0; k < loops.length; k++) {
    const [loop, other] = [loops[k]!, others[k]!]
    if (loop.length !== other.length) return false
    for (let i = 0; i < loop.length; i++) if (Math.abs(loop[i]! - other[i]!) > ON_LINE) return false
  }
  return true
}

/** Whether one plate is nearer than another of its outline everywhere. */
function isNearer(plate: Plate, other: Plate): boolean {
  if (plate.far > other.near + ONE_DEPTH) return true
  const outline = plate.loops[0]!
  for (let i = 0; i < outline.length; i += 2) {
    const [x, y] = [outline[i]!, outline[i + 1]!]
    if (!(nearnessAt(plate, x, y) > nearnessAt(other, x, y) + ONE_DEPTH)) return false
  }
  return true
}
