import RBush from 'rbush'
import { edgeEntry, type FieldEdge } from '../core/src/derive'
import { snapAt, type SnapField } from '../core/src/locate'
import type { Row } from './main'
import { ms } from './time'

const COUNT = 200_000
const REACH = 60

let seed = 11
const random = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647

/** Segments of about a metre, strewn as densely as a drawing of a large building. */
function edges(): FieldEdge[] {
  const made: FieldEdge[] = []
  for (let i = 0; i < COUNT; i++) {
    const a = { x: random() * 400_000, y: random() * 300_000 }
    const across = random() < 0.5
    const b = across ? { x: a.x + 1100, y: a.y } : { x: a.x, y: a.y + 1100 }
    made.push(edgeEntry({ a, b, sweep: i % 10 === 0 ? 0.5 : 0 }, 'line', `e${i}`))
  }
  return made
}

const percentile = (times: number[], part: number): number =>
  [...times].sort((p, q) => p - q)[Math.floor(times.length * part)]!

/** The nearest snap among 200 000 segments, against the bare query of the spatial index. */
export function benchSnap(): Row[] {
  const index = new RBush<FieldEdge>().load(edges())
  const query = (p: { x: number; y: number }, reach: number): FieldEdge[] =>
    index.search({ minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach })
  const field: SnapField = { guides: [], edgesNear: query, spotsNear: () => [] }
  const bare: number[] = []
  const whole: number[] = []
  const places = Array.from({ length: 4000 }, () => ({ x: random() * 400_000, y: random() * 300_000 }))
  let found = 0
  for (let round = 0; round < 2; round++) {
    bare.length = whole.length = 0
    for (const pointer of places) {
      let start = performance.now()
      query(pointer, REACH)
      bare.push(performance.now() - start)
      start = performance.now()
      const snap = snapAt(field, {
        pointer,
        reach: REACH,
        last: { x: 0, y: 0 },
        align: [{ x: 0, y: 0 }],
        walls: false,
      })
      whole.push(performance.now() - start)
      if (snap) found++
    }
  }
  if (found === 0) throw new Error('nothing was found')
  const sum = (times: number[]): number => times.reduce((a, b) => a + b, 0) / times.length
  return [
    {
      what: 'nearest snap among 200 000 segments, 95th percentile',
      measured: ms(percentile(whole, 0.95)),
      against: '0.5 ms',
      ratio: percentile(whole, 0.95) / 0.5,
      limit: 1,
    },
    {
      what: 'nearest snap, mean',
      measured: ms(sum(whole)),
      against: `${ms(sum(bare))} bare index query`,
      ratio: sum(whole) / sum(bare),
      limit: 3,
    },
  ]
}
