import type { AnyRecord, Id } from '../core/src/records'
import { wall } from '../core/test/wallFixture'

const WIDE = 4000
const HIGH = 3000

/**
 * A grid of so many by so many rooms of 4 × 3 m, each with a room and its tag, a door and a dimension: two walls for
 * each room, and those of the last column and row.
 */
export function grid(side: number, level: Id, drawing: Id, type: Id): AnyRecord[] {
  const records: AnyRecord[] = []
  const add = (id: Id, line: readonly [number, number, number, number]): void => {
    records.push({ ...wall(id, line), level, type })
  }
  for (let i = 0; i <= side; i++)
    for (let j = 0; j <= side; j++) {
      if (i < side) add(`h${i}-${j}`, [i * WIDE, j * HIGH, (i + 1) * WIDE, j * HIGH])
      if (j < side) add(`v${i}-${j}`, [i * WIDE, j * HIGH, i * WIDE, (j + 1) * HIGH])
    }
  for (let i = 0; i < side; i++)
    for (let j = 0; j < side; j++) {
      records.push(
        {
          id: `r${i}-${j}`,
          kind: 'room',
          level,
          at: { x: (i + 0.5) * WIDE, y: (j + 0.5) * HIGH },
          name: 'Room',
          number: `${i}.${j}`,
          use: '',
          floor: '',
          walls: '',
          ceiling: '',
          ceilingHeight: null,
        },
        {
          id: `d${i}-${j}`,
          kind: 'opening',
          fit: 'door',
          wall: `h${i}-${j}`,
          along: 2500,
          width: 900,
          sill: 0,
          head: 2100,
          side: 'left',
          hand: 'start',
        },
        {
          id: `m${i}-${j}`,
          kind: 'dimension',
          drawing,
          direction: 0,
          offset: { in: 'paper', paperMm: 6 },
          anchors: (['a', 'b'] as const).map((end) => ({
            to: 'wallCorner' as const,
            wall: `h${i}-${j}`,
            end,
            side: 'axis' as const,
            last: { x: (end === 'a' ? i : i + 1) * WIDE, y: j * HIGH },
          })),
        },
      )
    }
  return records
}
