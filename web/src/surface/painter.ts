import { pensOf, type Part, type Picture } from '@lamina/core/derive'
import type { Project } from '@lamina/core/records'
import type { Steps } from '@lamina/core/steps'
import { enlargement, type Affine, type Box } from '@lamina/core/geometry'
import {
  PAPER_TONE,
  PEN_WIDTHS,
  READABLE_PIXELS,
  isColour,
  penOf,
  toneColour,
  type DisplayItem,
  type DisplayList,
  tracePath,
  type AnyPen,
  type PenTable,
  type ClearItem,
  type TextItem,
  type Tone,
} from '@lamina/core/display'
import { canvasFont } from '../lettering'

/** How tones and pens come out on a screen. */
export interface ScreenLook {
  readonly ink: readonly number[]
  readonly paper: readonly number[]
  /** Pixels to one mm on paper. */
  readonly pixelsPerPaperMm: number
  /** The thinnest line, pixels. */
  readonly thinnest: number
  /** The boldest line, pixels: keeps a board calm when zoomed in. */
  readonly boldest: number
  /** The pens of the project. */
  readonly pens?: PenTable
  /** One colour for everything, for previews and what is selected. */
  readonly only?: string
  /** What is filled or drawn in the tone of paper clears what lies beneath, also where all is of one colour. */
  readonly clears?: boolean
}

type Step =
  | { readonly kind: 'stroke'; readonly pen: AnyPen; readonly path: Path2D }
  | { readonly kind: 'fill'; readonly tone: Tone; readonly path: Path2D }
  | { readonly kind: 'text'; readonly items: TextItem[]; bars: Path2D | null }
  | { readonly kind: 'clear'; readonly items: ClearItem[] }
  | {
      readonly kind: 'group'
      readonly map: Affine
      readonly clip: Box | null
      readonly steps: readonly Step[]
    }

const compiled = new WeakMap<DisplayList, readonly Step[]>()

/** A path takes up no more lines than this: the cost of closing one grows with what is in it. */
const MOST_IN_PATH = 250

/** Neighbouring lines of one pen become one path, made once for each list. */
function compile(list: DisplayList): readonly Step[] {
  const kept = compiled.get(list)
  if (kept) return kept
  const steps: Step[] = []
  let inPath = 0
  const strokePath = (pen: AnyPen): Path2D => {
    const last = steps[steps.length - 1]
    if (last?.kind === 'stroke' && last.pen === pen && inPath++ < MOST_IN_PATH) return last.path
    inPath = 0
    const path = new Path2D()
    steps.push({ kind: 'stroke', pen, path })
    return path
  }
  for (const item of list) addItem(item, steps, strokePath)
  compiled.set(list, steps)
  return steps
}

function addItem(item: DisplayItem, steps: Step[], strokePath: (pen: AnyPen) => Path2D): void {
  switch (item.kind) {
    case 'line':
      trace(strokePath(item.pen), item.points, item.closed)
      break
    case 'segments': {
      const path = strokePath(item.pen)
      const { points } = item
      for (let i = 0; i + 3 < points.length; i += 4) {
        path.moveTo(points[i]!, points[i + 1]!)
        path.lineTo(points[i + 2]!, points[i + 3]!)
      }
      break
    }
    case 'arc': {
      const path = strokePath(item.pen)
      const { x, y, radius, from, sweep } = item
      path.moveTo(x + radius * Math.cos(from), y + radius * Math.sin(from))
      path.arc(x, y, radius, from, from + sweep, sweep < 0)
      break
    }
    case 'path': {
      const path = strokePath(item.pen)
      tracePath(item, {
        moveTo: (x, y) => path.moveTo(x, y),
        lineTo: (x, y) => path.lineTo(x, y),
        arc: ({ centre, radius, from, sweep }) =>
          path.arc(centre.x, centre.y, radius, from, from + sweep, sweep < 0),
        close: () => path.closePath(),
      })
      break
    }
    case 'fill': {
      const path = new Path2D()
      for (const loop of item.loops) trace(path, loop, true)
      steps.push({ kind: 'fill', tone: item.tone, path })
      break
    }
    case 'disc': {
      const path = new Path2D()
      path.arc(item.x, item.y, item.radius, 0, 2 * Math.PI)
      steps.push({ kind: 'fill', tone: item.tone, path })
      break
    }
    case 'text': {
      const last = steps[steps.length - 1]
      if (last?.kind === 'text' && last.items.length < MOST_IN_PATH) last.items.push(item)
      else steps.push({ kind: 'text', items: [item], bars: null })
      break
    }
    case 'clear': {
      const last = steps[steps.length - 1]
      if (last?.kind === 'clear') last.items.push(item)
      else steps.push({ kind: 'clear', items: [item] })
      break
    }
    case 'group':
      steps.push({
        kind: 'group',
        map: item.map,
        clip: item.clip,
        steps: compile(item.items),
      })
      break
  }
}

function trace(path: Path2D, points: readonly number[], closed: boolean): void {
  path.moveTo(points[0]!, points[1]!)
  for (let i = 2; i + 1 < points.length; i += 2) path.lineTo(points[i]!, points[i + 1]!)
  if (closed) path.closePath()
}

/**
 * Paints a list on a canvas whose transform maps the list's unit to pixels, y up; `scale` is pixels to one
 * unit. Pens keep their paper widths whatever the transform.
 */
export function paintList(
  context: CanvasRenderingContext2D,
  list: DisplayList,
  scale: number,
  look: ScreenLook,
): void {
  begin(context)
  paintSteps(context, compile(list), scale, look)
}

/** Things smaller than this cannot be seen, pixels. */
const SEEN = 0.4

/** So many parts are painted in one step. */
const PARTS_IN_STEP = 40

/**
 * Paints what of a picture comes near a box, as `paintList` does, in small steps. What is too small to be seen is left
 * out, and, for a small picture, what runs on without end.
 */
export function* paintingPicture(
  context: CanvasRenderingContext2D,
  picture: Picture,
  box: Box,
  scale: number,
  look: ScreenLook,
  withEndless = true,
): Steps {
  begin(context)
  const fine = new FineWork(context, scale, look)
  let painted = 0
  for (const part of picture.search(box)) {
    if (part.endless && !withEndless) continue
    paintPart(context, part, box, scale, look, fine)
    if (++painted % PARTS_IN_STEP === 0) yield
  }
  fine.flush()
}

function paintPart(
  context: CanvasRenderingContext2D,
  part: Part,
  box: Box,
  scale: number,
  look: ScreenLook,
  fine: FineWork,
): void {
  const size = Math.max(part.maxX - part.minX, part.maxY - part.minY) * scale
  if (size < SEEN) return
  const steps = compile(part.within?.(box, 1 / scale) ?? part.items)
  if (size <= FINE && fine.takes(steps)) return
  fine.flush()
  paintSteps(context, steps, scale, look)
}

/** Things smaller than this are fine work, pixels. */
const FINE = 40

/**
 * Many small things one after the other: their lines are stroked together, pen by pen, and lettering that cannot be read
 * is filled together. Which of two thin lines lies over the other cannot be seen there.
 */
class FineWork {
  private readonly strokes = new Map<AnyPen, Path2D>()
  private readonly words = new Map<Tone, Path2D>()

  constructor(
    private readonly context: CanvasRenderingContext2D,
    private readonly scale: number,
    private readonly look: ScreenLook,
  ) {}

  /** Takes up what a thing is painted by; false when it is more than lines and tiny lettering. */
  takes(steps: readonly Step[]): boolean {
    for (const step of steps) if (!this.isFine(step)) return false
    for (const step of steps)
      if (step.kind === 'stroke') joinPath(this.strokes, step.pen, step.path)
      else if (step.kind === 'text') joinPath(this.words, step.items[0]!.tone, barsOf(step))
    return true
  }

  private isFine(step: Step): boolean {
    switch (step.kind) {
      case 'stroke':
        return true
      case 'text':
        return isTooSmall(step, this.scale)
      case 'fill':
      case 'clear':
      case 'group':
        return false
    }
  }

  /** Paints what was taken up. */
  flush(): void {
    const { context, scale, look } = this
    for (const [pen, path] of this.strokes) paintStroke(context, pen, path, scale, look)
    this.strokes.clear()
    for (const [tone, path] of this.words) paintBars(context, path, colourOf(tone, look))
    this.words.clear()
  }
}

function joinPath<Key>(paths: Map<Key, Path2D>, key: Key, path: Path2D): void {
  const all = paths.get(key)
  if (all) all.addPath(path)
  else paths.set(key, new Path2D(path))
}

/** A look in pixels of a canvas, so many of which go to one of the screen. */
export const scaledLook = (look: ScreenLook, ratio: number): ScreenLook => ({
  ...look,
  pixelsPerPaperMm: look.pixelsPerPaperMm * ratio,
  thinnest: look.thinnest * ratio,
  boldest: look.boldest * ratio,
})

/** The pens of a project in words: equal as long as they are. */
export const penWords = (project: Project): string => JSON.stringify(pensOf(project))

/** How far ink reaches beyond the lines it is drawn along, pixels: half its width, more at sharp corners. */
export const inkMargin = ({ boldest, thinnest, pixelsPerPaperMm }: ScreenLook): number =>
  (Math.max(thinnest, Math.min(boldest, BOLDEST_PEN * pixelsPerPaperMm)) * MITRE) / 2 + 1

/** The widest pen, mm. */
const BOLDEST_PEN = Math.max(...PEN_WIDTHS)
const MITRE = 8

function begin(context: CanvasRenderingContext2D): void {
  context.lineJoin = 'miter'
  context.miterLimit = MITRE
  context.fontKerning = 'none'
  context.textRendering = 'optimizeSpeed'
  context.textBaseline = 'alphabetic'
}

function paintSteps(
  context: CanvasRenderingContext2D,
  steps: readonly Step[],
  scale: number,
  look: ScreenLook,
): void {
  for (const step of steps) {
    switch (step.kind) {
      case 'stroke':
        paintStroke(context, step.pen, step.path, scale, look)
        break
      case 'fill':
        if (look.only && (isColour(step.tone) || step.tone > 0.5) && !doesClear(step.tone, look)) break
        context.fillStyle = doesClear(step.tone, look) ? paperOf(look) : colourOf(step.tone, look)
        context.fill(step.path, 'evenodd')
        break
      case 'text':
        if (isTooSmall(step, scale)) paintBars(context, barsOf(step), colourOf(step.items[0]!.tone, look))
        else for (const item of step.items) paintText(context, item, scale, colourOf(item.tone, look))
        break
      case 'clear':
        paintClear(context, step.items, scale, look)
        break
      case 'group': {
        context.save()
        const { a, b, c, d, e, f } = step.map
        context.transform(a, b, c, d, e, f)
        if (step.clip) {
          const { minX, minY, maxX, maxY } = step.clip
          context.beginPath()
          context.rect(minX, minY, maxX - minX, maxY - minY)
          context.clip()
        }
        paintSteps(context, step.steps, scale * enlargement(step.map), look)
        context.restore()
        break
      }
    }
  }
}

const colourOf = (tone: Tone, { only, ink, paper }: ScreenLook): string =>
  only ?? toneColour(tone, ink, paper)

/** Lines are cleared so wide, pixels: their marks go with them. */
const CLEARED = 4

const doesClear = (tone: Tone, look: ScreenLook): boolean => look.clears === true && tone === PAPER_TONE
const paperOf = ({ ink, paper }: ScreenLook): string => toneColour(PAPER_TONE, ink, paper)

function paintStroke(
  context: CanvasRenderingContext2D,
  named: AnyPen,
  path: Path2D,
  scale: number,
  look: ScreenLook,
): void {
  const pen = penOf(named, look.pens)
  const clears = doesClear(pen.tone, look)
  const pixels = Math.min(look.boldest, Math.max(look.thinnest, pen.widthMm * look.pixelsPerPaperMm))
  context.lineWidth = (clears ? Math.max(pixels, CLEARED) : pixels) / scale
  context.strokeStyle = clears ? paperOf(look) : colourOf(pen.tone, look)
  context.lineCap = 'round'
  context.stroke(path)
}

/** The height of the bar that stands for letters that cannot be read, as a part of theirs. */
const BAR = 0.35

/** Whether none of some lettering can be read, and all of it is in one tone. */
const isTooSmall = ({ items }: Step & { kind: 'text' }, scale: number): boolean =>
  items.every(({ size, tone }) => size * scale < READABLE_PIXELS && tone === items[0]!.tone)

/** The bars of lettering that cannot be read. */
function barsOf(step: Step & { kind: 'text' }): Path2D {
  if (step.bars) return step.bars
  const bars = new Path2D()
  for (const { x, y, turn, width, size } of step.items) {
    const [along, up] = [
      { x: Math.cos(turn) * width, y: Math.sin(turn) * width },
      { x: -Math.sin(turn) * size * BAR, y: Math.cos(turn) * size * BAR },
    ]
    bars.moveTo(x, y)
    bars.lineTo(x + along.x, y + along.y)
    bars.lineTo(x + along.x + up.x, y + along.y + up.y)
    bars.lineTo(x + up.x, y + up.y)
  }
  return (step.bars = bars)
}

function paintBars(context: CanvasRenderingContext2D, bars: Path2D, colour: string): void {
  context.globalAlpha = 0.5
  context.fillStyle = colour
  context.fill(bars)
  context.globalAlpha = 1
}

/** Letters up to so many pixels high are as good as bars to what lies beneath them. */
const AS_BARS = 7

/** Takes off what lies under letters and around them, where they can be read and all is in its colours. */
function paintClear(
  context: CanvasRenderingContext2D,
  items: readonly ClearItem[],
  scale: number,
  look: ScreenLook,
): void {
  if (look.only) return
  context.save()
  context.fillStyle = context.strokeStyle = paperOf(look)
  context.lineJoin = 'round'
  const { a, b, c, d, e, f } = context.getTransform()
  const bars = new Path2D()
  let font = ''
  for (const { text, gap } of items) {
    const pixels = text.size * scale
    if (pixels < READABLE_PIXELS) continue
    if (pixels < AS_BARS) {
      addBar(bars, text, gap)
      continue
    }
    const [cos, sin] = [Math.cos(text.turn), Math.sin(text.turn)]
    // Letters stand upright although y runs up.
    context.setTransform(a, b, c, d, e, f)
    context.transform(cos / scale, sin / scale, sin / scale, -cos / scale, text.x, text.y)
    context.lineWidth = 2 * gap * scale
    for (const run of text.runs) {
      const { by = 1, up = 0 } = run
      const wanted = canvasFont(run.face, text.size * by * scale)
      if (wanted !== font) context.font = font = wanted
      context.strokeText(run.text, run.dx * scale, -up * text.size * scale)
    }
  }
  context.setTransform(a, b, c, d, e, f)
  context.fill(bars)
  context.restore()
}

/** How high capitals are, as a part of the em; and how far letters reach below their line. */
const CAPITALS = 0.72
const BELOW = 0.2

/** A bar over a text, as far around it as its ground is cleared. */
function addBar(path: Path2D, { x, y, turn, width, size }: TextItem, gap: number): void {
  const [u, v] = [
    { x: Math.cos(turn), y: Math.sin(turn) },
    { x: -Math.sin(turn), y: Math.cos(turn) },
  ]
  const [from, to, foot, top] = [-gap, width + gap, -BELOW * size, CAPITALS * size + gap]
  path.moveTo(x + u.x * from + v.x * foot, y + u.y * from + v.y * foot)
  path.lineTo(x + u.x * to + v.x * foot, y + u.y * to + v.y * foot)
  path.lineTo(x + u.x * to + v.x * top, y + u.y * to + v.y * top)
  path.lineTo(x + u.x * from + v.x * top, y + u.y * from + v.y * top)
  path.closePath()
}

function paintText(context: CanvasRenderingContext2D, item: TextItem, scale: number, colour: string): void {
  context.save()
  context.translate(item.x, item.y)
  context.rotate(item.turn)
  if (item.size * scale < READABLE_PIXELS) {
    context.globalAlpha = 0.5
    context.fillStyle = colour
    context.fillRect(0, 0, item.width, item.size * BAR)
  } else {
    // Letters stand upright although y runs up.
    context.scale(1 / scale, -1 / scale)
    context.fillStyle = colour
    for (const run of item.runs) {
      const { by = 1, up = 0 } = run
      context.font = canvasFont(run.face, item.size * by * scale)
      context.fillText(run.text, run.dx * scale, -up * item.size * scale)
    }
  }
  context.restore()
}

/** A `#rrggbb` colour as three numbers. */
export const rgb = (colour: string): number[] => [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16))
