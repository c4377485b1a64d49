import { PATTERNS, patternLines, type PatternJob } from '../core/src/display'
import type { Row } from './main'
import { ms } from './time'

/** An outline of 200 corners with five islands, as wide as 10 000 lines of the pattern need. */
function job(): PatternJob {
  const ring = (x: number, y: number, radius: number, corners: number): PatternJob['loops'][number] => ({
    points: Array.from({ length: corners }, (_, i) => {
      const angle = (2 * Math.PI * i) / corners
      const r = radius * (i % 2 ? 1 : 0.9)
      return { x: x + r * Math.cos(angle), y: y + r * Math.sin(angle) }
    }),
  })
  const islands = [0, 1, 2, 3, 4].map((i) =>
    ring(43_000 * Math.cos(i * 1.25), 43_000 * Math.sin(i * 1.25), 10_300, 24),
  )
  return { pattern: 'diagonal fine', loops: [ring(0, 0, 57_000, 200), ...islands], scale: 50 }
}

/** The lines of a pattern of ten thousand, and those of a corner of it. */
export function benchPatterns(): Row[] {
  const { pattern, loops, scale } = job()
  const lines = (): number => (patternLines(PATTERNS[pattern], loops, scale)?.length ?? 0) / 4
  const count = lines()
  if (count < 10_000) throw new Error(`only ${count} lines`)
  const times: number[] = []
  for (let i = 0; i < 40; i++) {
    const started = performance.now()
    lines()
    if (i >= 15) times.push(performance.now() - started)
  }
  const typical = times.sort((p, q) => p - q)[times.length >> 1]!
  return [
    {
      what: `pattern of ${count} lines in 200 corners with 5 islands`,
      measured: ms(typical),
      against: '20 ms',
      ratio: typical / 20,
      limit: 1,
    },
  ]
}
