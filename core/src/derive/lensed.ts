import {
  PAPER_TONE,
  greyOf,
  isColour,
  lighter,
  penFrom,
  penOf,
  strokeItem,
  type AnyPen,
  type DisplayItem,
  type DisplayList,
  type PenTable,
  type Tone,
} from '../display'
import { IDENTITY, enlargement } from '../geometry'
import { layerOf } from '../library'
import type { Project } from '../records'
import type { PlanLook } from './look'
import { isAsItIs, mannerOf, type Manner } from '../views'
import { pathsOf, shiftedPen } from './onLayer'
import { pensOf } from './pens'
import type { Part } from './picture'

/** Dashes of what a lens dashes, paper mm (ISO 128-2, dashed narrow line). */
export const LENS_DASHES = [2.5, 1.2] as const

/** Fills lighter than this clear what lies beneath. */
const CLEARING = 0.97

/** A tone as a lens inks it. */
function inked(tone: Tone, ink: PlanLook['ink'], isFill: boolean): Tone {
  switch (ink) {
    case 'ink':
      if (!isFill) return tone === PAPER_TONE ? tone : 0
      return PAPER_TONE
    case 'tones':
      return greyOf(tone)
    case 'colours':
    case undefined:
      return tone
  }
}

/** What a lens makes of the parts of a picture. */
export class Lensed {
  private readonly pens: PenTable

  constructor(
    private readonly project: Project,
    private readonly look: PlanLook,
  ) {
    this.pens = pensOf(project)
  }

  /** A part as the lens draws it: the same one where that is no otherwise. */
  part(part: Part): Part {
    const { project, look } = this
    const record = part.source === null ? undefined : project.get(part.source)
    const manner = record ? mannerOf(project, record, look) : null
    const asItIs = manner === null || isAsItIs(manner)
    if (asItIs && (look.ink ?? 'colours') === 'colours') return part
    const usualMm = record ? layerOf(project, record).penMm : 0
    const made = (items: DisplayList): DisplayList =>
      items.map((item) => this.item(item, asItIs ? null : manner, usualMm, look.scale))
    const { within } = part
    let mine: DisplayList | null = null
    const now: Part = {
      ...part,
      get items() {
        return (mine ??= made(part.items))
      },
    }
    return within ? { ...now, within: (box, perPixel) => made(within(box, perPixel)) } : now
  }

  private item(item: DisplayItem, manner: Manner | null, usualMm: number, scale: number): DisplayItem {
    const { ink } = this.look
    switch (item.kind) {
      case 'fill':
      case 'disc':
        return { ...item, tone: inked(this.filled(item.tone, manner), ink, item.kind === 'fill') }
      case 'text':
        return { ...item, tone: inked(manner?.tone ?? item.tone, ink, false) }
      case 'clear':
        return item
      case 'group':
        return {
          ...item,
          items: item.items.map((each) => this.item(each, manner, usualMm, scale / enlargement(item.map))),
        }
      case 'line':
      case 'segments':
      case 'arc':
      case 'path': {
        const pen = this.pen(item.pen, manner, usualMm)
        if (!manner?.dashed) return { ...item, pen }
        const paths = pathsOf(item)
        const items = paths.map((path) => strokeItem(path, pen, LENS_DASHES, scale, item.source))
        return items.length === 1
          ? items[0]!
          : { kind: 'group', map: IDENTITY, clip: null, items, source: item.source }
      }
    }
  }

  private filled(tone: Tone, manner: Manner | null): Tone {
    if (manner?.tone === undefined || (!isColour(tone) && tone >= CLEARING)) return tone
    return isColour(manner.tone) ? manner.tone : lighter(tone, manner.tone)
  }

  private pen(named: AnyPen, manner: Manner | null, usualMm: number): AnyPen {
    const own = penOf(named, this.pens)
    const { ink } = this.look
    if (!manner && (ink ?? 'colours') === 'colours') return named
    const { widthMm } =
      manner?.penMm === undefined || usualMm <= 0
        ? own
        : shiftedPen(named, usualMm, { penMm: manner.penMm, tone: 0 }, this.pens)
    return penFrom(
      widthMm,
      inked(own.tone === PAPER_TONE ? own.tone : (manner?.tone ?? own.tone), ink, false),
    )
  }
}
