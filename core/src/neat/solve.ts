import { PARALLEL, PlaceIndex, SAME_LENGTH, boxesMeet, dot, joinBoxes, type Box } from '../geometry'
import { coreOf, isAnyStruck, isHidden } from './clashes'
import type { Band, Ink } from './ink'
import { boxAround, slabsOverlap } from './slab'

/** One way in which something may stand. */
export interface Candidate {
  /** How much is lost by standing so: how far it is from where it was. */
  readonly cost: number
  readonly ink: Ink
  /** The same with the room that is kept around it where it is set anew. */
  readonly roomy: Ink
}

/** Something that is to find a place. */
export interface Unit<C extends Candidate = Candidate> {
  /** The first is how it stands now. */
  readonly candidates: readonly C[]
  /** Around all that it may take up. */
  readonly reach: Box
  /** It is looked at though nothing strikes it: it may stand better. */
  readonly eager?: boolean
  /** What it costs that an ink of it strikes what stands still, or that strikes it. */
  fixed(ink: Ink): number
}

/** What it costs that letters lie on letters, that a line runs through letters, and that rows lie on each other: more than any way. */
export const COST = { letters: 100, struck: 60, cut: 80, lines: 40, rows: 400 } as const

interface Placed extends Box {
  readonly cores: readonly {
    readonly core: ReturnType<typeof coreOf>
    readonly box: Box
    readonly over: boolean
  }[]
  readonly strokes: readonly number[]
}

const placed = new WeakMap<Ink, Placed>()

/** An ink with the boxes around it. */
export function placedInk(ink: Ink): Placed {
  let found = placed.get(ink)
  if (!found) {
    const cores = ink.letters.map(({ slab, over = false }) => {
      const core = coreOf(slab)
      return { core, box: boxAround(core), over }
    })
    const strokes = [...ink.lines, ...ink.shapes]
    let box: Box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
    for (const each of cores) box = joinBoxes(box, each.box)
    for (let i = 0; i + 1 < strokes.length; i += 2)
      box = joinBoxes(box, {
        minX: strokes[i]!,
        maxX: strokes[i]!,
        minY: strokes[i + 1]!,
        maxY: strokes[i + 1]!,
      })
    placed.set(ink, (found = { ...box, cores, strokes }))
  }
  return found
}

/** What it costs that two inks stand where they do. */
export function costBetween(a: Ink, b: Ink): number {
  const [p, q] = [placedInk(a), placedInk(b)]
  if (!boxesMeet(p, q)) return 0
  let cost = 0
  for (const mine of p.cores) {
    if (!boxesMeet(mine.box, q)) continue
    for (const theirs of q.cores)
      if (boxesMeet(mine.box, theirs.box) && slabsOverlap(mine.core, theirs.core)) cost += COST.letters
    cost += costUnder(mine, b.papers, q)
  }
  for (const theirs of q.cores) if (boxesMeet(theirs.box, p)) cost += costUnder(theirs, a.papers, p)
  for (const mine of a.bands ?? [])
    for (const theirs of b.bands ?? []) if (isAmiss(mine, theirs)) cost += COST.rows
  return cost
}

/** What it costs that letters lie under paper, or that a line runs through them. */
function costUnder(
  { core, box, over }: Placed['cores'][number],
  papers: readonly Box[],
  other: Placed,
): number {
  const under = isHidden(core, papers) ? COST.letters : 0
  // What lies over all other annotation lies not over its like.
  const isUnder = over && !other.cores.some((each) => each.over)
  return under + (!isUnder && isAnyStruck(core, box, other.strokes) ? COST.struck : 0)
}

/** Whether two rows lie on each other, or one has come to lie beyond the other that was nearer. */
const isAmiss = (a: Band, b: Band): boolean =>
  slabsOverlap(a.slab, b.slab) ||
  (dot(a.out, b.out) > 1 - PARALLEL &&
    a.from < b.to &&
    b.from < a.to &&
    Math.abs(a.was - b.was) > SAME_LENGTH &&
    (a.was - b.was) * (a.row - b.row) < 0)

/** Where things came to stand. */
export interface Places {
  /** The number of the candidate that each stands by. */
  readonly choice: readonly number[]
  /** The numbers of those that are not clear. */
  readonly struck: ReadonlySet<number>
}

/** To come nearer than the room that is kept costs so much of what it costs to strike. */
const NEAR = 0.15

/** What it costs to strike something, and some of that for coming near it; with room to spare, nothing. */
function eased(withRoom: () => number, without: () => number): number {
  const near = withRoom()
  if (near === 0) return 0
  const struck = without()
  return struck + NEAR * Math.max(0, near - struck)
}

/** The same numbers from the same seed (mulberry32). */
function numbers(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** So many looks are taken in one step. */
const IN_STEP = 8

/** So many looks at a unit are taken at most, for each unit: by turns, and at random. */
const LOOKS = { turns: 12, random: 30 } as const
/** The heat that random changes begin with, and by what it cools down with each. */
const HEAT = { from: 40, cools: 0.995 } as const

/**
 * Finds a place for each of some things, so that letters are clear and nothing is far from where it was: first each takes its best
 * place by turns, then those that are not clear are changed at random and less and less (simulated annealing as in Christensen,
 * Marks and Shieber, An empirical study of algorithms for point-feature label placement, 1995). The same input gives the
 * same places.
 * @param from the candidates that they stand by at first; left out: as they stand now
 */
export function* findingPlaces(
  units: readonly Unit[],
  from: readonly number[] = units.map(() => 0),
): Generator<void, Places> {
  const choice = [...from]
  const fixed = units.map(({ candidates }) => new Array<number | undefined>(candidates.length))
  const neighbours = nearEachOther(units)
  const plain = (i: number, c: number): Ink => units[i]!.candidates[c]!.ink
  const roomy = (i: number, c: number): Ink => (c === 0 ? plain(i, c) : units[i]!.candidates[c]!.roomy)
  const costOf = (i: number, c: number): number => {
    const unit = units[i]!
    const alone = (fixed[i]![c] ??= eased(
      () => unit.fixed(roomy(i, c)),
      () => unit.fixed(plain(i, c)),
    ))
    let cost = alone + unit.candidates[c]!.cost
    for (const k of neighbours[i]!)
      cost += eased(
        () => costBetween(roomy(i, c), roomy(k, choice[k]!)),
        () => costBetween(plain(i, c), plain(k, choice[k]!)),
      )
    return cost
  }
  let looks = 0
  const isClear = (i: number): boolean => costOf(i, choice[i]!) - units[i]!.candidates[choice[i]!]!.cost <= 0
  /** Takes the best place for a unit as the others stand; whether that is another. */
  function settle(i: number): boolean {
    let [best, least] = [choice[i]!, costOf(i, choice[i]!)]
    units[i]!.candidates.forEach((candidate, c) => {
      if (c === choice[i] || candidate.cost >= least) return
      const cost = costOf(i, c)
      if (cost < least) [best, least] = [c, cost]
    })
    const moves = best !== choice[i]
    choice[i] = best
    return moves
  }
  let waiting = new Set(units.map((_, i) => i).filter((i) => units[i]!.eager || !isClear(i)))
  for (let turn = 0; turn < LOOKS.turns && waiting.size > 0; turn++) {
    const next = new Set<number>()
    for (const i of waiting) {
      if (++looks % IN_STEP === 0) yield
      if (!settle(i)) continue
      for (const k of neighbours[i]!) if (!isClear(k)) next.add(k)
    }
    waiting = next
  }
  yield* annealing()
  // Where there was no room to spare, it is enough that nothing strikes it.
  const isStruck = (i: number): boolean => {
    if (isClear(i)) return false
    const mine = plain(i, choice[i]!)
    return (
      units[i]!.fixed(mine) > 0 || neighbours[i]!.some((k) => costBetween(mine, plain(k, choice[k]!)) > 0)
    )
  }
  return { choice, struck: new Set(units.map((_, i) => i).filter(isStruck)) }

  function* annealing(): Generator<void> {
    let struck = units.map((_, i) => i).filter((i) => !isClear(i))
    if (struck.length === 0) return
    const random = numbers(1)
    // What is not clear, and what stands around it, may move.
    const loose = [...new Set(struck.flatMap((i) => [i, ...neighbours[i]!]))]
    const total = (): number => loose.reduce((sum, i) => sum + costOf(i, choice[i]!), 0)
    const [was, least] = [[...choice], total()]
    let heat: number = HEAT.from
    for (let step = 0; step < LOOKS.random * loose.length && struck.length > 0; step++) {
      const from = random() < 0.7 ? struck : loose
      const i = from[Math.floor(random() * from.length)]!
      const c = Math.floor(random() * units[i]!.candidates.length)
      if (c === choice[i]) continue
      const change = costOf(i, c) - costOf(i, choice[i]!)
      if (change < 0 || random() < Math.exp(-change / heat)) choice[i] = c
      heat *= HEAT.cools
      if (step % IN_STEP === 0) yield
      if (step % 16 === 15) struck = loose.filter((k) => !isClear(k))
    }
    for (let turn = 0; turn < LOOKS.turns; turn++) if (!loose.some((i) => settle(i))) break
    // What comes of chance is taken where it is better.
    if (total() > least) for (const i of loose) choice[i] = was[i]!
  }
}

/** For each unit the numbers of those that it may come near. */
function nearEachOther(units: readonly Unit[]): number[][] {
  const boxes = units.map(({ reach }, n) => ({ ...reach, n }))
  const index = new PlaceIndex<(typeof boxes)[number]>()
  for (const _ of index.loading(boxes));
  return boxes.map((box, i) =>
    index
      .search(box)
      .map(({ n }) => n)
      .filter((n) => n !== i)
      .sort((p, q) => p - q),
  )
}
