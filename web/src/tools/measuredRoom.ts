import { mdiRulerSquareCompass } from '@mdi/js'
import { EditRefused, addWalls } from '@lamina/core/edit'
import { distance, measuredCorners, offsetFrom, unitAt, type Point } from '@lamina/core/geometry'
import { formatLength } from '@lamina/core/units'
import { examples } from './examples'
import { typedDirection } from './polar'
import { stepTool } from './steps'
import { withThickness } from './thickness'
import type { Located, PlanBench, TagField, Tool } from './tool'
import type { ToolEntry } from './entry'
import { nextWallType } from './values'

const SIDES = ['side 1', 'side 2', 'side 3', 'side 4'] as const
/** The smallest side of a room that is likely meant, mm. */
const LEAST = 300

/**
 * Walls around a room as it was measured within: four sides one after the other and the diagonal from the corner pointed
 * to. The other diagonal, where it was measured too, tells by how much the figures do not fit each other.
 */
export function measuredRoomTool(bench: PlanBench): Tool {
  let turns: 'left' | 'right' = 'left'
  const towards = (from: Point, at: Located | null): Point => unitAt(at ? typedDirection(bench, from, at) : 0)

  /** The corners as far as all is typed that takes; null while something is missing, 'apart' where it does not meet. */
  function corners(from: Point, u: Point): readonly Point[] | 'apart' | null {
    const [a, b, c, d] = SIDES.map((side) => bench.typed(side))
    const diagonal = bench.typed('diagonal')
    if (!a || !b || !c || !d || !diagonal) return null
    return measuredCorners(from, u, { sides: [a, b, c, d], diagonal }, turns) ?? 'apart'
  }
  function misfit(found: readonly Point[]): string {
    const other = distance(found[1]!, found[3]!)
    const measured = bench.typed('check')
    const shown = formatLength(other, bench.units)
    if (measured === null) return `the other diagonal comes to ${shown}`
    const off = measured - other
    return `the other diagonal comes to ${shown}, ${formatLength(Math.abs(off), bench.units)} ${off > 0 ? 'less' : 'more'} than measured`
  }
  const fields = (): TagField[] => [
    ...SIDES.map((key, i): TagField => ({
      key,
      label: key,
      kind: 'length',
      shown: '',
      least: LEAST,
      by: SIDES[i + 1] ?? 'diagonal',
    })),
    { key: 'diagonal', label: 'diagonal', kind: 'length', shown: '', least: LEAST, by: 'check' },
    { key: 'check', label: 'other diagonal', kind: 'length', shown: '', least: LEAST },
  ]
  return stepTool(bench, {
    label: 'Measured room',
    walls: true,
    step(given) {
      const keys = `R: turns ${turns === 'left' ? 'right' : 'left'} · Tab: next`
      if (given.length === 0) return { ask: 'Point to the first inner corner.', keys }
      if (given.length > 1) return null
      const from = given[0]!
      return {
        ask: `Point along the first side; type four sides turning ${turns}, and the diagonal from the first corner.`,
        keys: `${examples(bench.units).room} · ${keys}`,
        from,
        fields,
        // The second corner, as soon as all others are known.
        point(at) {
          const u = towards(from, at)
          return corners(from, u) === null ? null : offsetFrom(from, u, bench.typed('side 1')!)
        },
      }
    },
    edit([from, second], project, makeId) {
      const found = corners(from!, unitAt(Math.atan2(second!.y - from!.y, second!.x - from!.x)))
      // What does not meet has no corners, and is refused by them.
      const points = Array.isArray(found) ? (found as readonly Point[]) : []
      if (points.length === 0)
        throw new EditRefused(
          'no-solution',
          'Two of the sides and the diagonal do not meet in a corner: one of the figures is too short.',
        )
      return addWalls(
        project,
        {
          level: bench.scene.level.id,
          type: nextWallType(bench.project, bench.values),
          // The figures are those within.
          reference: turns === 'left' ? 'left' : 'right',
          points,
          closed: true,
        },
        makeId,
      )
    },
    key: (letter) => letter === 'r' && ((turns = turns === 'left' ? 'right' : 'left'), true),
    remark([from, second]) {
      if (!from || !second) return ''
      const found = corners(from, unitAt(Math.atan2(second.y - from.y, second.x - from.x)))
      return found === null || found === 'apart' ? '' : misfit(found)
    },
  })
}

/** Rooms of buildings that stand. */
export const MEASURED_TOOLS = {
  'measured-room': {
    stage: 'walls',
    under: 'Draw',
    name: 'Measured room',
    icon: mdiRulerSquareCompass,
    on: 'plans',
    make: (bench) => withThickness(bench, measuredRoomTool(bench)),
  },
} satisfies Record<string, ToolEntry>
