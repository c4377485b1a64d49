import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  EVERYTHING,
  HiddenLines,
  SolidBuilder,
  addPrism,
  lookAt,
  normalOf,
  regionOf,
  type Face,
  type FaceLook,
  type Looking,
  type Plate,
  type Point3,
  type SeenLine,
  type Solid,
  type SourceEdge,
} from '../src/space'
import { atOnce } from '../src/steps'

const SIDE: FaceLook = { role: 'side', material: null }

/** Numbers from 0 to 1, always the same for a seed. */
function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32
}

/** The ray caster: shares nothing with what is tested but the solids. */
const dot = (p: Point3, q: Point3): number => p.x * q.x + p.y * q.y + p.z * q.z
const minus = (p: Point3, q: Point3): Point3 => ({ x: p.x - q.x, y: p.y - q.y, z: p.z - q.z })

/** Whether a point of the picture lies in a loop; null where it is too near to its border to tell. */
function inside(loops: readonly (readonly [number, number][])[], x: number, y: number): boolean | null {
  let within = false
  for (const loop of loops)
    for (let i = 0; i < loop.length; i++) {
      const [px, py] = loop[i]!
      const [qx, qy] = loop[(i + 1) % loop.length]!
      const [dx, dy] = [qx - px, qy - py]
      const length2 = dx * dx + dy * dy
      const t = length2 === 0 ? 0 : Math.max(0, Math.min(1, ((x - px) * dx + (y - py) * dy) / length2))
      if (Math.hypot(px + dx * t - x, py + dy * t - y) < 0.005) return null
      if (py > y !== qy > y && x < px + ((y - py) / (qy - py)) * (qx - px)) within = !within
    }
  return within
}

interface Hit {
  readonly solid: number
  readonly face: number
  readonly depth: number
}

/** Every face that the line of sight through a point of the picture meets, the nearest first; null: too near to a border. */
function hits(solids: readonly Solid[], looking: Looking, x: number, y: number): Hit[] | null {
  const found: Hit[] = []
  for (const [s, solid] of solids.entries())
    for (const [f, face] of solid.faces.entries()) {
      const loops = face.loops.map((loop) =>
        loop.map((n): [number, number] => [
          dot(solid.points[n]!, looking.right),
          dot(solid.points[n]!, looking.up),
        ]),
      )
      const within = inside(loops, x, y)
      if (within === null) return null
      if (!within) continue
      // The depth by Cramer's rule on three corners that are not in line.
      const [p, q, r] = spread(
        face.loops[0]!.map((n) => solid.points[n]!),
        looking,
      )
      const [u, v] = [minus(q, p), minus(r, p)]
      const [ux, uy, ud] = [dot(u, looking.right), dot(u, looking.up), dot(u, looking.near)]
      const [vx, vy, vd] = [dot(v, looking.right), dot(v, looking.up), dot(v, looking.near)]
      const [wx, wy] = [x - dot(p, looking.right), y - dot(p, looking.up)]
      const det = ux * vy - uy * vx
      const [a, b] = [(wx * vy - wy * vx) / det, (ux * wy - uy * wx) / det]
      found.push({ solid: s, face: f, depth: dot(p, looking.near) + a * ud + b * vd })
    }
  return found.sort((p, q) => q.depth - p.depth)
}

function spread(points: readonly Point3[], looking: Looking): [Point3, Point3, Point3] {
  let best: [Point3, Point3, Point3] = [points[0]!, points[1]!, points[2]!]
  let most = 0
  for (let i = 1; i < points.length; i++)
    for (let j = i + 1; j < points.length; j++) {
      const [u, v] = [minus(points[i]!, points[0]!), minus(points[j]!, points[0]!)]
      const area = Math.abs(
        dot(u, looking.right) * dot(v, looking.up) - dot(u, looking.up) * dot(v, looking.right),
      )
      if (area > most) {
        most = area
        best = [points[0]!, points[i]!, points[j]!]
      }
    }
  return best
}

/** A solid over a star-shaped outline, with a hole or without, from one height to another; its top may slope. */
const solids = fc
  .array(
    fc.record({
      x: fc.integer({ min: -3000, max: 3000 }),
      y: fc.integer({ min: -3000, max: 3000 }),
      radii: fc.array(fc.integer({ min: 200, max: 1800 }), { minLength: 3, maxLength: 7 }),
      turn: fc.double({ min: 0, max: 6, noNaN: true }),
      from: fc.integer({ min: -1000, max: 1500 }),
      high: fc.integer({ min: 50, max: 2500 }),
      slope: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
      hole: fc.boolean(),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((all) =>
    all.map((one, i) => {
      const builder = new SolidBuilder(`s${i}`)
      const ring = (k: number) =>
        one.radii.map((radius, n) => {
          const angle = one.turn + (n / one.radii.length) * 2 * Math.PI
          return { x: one.x + radius * k * Math.cos(angle), y: one.y + radius * k * Math.sin(angle) }
        })
      const loops = one.hole ? [ring(1), ring(0.4).reverse()] : [ring(1)]
      addPrism(builder, loops, one.from, one.from + one.high, {
        side: () => SIDE,
        top: { ...SIDE, role: 'top' },
        bottom: { ...SIDE, role: 'underside' },
      })
      const solid = builder.solid()!
      // A sloping top keeps all faces plane, and lies above the bottom: 50 against 0.3 × 1 800 × 0.05.
      return {
        ...solid,
        points: solid.points.map((p) =>
          p.z > one.from + 1 ? { ...p, z: p.z + one.slope * (p.x - one.x) * 0.05 } : p,
        ),
      }
    }),
  )

const directions = fc.record({
  turn: fc.double({ min: 0, max: 6.28, noNaN: true }),
  tilt: fc.constantFrom(0, 0.2, 0.6154797, 1.2),
})

function lookingFrom(turn: number, tilt: number): Looking {
  const [c, s, ct, st] = [Math.cos(turn), Math.sin(turn), Math.cos(tilt), Math.sin(tilt)]
  return {
    right: { x: c, y: s, z: 0 },
    up: { x: -s * st, y: c * st, z: ct },
    near: { x: s * ct, y: -c * ct, z: st },
  }
}

/** How far behind each solid, or before it, it stands again: exactly there, as rafters do that are seen from the side. */
const repeats = fc.array(fc.array(fc.integer({ min: -4000, max: 4000 }), { maxLength: 3 }), {
  minLength: 5,
  maxLength: 5,
})

const changes = fc.record({
  some: solids,
  others: solids,
  far: repeats,
  away: repeats,
  gone: fc.array(fc.boolean(), { minLength: 20, maxLength: 20 }),
})

/** Solids with those that repeat them along the line of sight. */
const repeated = (all: readonly Solid[], far: readonly (readonly number[])[], { near }: Looking): Solid[] =>
  all.flatMap((solid, i) => [
    solid,
    ...far[i]!.map((away) => ({
      ...solid,
      points: solid.points.map(({ x, y, z }) => ({
        x: x + near.x * away,
        y: y + near.y * away,
        z: z + near.z * away,
      })),
    })),
  ])

const STYLE = () => ({ look: 1, rank: 0, filled: true })

/** Whether a seen line runs through a place, or near. */
function covers({ x1, y1, x2, y2 }: SeenLine, x: number, y: number): boolean {
  const [dx, dy] = [x2 - x1, y2 - y1]
  const size = Math.hypot(dx, dy)
  const along = ((x - x1) * dx + (y - y1) * dy) / size
  return Math.abs((x - x1) * dy - (y - y1) * dx) / size < 0.002 && along > 0 && along < size
}

/** Two faces met at nearly one depth: the ray does not tell them apart. */
const unclear = ([first, second]: readonly Hit[]): boolean =>
  first !== undefined && second !== undefined && first.depth - second.depth < 1

/** Whether a face is seen, but so narrow that beside one of its edges, near its end, a ray may miss it. */
function isSliver(solid: Solid, { loops }: Face, looking: Looking): boolean {
  const area = dot(normalOf(solid.points, loops[0]!), looking.near) / 2
  const longest = Math.max(
    ...loops[0]!.map((n, i) => {
      const [p, q] = [solid.points[n]!, solid.points[loops[0]![(i + 1) % loops[0]!.length]!]!]
      return Math.hypot(dot(minus(q, p), looking.right), dot(minus(q, p), looking.up))
    }),
  )
  return area > 1e-3 && area < 20 * longest
}

/** The faces that look to the eye and have an edge of their outline in a place, by the hand they lie on. */
function adjoining(
  solid: Solid,
  i: number,
  looking: Looking,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): { left: Set<string>; right: Set<string> } {
  const left = new Set<string>()
  const right = new Set<string>()
  const near = (n: number, x: number, y: number): boolean =>
    Math.hypot(dot(solid.points[n]!, looking.right) - x, dot(solid.points[n]!, looking.up) - y) < 0.001
  solid.faces.forEach((face, f) => {
    if (dot(normalOf(solid.points, face.loops[0]!), looking.near) <= 0) return
    for (const loop of face.loops)
      loop.forEach((a, k) => {
        const b = loop[(k + 1) % loop.length]!
        if (near(a, ax, ay) && near(b, bx, by)) left.add(`${i} ${f}`)
        if (near(b, ax, ay) && near(a, bx, by)) right.add(`${i} ${f}`)
      })
  })
  return { left, right }
}

interface Made {
  readonly lines: HiddenLines<number, SourceEdge>
  readonly plates: Map<Plate, { solid: number; face: number }>
}

function looked(all: readonly Solid[], looking: Looking, withUnseen = false): Made {
  const lines = new HiddenLines<number, SourceEdge>(500, withUnseen)
  const plates = new Map<Plate, { solid: number; face: number }>()
  const numbers = { orders: 0, curves: 0 }
  all.forEach((solid, i) => {
    lines.put(
      i,
      lookAt(solid, { looking, axes: looking, parts: [EVERYTHING] }, STYLE, numbers, (plate, face) =>
        plates.set(plate, { solid: i, face: solid.faces.indexOf(face) }),
      ),
    )
  })
  atOnce(lines.solving())
  return { lines, plates }
}

describe('hidden lines', () => {
  it('that are told too make up every edge together with what is seen of it', () => {
    let told = 0
    fc.assert(
      fc.property(solids, repeats, directions, (some, far, { turn, tilt }) => {
        const looking = lookingFrom(turn, tilt)
        const all = repeated(some, far, looking)
        const [plain, both] = [looked(all, looking), looked(all, looking, true)]
        const lengthOf = ({ x1, y1, x2, y2 }: SeenLine): number => Math.hypot(x2 - x1, y2 - y1)
        all.forEach((_, i) => {
          const lines = both.lines.seenOf(i)
          const seen = lines.filter(({ unseen }) => !unseen)
          expect(seen.length).toBe(plain.lines.seenOf(i).length)
          const edges = new Map<SourceEdge, number>()
          for (const line of lines)
            if (line.edge) edges.set(line.edge, (edges.get(line.edge) ?? 0) + lengthOf(line))
          for (const { unseen, edge } of lines) {
            if (!unseen) continue
            told++
            expect(edges.get(edge!)).toBeCloseTo(Math.hypot(edge!.bx - edge!.ax, edge!.by - edge!.ay), 0)
          }
        })
      }),
      { numRuns: 60 },
    )
    expect(told).toBeGreaterThan(50)
  })
  it('keep an edge exactly where a ray to the eye meets nothing nearer', () => {
    const told = { kept: 0, hidden: 0 }
    fc.assert(
      fc.property(solids, repeats, directions, fc.integer(), (some, far, { turn, tilt }, seed) => {
        const looking = lookingFrom(turn, tilt)
        const all = repeated(some, far, looking)
        // A face that is all but edge-on is narrower than the ray can tell.
        fc.pre(all.every((solid) => solid.faces.every((face) => !isSliver(solid, face, looking))))
        const { lines, plates } = looked(all, looking)
        const random = seeded(seed)
        const everything = all.flatMap((_, i) => [...lines.seenOf(i)])
        all.forEach((solid, i) => {
          const { edges } = lookAt(
            solid,
            { looking, axes: looking, parts: [EVERYTHING] },
            STYLE,
            { orders: 0, curves: 0 },
            () => {},
          )
          for (const { ax, ay, bx, by } of edges) {
            const length = Math.hypot(bx - ax, by - ay)
            if (length < 10) continue
            const [nx, ny] = [-(by - ay) / length, (bx - ax) / length]
            // Away from its ends, where other edges begin.
            const t = (2 + random() * (length - 4)) / length
            const [x, y] = [ax + (bx - ax) * t, ay + (by - ay) * t]
            const mine = lines
              .seenOf(i)
              .find(({ edge }) => edge?.ax === ax && edge.ay === ay && edge.bx === bx && edge.by === by)?.edge
            const kept = everything.filter((line) => covers(line, x, y))
            // What a ray meets first just beside the edge, on either hand.
            const hands = [0.02, -0.02].map((aside) => hits(all, looking, x + nx * aside, y + ny * aside))
            const [left, right] = hands
            if (!left || !right || [left, right].some(unclear)) continue
            const face = (hit: Hit | undefined) => hit && `${hit.solid} ${hit.face}`
            const begins = adjoining(solid, i, looking, ax, ay, bx, by)
            const visible =
              (left[0] !== undefined && begins.left.has(face(left[0])!)) ||
              (right[0] !== undefined && begins.right.has(face(right[0])!))
            if (visible) {
              told.kept++
              expect(kept.length).toBeGreaterThan(0)
              // Told from the faces that are there.
              const named = (plate: Plate | null): string | undefined => {
                const of = plate && plates.get(plate)
                return of ? `${of.solid} ${of.face}` : undefined
              }
              const turned = kept.map((line) =>
                (line.x2 - line.x1) * (bx - ax) + (line.y2 - line.y1) * (by - ay) > 0
                  ? [named(line.left), named(line.right)]
                  : [named(line.right), named(line.left)],
              )
              expect(turned).toContainEqual([face(left[0]), face(right[0])])
            } else if (mine) {
              told.hidden++
              expect(kept.filter(({ edge }) => edge === mine)).toEqual([])
            } else told.hidden++
          }
        })
      }),
      { numRuns: 300 },
    )
    expect(told.kept).toBeGreaterThan(3000)
    expect(told.hidden).toBeGreaterThan(1000)
  })

  it('part the picture into what is seen of each face', () => {
    let told = 0
    fc.assert(
      fc.property(solids, repeats, directions, fc.integer(), (some, far, { turn, tilt }, seed) => {
        const looking = lookingFrom(turn, tilt)
        const all = repeated(some, far, looking)
        const { lines, plates } = looked(all, looking)
        const random = seeded(seed)
        const regions = [...plates].map(([plate, of]) => ({ of, ...regionOf(plate, lines.bordersOf(plate)) }))
        expect(regions.reduce((sum, { open }) => sum + open, 0)).toBe(0)
        const loops = regions.map(({ of, loops: some }) => ({
          of,
          loops: some.map((loop) =>
            Array.from({ length: loop.length / 2 }, (_, i): [number, number] => [
              loop[2 * i]!,
              loop[2 * i + 1]!,
            ]),
          ),
        }))
        for (let n = 0; n < 30; n++) {
          const [x, y] = [(random() - 0.5) * 8000, (random() - 0.5) * 8000]
          const there = hits(all, looking, x, y)
          if (!there) continue
          if (there[1] && there[0]!.depth - there[1].depth < 0.05) continue
          const shown = loops.filter((region) => inside(region.loops, x, y) === true)
          const near = loops.some((region) => inside(region.loops, x, y) === null)
          if (near) continue
          told++
          expect(shown.map(({ of }) => of)).toEqual(
            there[0] ? [{ solid: there[0].solid, face: there[0].face }] : [],
          )
        }
      }),
      { numRuns: 200 },
    )
    expect(told).toBeGreaterThan(2000)
  })

  it('kept up to date are what they would be if they were made from nothing', () => {
    fc.assert(
      fc.property(changes, directions, ({ some, others, far, away, gone }, { turn, tilt }) => {
        const looking = lookingFrom(turn, tilt)
        const [first, second] = [repeated(some, far, looking), repeated(others, away, looking)]
        const numbers = { orders: 0, curves: 0 }
        const lines = new HiddenLines<number, SourceEdge>(500)
        const put = (solid: Solid, i: number): void =>
          lines.put(
            i,
            lookAt(solid, { looking, axes: looking, parts: [EVERYTHING] }, STYLE, numbers, () => {}),
          )
        first.forEach(put)
        atOnce(lines.solving())
        // One after the other is replaced, and what is left over goes.
        second.forEach((solid, i) => {
          put(solid, i)
          atOnce(lines.solving())
        })
        for (let i = second.length; i < first.length; i++) lines.drop(i)
        atOnce(lines.solving())
        const told = (of: HiddenLines<number, SourceEdge>): string[] =>
          second
            .flatMap((_, i) => of.seenOf(i))
            .map(({ x1, y1, x2, y2, left, right }) => {
              const [p, q] = [`${x1.toFixed(2)} ${y1.toFixed(2)}`, `${x2.toFixed(2)} ${y2.toFixed(2)}`]
              return `${[p, q].sort().join(' ')} ${left ? 1 : 0}${right ? 1 : 0}`.replace(/-(0\.00)/g, '$1')
            })
            .sort()
        expect(told(lines)).toEqual(told(looked(second, looking).lines))
        // Some go, which may bare what stood exactly behind them, and come back.
        const left = second.filter((_, i) => !gone[i])
        second.forEach((_, i) => gone[i] && lines.drop(i))
        atOnce(lines.solving())
        expect(told(lines)).toEqual(told(looked(left, looking).lines))
        second.forEach((solid, i) => gone[i] && put(solid, i))
        atOnce(lines.solving())
        expect(told(lines)).toEqual(told(looked(second, looking).lines))
      }),
      { numRuns: 150 },
    )
  })
})
