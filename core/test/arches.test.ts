import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { headCorners, headDrop, headRise, solverOf } from '../src/building'
import { addSight, changeOpening } from '../src/edit'
import type { AnyRecord, Opening, Project } from '../src/records'
import { solidOf } from '../src/solids'
import { normalOf, type Solid } from '../src/space'
import { atOnce } from '../src/steps'
import { Derivation } from '../src/views'
import { LEVEL, PLAN, projectWith } from './wallFixture'

const WALL: AnyRecord = {
  id: 'wall',
  kind: 'wall',
  level: LEVEL,
  type: 'wall-type-block-140',
  a: { x: 0, y: 0 },
  b: { x: 5000, y: 0 },
  reference: 'centre',
  base: 0,
  height: 3000,
}
const door = (top: Opening['top'], facts: Partial<Opening> = {}): Opening => ({
  id: 'door',
  kind: 'opening',
  wall: 'wall',
  fit: 'gap',
  along: 2500,
  width: 1000,
  sill: 0,
  head: 2100,
  hand: 'start',
  side: 'left',
  ...(top ? { top } : {}),
  ...facts,
})
const standing = (top: Opening['top'], facts: Partial<Opening> = {}): Project =>
  projectWith(PLAN, WALL, door(top, facts))

/** Area of the faces of a solid that look along y, mm². */
const areaOf = (solid: Solid, sense: 1 | -1): number =>
  solid.faces.reduce((sum, { loops }) => {
    const y = loops.reduce((all, loop) => all + normalOf(solid.points, loop).y, 0) / 2
    return y * sense > 1 ? sum + Math.abs(y) : sum
  }, 0)

describe('heads that are not level', () => {
  it('drop as far as their form says', () => {
    const round = { width: 1000, sill: 0, head: 2100, top: { form: 'round' as const } }
    expect(headRise(round)).toBe(500)
    expect(headDrop(round, 500)).toBeCloseTo(0, 9)
    expect(headDrop(round, 0)).toBeCloseTo(500, 9)
    // At a quarter of the width: 500 − √(500² − 250²).
    expect(headDrop(round, 250)).toBeCloseTo(500 - Math.sqrt(500 ** 2 - 250 ** 2), 9)
    const flat = { ...round, top: { form: 'segmental' as const, rise: 125 } }
    // Radius (1 000² / 4 + 125²) / 250 = 1 062.5.
    expect(headDrop(flat, 0)).toBeCloseTo(125, 9)
    expect(headDrop(flat, 250)).toBeCloseTo(1062.5 - Math.sqrt(1062.5 ** 2 - 250 ** 2), 9)
    const raked = { ...round, top: { form: 'raked' as const, rise: 200, high: 'end' as const } }
    expect([0, 500, 1000].map((at) => headDrop(raked, at))).toEqual([200, 100, 0])
  })
  it('have their crown at a corner, and never rise above it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 6000 }),
        fc.integer({ min: 1, max: 3000 }),
        fc.constantFrom('segmental' as const, 'round' as const),
        (width, rise, form) => {
          const top = form === 'round' ? { form } : { form, rise }
          const corners = headCorners({ width, sill: 0, head: 4000, top })
          expect(Math.min(...corners.map(({ drop }) => drop))).toBeCloseTo(0, 6)
          expect(corners[0]!.drop).toBeCloseTo(corners.at(-1)!.drop, 6)
          for (const { drop } of corners) expect(drop).toBeGreaterThan(-1e-6)
        },
      ),
    )
  })
  it('leave the wall what lies above them', () => {
    for (const [top, taken] of [
      [undefined, 1000 * 2100],
      // Sixteen chords of half a circle: half of 32 triangles at 11.25°.
      [{ form: 'round' as const }, 1000 * 1600 + (16 / 2) * 500 ** 2 * Math.sin(Math.PI / 16)],
      [{ form: 'raked' as const, rise: 200, high: 'end' as const }, 1000 * 2000],
    ] as const) {
      const project = standing(top)
      const solid = solidOf(project, project.need('wall', 'wall'))!
      for (const sense of [1, -1] as const) expect(areaOf(solid, sense)).toBeCloseTo(5000 * 3000 - taken, -1)
    }
  })
  it('are cut where the section stands: lower beside the middle', () => {
    const heightAt = (x: number): number => {
      const project = standing({ form: 'round' })
      let n = 0
      const { change, drawing } = addSight(
        project,
        { view: 'section', a: { x, y: -3000 }, b: { x, y: 3000 } },
        () => `v${++n}`,
      )
      project.apply(change)
      const made = atOnce(new Derivation(project, drawing).following())!
      const cut = new Map(made.cut).get('wall')!
      return Math.min(...cut.flatMap(({ y1, y2 }) => [y1, y2]))
    }
    expect(heightAt(2500)).toBeCloseTo(2100, 0)
    expect(heightAt(2250)).toBeCloseTo(2100 - (500 - Math.sqrt(500 ** 2 - 250 ** 2)), 0)
  })
  it('are refused where they rise by more than the opening is high', () => {
    const project = standing(undefined)
    const solved = solverOf(project, LEVEL).get('wall')!
    expect(() => changeOpening(project, solved, 'door', { top: { form: 'segmental', rise: 2200 } })).toThrow(
      'cannot rise',
    )
    project.apply(changeOpening(project, solved, 'door', { top: { form: 'segmental', rise: 125 } }))
    expect(project.need('opening', 'door').top).toEqual({ form: 'segmental', rise: 125 })
    project.apply(changeOpening(project, solverOf(project, LEVEL).get('wall')!, 'door', { top: null }))
    expect(project.need('opening', 'door').top).toBeUndefined()
  })
})
