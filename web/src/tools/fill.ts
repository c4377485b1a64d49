import { mdiBucketOutline } from '@mdi/js'
import { findLeak, findRegion, isClearBetween } from '@lamina/core/derive'
import type { DisplayItem } from '@lamina/core/display'
import { addHatch, type NewHatch } from '@lamina/core/edit'
import { insidePath, nearestOnPath, pathBox, pointOn, type Path, type Point } from '@lamina/core/geometry'
import { regionArea, type Gap } from '@lamina/core/linework'
import { insideAt } from '@lamina/core/locate'
import type { Filling } from '@lamina/core/records'
import { formatArea, formatLength } from '@lamina/core/units'
import { foresee } from './preview'
import type { Bench, Tool } from './tool'
import type { ToolEntry } from './entry'

/** Fills the area pointed to, or the closed outlines selected; T takes the filling of a hatch pointed to. */
export function hatchTool(bench: Bench): Tool {
  /** The filling of the next hatch, its pattern from an origin. */
  const filling = (origin: Point): Filling => {
    const next = bench.values.filling
    return next.with === 'pattern' ? { ...next, origin } : next
  }
  let leak: Gap | null = null
  let taking = false
  let seen: { p: Point; gap: number; stamp: number; made: NewHatch | null; area: number } | null = null

  /** Whether a point lies in what was found last: the same area then, without another search. */
  function stillIn(p: Point): boolean {
    const [outer, ...islands] = seen?.made?.outlines ?? []
    return outer !== undefined && insidePath(outer, p) && !islands.some((island) => insidePath(island, p))
  }

  /** The hatch that a point would give; the last answer is kept while nothing changed. */
  function around(p: Point): { made: NewHatch | null; area: number } {
    const gap = bench.typed('gap') ?? bench.values.hatchGap
    if (seen && seen.gap === gap && seen.stamp === bench.project.stamp) {
      const { made } = seen
      if (made && stillIn(p)) {
        seen = {
          ...seen,
          p,
          made: {
            ...made,
            filling: filling(originOf(made.outlines[0]!)),
            region: { by: 'point', at: p, gap },
          },
        }
        return seen
      }
      // With nothing between it lies in the same open land, and leaks through the same gap.
      if (!made && isClearBetween(bench.bounding, seen.p, p, Math.max(gap, 1))) {
        seen = { ...seen, p }
        return seen
      }
    }
    const region = findRegion(bench.bounding, p, gap)
    leak = region.found ? null : findLeak(bench.bounding, p)
    const outlines = region.found ? [region.outer, ...region.islands] : []
    const made: NewHatch | null = region.found
      ? {
          drawing: bench.board.id,
          layer: bench.layer('layer-hatches'),
          region: { by: 'point', at: p, gap },
          outlines,
          filling: filling(originOf(outlines[0]!)),
        }
      : null
    const area = region.found ? regionArea(region.outer, region.islands) : 0
    seen = { p, gap, stamp: bench.project.stamp, made, area }
    return seen
  }
  /** What is said of doorways that the area ends at. */
  function doorways(outlines: readonly Path[]): string {
    const ends = outlines.some((path) =>
      bench.bounding
        .edgesIn(pathBox(path))
        .some(({ role, edge }) => role === 'jamb' && nearestOnPath(path, pointOn(edge, 0.5)).distance < 1),
    )
    return ends ? 'ends at its doorways' : ''
  }
  function fromSelection(): boolean {
    const items = bench.selection.filter((id) => bench.project.find('linework', id))
    if (items.length === 0) return false
    const change = bench.edit('Hatch', (project, makeId) =>
      addHatch(
        project,
        {
          drawing: bench.board.id,
          layer: bench.layer('layer-hatches'),
          region: { by: 'items', items },
          outlines: [],
          filling: filling({ x: 0, y: 0 }),
        },
        makeId,
      ),
    )
    if (change) bench.select([])
    return true
  }
  return {
    free: true,
    prompt: () =>
      taking
        ? { text: 'Point to the hatch whose filling is taken.', keys: 'Esc: keep the filling' }
        : bench.selection.length > 0
          ? {
              text: 'Press Enter to fill the selected outlines, or point inside an area.',
              keys: 'T: take a filling · figures: gaps up to that count as closed',
            }
          : {
              text: 'Point inside the area to fill.',
              keys: 'T: take the filling of another · figures: gaps up to that count as closed',
            },
    fields: () => [
      {
        key: 'gap',
        label: 'gaps up to',
        kind: 'length',
        shown: formatLength(bench.values.hatchGap, bench.units),
      },
    ],
    remark(at) {
      const { made, area } = at && !taking ? around(at.raw) : { made: null, area: 0 }
      if (made) return [formatArea(area, bench.units), doorways(made.outlines)].filter(Boolean).join(' · ')
      return leak ? `It leaks here: ${formatLength(leak.width, bench.units)} wide` : ''
    },
    last: () => null,
    press(at) {
      if (taking) {
        const found = insideAt(bench.picture, bench.project, at.raw)
          .map((id) => bench.project.find('hatch', id))
          .find((hatch) => hatch !== undefined)
        if (!found) bench.warn('There is no hatch here.')
        else {
          bench.values.filling = found.filling
          taking = false
        }
        return
      }
      const { made } = around(at.raw)
      if (!made) {
        bench.warn(
          leak
            ? `This area is open: it leaks through a gap of ${formatLength(leak.width, bench.units)}, marked on the board. Nothing was filled.`
            : 'No lines close around this point. Nothing was filled.',
        )
        return
      }
      const gap = bench.typed('gap')
      if (gap !== null) bench.values.hatchGap = gap
      bench.edit('Hatch', (project, makeId) => addHatch(project, made, makeId))
      seen = null
    },
    enter(at) {
      const gap = bench.typed('gap')
      if (gap !== null) {
        bench.values.hatchGap = gap
        bench.clearTyped()
        seen = null
      } else if (!fromSelection() && at) this.press(at)
    },
    back() {
      if (!taking && !leak) return false
      taking = false
      leak = null
      return true
    },
    key(letter) {
      if (letter !== 't') return false
      taking = !taking
      return true
    },
    preview(at) {
      if (taking || !at) return []
      const { made } = around(at.raw)
      return made
        ? [
            ...foresee(bench, (project, makeId) => addHatch(project, made, makeId)).items,
            ...outlineItems(made.outlines),
          ]
        : []
    },
    gone: () =>
      leak
        ? [
            { kind: 'segments', pen: 'tick', points: [leak.a.x, leak.a.y, leak.b.x, leak.b.y], source: null },
            {
              kind: 'arc',
              pen: 'seen',
              x: (leak.a.x + leak.b.x) / 2,
              y: (leak.a.y + leak.b.y) / 2,
              radius: Math.max(leak.width, bench.reach * 2),
              from: 0,
              sweep: 2 * Math.PI,
              source: null,
            },
          ]
        : [],
  }
}

const originOf = (path: Path): Point => ({ x: path.vertices[0]!.x, y: path.vertices[0]!.y })

const outlineItems = (paths: readonly Path[]): DisplayItem[] =>
  paths.map((path) => ({
    kind: 'path',
    pen: 'seen',
    vertices: path.vertices.flatMap(({ x, y, sweep }) => [x, y, sweep]),
    closed: true,
    source: null,
  }))

/** Fillings. */
export const FILL_TOOLS = {
  hatch: {
    stage: 'fit-out',
    under: 'Fill',
    name: 'Hatch',
    icon: mdiBucketOutline,
    key: 'h',
    layer: 'layer-hatches',
    keeps: true,
    on: 'any',
    make: hatchTool,
  },
} satisfies Record<string, ToolEntry>
