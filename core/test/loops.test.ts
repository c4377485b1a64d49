import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CornerField } from '../src/building/corners'
import type { HalfEdge, Loop } from '../src/building/loop'
import { LoopChain } from '../src/building/loops'
import type { Boundary } from '../src/building/overlay'

/** Squares of 100 mm, some of which are filled; the sides between filled and empty ones are chained. */
class Squares {
  readonly chain: LoopChain
  private readonly corners = new CornerField()
  private readonly sides = new Map<string, HalfEdge>()

  constructor(
    readonly side: number,
    readonly filled: boolean[],
  ) {
    this.chain = new LoopChain(this.corners)
    for (let i = 0; i < side; i++) for (let j = 0; j < side; j++) this.bound(i, j)
  }

  private isFilled(i: number, j: number): boolean {
    return i >= 0 && j >= 0 && i < this.side && j < this.side && this.filled[i * this.side + j]!
  }

  flip(i: number, j: number): void {
    this.filled[i * this.side + j] = !this.filled[i * this.side + j]
    for (const [x, y] of [[i, j], ...AROUND.map(([dx, dy]) => [i + dx, j + dy])]) this.bound(x!, y!)
  }

  /** Puts the four sides of a square right. */
  private bound(i: number, j: number): void {
    AROUND.forEach(([dx, dy], k) => {
      const key = `${i} ${j} ${k}`
      const there = this.sides.get(key)
      const wanted = this.isFilled(i, j) && !this.isFilled(i + dx, j + dy)
      if (there && !wanted) {
        this.chain.remove(there)
        this.sides.delete(key)
      }
      if (!there && wanted) {
        const [a, b] = [CORNERS[k]!, CORNERS[(k + 1) % 4]!]
        const from = this.corners.at(100 * (i + a[0]), 100 * (j + a[1]))
        const to = this.corners.at(100 * (i + b[0]), 100 * (j + b[1]))
        this.sides.set(key, this.chain.add(from, to, {} as Boundary))
      }
    })
  }
}

/** Below, right, above, left; and the corner each of these sides begins at, anticlockwise. */
const AROUND = [
  [0, -1],
  [1, 0],
  [0, 1],
  [-1, 0],
] as const
const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const

/** Each loop by its corners in order, from the least; then sorted. */
const written = (loops: Iterable<Loop>): string[] =>
  [...loops]
    .map(({ edges }) => {
      const names = edges.map(({ from }) => `${from.x},${from.y}`)
      // A corner may come twice, where an outline touches itself: the least way round is told.
      const least = names.reduce((p, q) => (q < p ? q : p))
      return names
        .flatMap((name, i) => (name === least ? [[...names.slice(i), ...names.slice(0, i)].join(' ')] : []))
        .sort()[0]!
    })
    .sort()

const SIDE = 60
const squares = fc.array(fc.integer({ min: 0, max: 9 }), { minLength: SIDE * SIDE, maxLength: SIDE * SIDE })
const places = fc.array(fc.tuple(fc.nat(SIDE - 1), fc.nat(SIDE - 1), fc.nat(3)), {
  minLength: 1,
  maxLength: 40,
})

describe('outlines in runs', () => {
  it('are, after any changes and broken off anywhere, those chained from nothing', () => {
    let longest = 0
    fc.assert(
      fc.property(squares, places, (of, changes) => {
        const kept = new Squares(
          SIDE,
          of.map((n) => n < 6),
        )
        for (const [i, j, steps] of changes) {
          const chaining = kept.chain.chaining()
          for (let k = 0; k < steps; k++) if (chaining.next().done) break
          kept.flip(i, j)
        }
        const loops = [...kept.chain.loops()]
        longest = Math.max(longest, ...loops.map(({ size }) => size))
        expect(kept.chain.faults).toBe(0)
        expect(written(loops)).toEqual(written(new Squares(SIDE, kept.filled).chain.loops()))
        for (const { edges, runs, size, area, ...box } of loops) {
          expect(runs.flatMap((run) => run.edges)).toEqual(edges)
          expect(edges).toHaveLength(size)
          const xs = edges.map(({ from }) => from.x)
          expect([box.minX, box.maxX]).toEqual([Math.min(...xs), Math.max(...xs)])
          const twice = edges.reduce((sum, { from }, k) => {
            const to = edges[(k + 1) % size]!.from
            return sum + from.x * to.y - to.x * from.y
          }, 0)
          expect(area).toBeCloseTo(twice / 2, 6)
        }
      }),
      { numRuns: 25 },
    )
    // Longer than a run by far: what is tried is what it is for.
    expect(longest).toBeGreaterThan(500)
  })

  it('are put together again from the runs they had, when one edge comes or goes', () => {
    const comb = new Squares(
      200,
      Array.from(
        { length: 200 * 200 },
        (_, k) => k % 200 === 0 || (k % 200 < 40 && Math.floor(k / 200) % 2 === 0),
      ),
    )
    const [before] = comb.chain.loops()
    expect(before!.size).toBeGreaterThan(8000)
    comb.flip(100, 40)
    const [after, ...none] = comb.chain.loops()
    expect(none).toEqual([])
    expect(after!.size).toBe(before!.size + 2)
    const had = new Set(before!.runs)
    expect(after!.runs.filter((run) => !had.has(run)).length).toBeLessThanOrEqual(3)
  })

  it('that did not close are faults, and close when what was missing comes', () => {
    const field = new CornerField()
    const chain = new LoopChain(field)
    const at = CORNERS.map(([x, y]) => field.at(100 * x, 100 * y))
    const side = (k: number): HalfEdge => chain.add(at[k]!, at[(k + 1) % 4]!, {} as Boundary)
    const edges = [0, 1, 2].map(side)
    expect([...chain.loops()]).toEqual([])
    expect(chain.faults).toBeGreaterThan(0)
    chain.remove(edges[1]!)
    side(1)
    side(3)
    const [loop] = chain.loops()
    expect(loop).toMatchObject({ size: 4, area: 10_000 })
    expect(chain.faults).toBe(0)
  })
})
