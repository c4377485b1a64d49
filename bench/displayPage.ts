import type { DisplayItem } from '../core/src/display'
import { paintList } from '../web/src/surface/painter'

const COUNT = 100_000
const SCALE = 0.02

/** Short walls' worth of segments over a field of 64 × 40 m, all in view at 1280 × 800. */
function segments(): number[] {
  const points: number[] = []
  let seed = 7
  const random = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647
  for (let i = 0; i < COUNT; i++) {
    const x = random() * 64_000
    const y = random() * 40_000
    const across = random() < 0.5
    points.push(x, y, across ? x + 900 : x, across ? y : y + 900)
  }
  return points
}

const look = { ink: [30, 42, 56], paper: [255, 255, 255], pixelsPerPaperMm: 1, thinnest: 1, boldest: 1 }

function measure(): { first: number; ours: number; bare: number } {
  const context = document.querySelector('canvas')!.getContext('2d', { willReadFrequently: true })!
  const points = segments()
  const clear = (): void => {
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.clearRect(0, 0, 1280, 800)
  }
  // Reading a pixel back waits until everything is really painted.
  const finish = (): void => void context.getImageData(0, 0, 1, 1)
  const time = (work: () => void): number => {
    clear()
    finish()
    const start = performance.now()
    work()
    finish()
    return performance.now() - start
  }
  const view = (): void => context.setTransform(SCALE, 0, 0, -SCALE, 0, 800)
  const bareStroke = (): void => {
    context.beginPath()
    for (let i = 0; i < points.length; i += 4) {
      context.moveTo(points[i]! * SCALE, 800 - points[i + 1]! * SCALE)
      context.lineTo(points[i + 2]! * SCALE, 800 - points[i + 3]! * SCALE)
    }
    context.lineWidth = 1
    context.lineCap = 'round'
    context.strokeStyle = '#1e2a38'
    context.stroke()
  }
  /** As walls come: one item for each few segments. */
  const makeList = (): DisplayItem[] => {
    const list: DisplayItem[] = []
    for (let i = 0; i < points.length; i += 40)
      list.push({ kind: 'segments', pen: 'seen', points: points.slice(i, i + 40), source: null })
    return list
  }
  const warm = makeList()
  for (let i = 0; i < 3; i++) {
    time(bareStroke)
    time(() => (view(), paintList(context, warm, SCALE, look)))
  }
  let first = Infinity
  let ours = Infinity
  let bare = Infinity
  for (let i = 0; i < 12; i++) {
    bare = Math.min(bare, time(bareStroke))
    const fresh = makeList()
    first = Math.min(
      first,
      time(() => (view(), paintList(context, fresh, SCALE, look))),
    )
    ours = Math.min(
      ours,
      time(() => (view(), paintList(context, fresh, SCALE, look))),
    )
  }
  return { first, ours, bare }
}

;(window as unknown as { measure: typeof measure }).measure = measure
