import {
  JOINED_ENDS,
  SAME_POINT,
  directionOn,
  distance,
  dot,
  cross,
  edgesOf,
  isStraight,
  pathOf,
  reversedEdge,
  subtract,
  tidyPath,
  type Edge,
  type Path,
  type Point,
} from '../geometry'

/**
 * Open paths as one: where ends meet they are joined, straight lines in one direction also over a gap. The
 * first keeps its direction. Gives what came of the first, and which of the others went into it.
 */
export function joinPaths(paths: readonly Path[]): { path: Path; used: number[] } {
  let run = edgesOf(paths[0]!)
  const used: number[] = []
  const left = new Set(paths.keys())
  left.delete(0)
  for (let grown = true; grown;) {
    grown = false
    for (const i of left) {
      const other = paths[i]!
      if (other.closed) continue
      const joined = attach(run, edgesOf(other))
      if (!joined) continue
      run = joined
      used.push(i)
      left.delete(i)
      grown = true
    }
  }
  const closes = run.length > 1 && distance(run[0]!.a, run[run.length - 1]!.b) <= JOINED_ENDS
  if (closes) run[run.length - 1] = { ...run[run.length - 1]!, b: run[0]!.a }
  return { path: tidyPath(pathOf(run, closes)) ?? paths[0]!, used }
}

const turned = (edges: readonly Edge[]): Edge[] => [...edges].reverse().map(reversedEdge)

function attach(run: readonly Edge[], other: readonly Edge[]): Edge[] | null {
  const start = run[0]!.a
  const end = run[run.length - 1]!.b
  const from = other[0]!.a
  const to = other[other.length - 1]!.b
  const near = (p: Point, q: Point): boolean => distance(p, q) <= JOINED_ENDS
  const led = (edges: readonly Edge[], p: Point): Edge[] => [{ ...edges[0]!, a: p }, ...edges.slice(1)]
  const tailed = (edges: readonly Edge[], p: Point): Edge[] => [
    ...edges.slice(0, -1),
    { ...edges[edges.length - 1]!, b: p },
  ]
  if (near(end, from)) return [...run, ...led(other, end)]
  if (near(end, to)) return [...run, ...led(turned(other), end)]
  if (near(start, to)) return [...tailed(other, start), ...run]
  if (near(start, from)) return [...tailed(turned(other), start), ...run]
  return acrossGap(run, other)
}

/** Two straight lines in one line, with a gap or lying over each other: one line over both. */
function acrossGap(run: readonly Edge[], other: readonly Edge[]): Edge[] | null {
  const single = run.length === 1 && other.length === 1 ? ([run[0]!, other[0]!] as const) : null
  if (!single || !isStraight(single[0]) || !isStraight(single[1])) return null
  const [e, f] = single
  const u = directionOn(e, 0)
  const aside = (p: Point): number => Math.abs(cross(u, subtract(p, e.a)))
  if (aside(f.a) > JOINED_ENDS || aside(f.b) > JOINED_ENDS) return null
  const along = (p: Point): number => dot(u, subtract(p, e.a))
  const all = [e.a, e.b, f.a, f.b].sort((p, q) => along(p) - along(q))
  return distance(all[0]!, all[3]!) > SAME_POINT ? [{ a: all[0]!, b: all[3]!, sweep: 0 }] : null
}
