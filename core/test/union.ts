import ClipperLib from 'clipper-lib'
import type { LevelSolver } from '../src/building'
import { ON_LINE } from '../src/geometry'

/** The library works in whole numbers: hundredths of a micrometre. */
const STEP = 100_000

const bodies = (solver: LevelSolver): string[] => [
  ...[...solver.all()].map((solved) => solved.shape.id),
  ...[...solver.columns()].map(({ column }) => column.id),
]

/** Paths of all pieces of a solved level, for the polygon library. */
export function pathsOf(solver: LevelSolver): ClipperLib.Paths {
  return bodies(solver).flatMap((id) =>
    solver
      .piecesOf(id)
      .map((piece) =>
        piece.xs.map((x, i) => ({ X: Math.round(x * STEP), Y: Math.round(piece.ys[i]! * STEP) })),
      ),
  )
}

/** The union of paths by an independent polygon library. */
export function union(paths: ClipperLib.Paths): ClipperLib.Paths {
  const clipper = new ClipperLib.Clipper()
  clipper.AddPaths(paths, ClipperLib.PolyType.ptSubject, true)
  const result: ClipperLib.Paths = []
  clipper.Execute(
    ClipperLib.ClipType.ctUnion,
    result,
    ClipperLib.PolyFillType.pftNonZero,
    ClipperLib.PolyFillType.pftNonZero,
  )
  return result
}

/** The area of the union of all pieces, mm². */
export function unionArea(solver: LevelSolver): number {
  return union(pathsOf(solver)).reduce((sum, path) => sum + ClipperLib.Clipper.Area(path), 0) / STEP ** 2
}

/**
 * How far two honest answers may differ: every edge may lie off by the library's rounding and by the
 * solver's tolerance for edges that lie on each other.
 */
export function areaBound(solver: LevelSolver): number {
  let around = 0
  for (const id of bodies(solver))
    for (const { xs, ys } of solver.piecesOf(id))
      xs.forEach((x, i) => {
        const j = (i + 1) % xs.length
        around += Math.hypot(xs[j]! - x, ys[j]! - ys[i]!)
      })
  return around * (ON_LINE + 1 / STEP) + 1e-3
}
