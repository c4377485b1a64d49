import type { AnyRecord, Dimension, Leader, Note } from '../core/src/records'
import { PLAN } from '../core/test/wallFixture'

/** Notes, leaders and rows by turns, on a grid of so many columns, so many mm from each other. */
export function annotations(count: number, columns: number, apart: { x: number; y: number }): AnyRecord[] {
  return Array.from({ length: count }, (_, i): AnyRecord => {
    const [x, y] = [(i % columns) * apart.x, Math.floor(i / columns) * apart.y]
    const common = { id: `a${i}`, drawing: PLAN.id }
    switch (i % 3) {
      case 0:
        return {
          ...common,
          kind: 'note',
          at: { x, y },
          text: `Oak floor ${i}`,
          heightPaperMm: 2.5,
          align: 'start',
        } satisfies Note
      case 1:
        return {
          ...common,
          kind: 'leader',
          tip: { to: 'point', last: { x, y } },
          elbowPaperMm: { x: 6, y: 4 },
          text: `Wall ${i}`,
        } satisfies Leader
      default:
        return {
          ...common,
          kind: 'dimension',
          anchors: [0, 900, 1500].map((dx) => ({ to: 'point', last: { x: x + dx, y: y + 600 } })),
          direction: 0,
          offset: { in: 'paper', paperMm: -6 },
        } satisfies Dimension
    }
  })
}
