import { describe, expect, it } from 'vitest'
import { drawingList, drawingPicture } from '../src/annotate'
import { PLAIN_LOOK, sceneOf, type PlanLook, type Scene } from '../src/derive'
import { paintSvg, type ClearItem, type DisplayItem } from '../src/display'
import { setNotes, setStyle } from '../src/edit'
import { STANDARD_STYLE } from '../src/library'
import type { AnyRecord, Change, Note, Project } from '../src/records'
import { outline } from './house'
import { PLAN, projectWith, wall } from './wallFixture'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50 }
const note = (facts: Partial<Note> = {}): Note => ({
  id: 'note',
  kind: 'note',
  drawing: PLAN.id,
  at: { x: 2000, y: 2000 },
  text: 'Tiles',
  heightPaperMm: 2.5,
  align: 'start',
  ...facts,
})
const hatch: AnyRecord = {
  id: 'hatch',
  kind: 'hatch',
  drawing: PLAN.id,
  layer: 'layer-hatches',
  region: { by: 'outline' },
  outlines: [outline([1000, 1000], [5000, 1000], [5000, 3000], [1000, 3000])],
  filling: { with: 'tone', tone: 0.8 },
}
const planOf = (...records: AnyRecord[]): Scene => {
  const project = projectWith(PLAN, wall('w', [0, 0, 8000, 0]), wall('v', [0, 4000, 8000, 4000]), ...records)
  return sceneOf(project, project.need('drawing', PLAN.id))
}
const clears = (items: readonly DisplayItem[]): ClearItem[] =>
  items.flatMap((item) => (item.kind === 'clear' ? [item] : []))
/** Where what is cut is drawn once more. */
const cutAgain = (items: readonly DisplayItem[]) =>
  items.flatMap((item) => (item.kind === 'group' && item.clip && item.source === null ? [item] : []))
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}

describe('clear ground', () => {
  it('is taken off under letters, as far around them as the style says, before all annotation is drawn', () => {
    const items = drawingList(planOf(note(), hatch), LOOK)
    const [clear] = clears(items)
    expect(clears(items)).toHaveLength(1)
    expect(clear!.gap).toBe(STANDARD_STYLE.clearPaperMm! * LOOK.scale)
    const text = items.findIndex((item) => item.kind === 'text')
    expect(items.indexOf(clear!)).toBeLessThan(text)
    expect(clear!.text).toBe(items[text])
    expect(cutAgain(items)).toEqual([])
  })

  it('never takes off what is cut: that is drawn again there, and only where it is', () => {
    // The wall is 140 thick about its line; capitals are 125 high.
    for (const [y, again] of [
      [-60, 1],
      [70, 1],
      [90, 1],
      // Just clear of it by more than the gap of 25 mm.
      [96, 0],
      [600, 0],
      [-225, 0],
    ] as const) {
      const items = drawingList(planOf(note({ at: { x: 2000, y } })), LOOK)
      expect([y, cutAgain(items).length]).toEqual([y, again])
      for (const group of cutAgain(items)) {
        const order = items.indexOf(group)
        expect(order).toBeGreaterThan(items.indexOf(clears(items)[0]!))
        expect(order).toBeLessThan(items.findIndex((item) => item.kind === 'text'))
      }
    }
  })

  it('is wanted by styles and by single notes, not by others', () => {
    const scene = planOf(note(), hatch)
    const { project } = scene
    const told = (): number[] => clears(drawingList(scene, LOOK)).map(({ gap }) => gap)
    doing(project, { put: [STANDARD_STYLE], drop: [] })
    doing(project, setStyle(project, STANDARD_STYLE.id, { clearPaperMm: undefined }))
    expect(told()).toEqual([])
    doing(project, setNotes(project, ['note'], { clear: true }))
    expect(told()).toEqual([30])
    doing(project, setStyle(project, STANDARD_STYLE.id, { clearPaperMm: 1 }))
    expect(told()).toEqual([50])
    expect(() => project.check(setStyle(project, STANDARD_STYLE.id, { clearPaperMm: 9 }))).toThrow(
      'That is more than 3 mm on paper.',
    )
  })

  it('is worked out for what is seen alone, and an empty board stays empty', () => {
    const picture = drawingPicture(LOOK).of(
      planOf(note(), hatch, note({ id: 'far', at: { x: 90_000, y: 0 } })),
    )
    const near = picture.near({ minX: 1900, minY: 1900, maxX: 2600, maxY: 2300 }, 1)
    expect(clears(near)).toHaveLength(1)
    const empty = projectWith(PLAN)
    expect(drawingPicture(LOOK).of(sceneOf(empty, empty.need('drawing', PLAN.id))).size).toBe(0)
  })

  it('is left alone on blank paper, until something comes beneath', () => {
    const scene = planOf(note())
    const picture = drawingPicture(LOOK)
    const now = (): number => clears(picture.of(scene).list()).length
    expect(now()).toBe(0)
    const undo = doing(scene.project, { put: [hatch], drop: [] })
    expect(now()).toBe(1)
    doing(scene.project, undo)
    expect(now()).toBe(0)
  })

  it('is drawn in SVG along the outlines of the letters', () => {
    const svg = paintSvg(
      drawingList(planOf(note(), hatch), LOOK),
      { width: 400, height: 300, title: 'Plan' },
      '',
    )
    const stroked =
      /<text [^>]*fill="#ffffff" stroke="#ffffff" stroke-width="50" stroke-linejoin="round"[^>]*>Tiles</
    expect(svg).toMatch(stroked)
    expect(svg.indexOf('stroke-width="50"')).toBeLessThan(svg.lastIndexOf('>Tiles<'))
  })
})
