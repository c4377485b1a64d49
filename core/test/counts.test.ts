import { describe, expect, it } from 'vitest'
import { grid } from '../../bench/grid'
import { TagsDrawn } from '../src/annotate/tags'
import { LivePicture, PLAIN_LOOK, draftField, sceneOf, type Scene } from '../src/derive'
import { moveItems, setFacts, setMaterial } from '../src/edit'
import { cuttersOf } from '../src/edit/track'
import { growBox, pathBox, pathOf } from '../src/geometry'
import { wallAxis } from '../src/building'
import type { Change, Project } from '../src/records'
import { LEVEL, PLAN, projectWith } from './wallFixture'

/** 225 rooms with a door, a tag and a dimension each, between 480 walls. */
const SIDE = 15
const LOOK = { ...PLAIN_LOOK, scale: 50 }

/** A board whose tags and snap field count what is made anew. */
class Counted {
  readonly project = projectWith(PLAN, ...grid(SIDE, LEVEL, PLAN.id, 'wall-type-block-140'))
  private tags: TagsDrawn | null = null
  private readonly live = new LivePicture(LOOK, [(picture) => (this.tags = new TagsDrawn(picture, LOOK))])

  get scene(): Scene {
    return sceneOf(this.project, this.project.need('drawing', PLAN.id))
  }

  private now(): { tags: number; fields: number } {
    this.live.of(this.scene)
    return { tags: this.tags!.made, fields: draftField(this.scene).places.now }
  }

  /** How many tags are placed anew by a change, and by its undo. */
  costs(change: (project: Project) => Change): { tags: number; undone: number; fields: number } {
    const before = this.now()
    const inverse = this.project.apply(change(this.project))
    const after = this.now()
    this.project.apply(inverse)
    const undone = this.now()
    return {
      tags: after.tags - before.tags,
      undone: undone.tags - after.tags,
      fields: after.fields - before.fields,
    }
  }
}

describe('what an edit makes anew', () => {
  const board = new Counted()
  const { project } = board
  const wall = project.all('wall')[200]!

  it('places all tags once', () => {
    board.costs(() => ({ put: [], drop: [] }))
    expect(board.costs(() => ({ put: [], drop: [] }))).toEqual({ tags: 0, undone: 0, fields: 0 })
  })

  it('places the tags around a moved wall, and the same again when it is taken back', () => {
    const moved = board.costs((now) => moveItems(now, [wall.id], { x: 70, y: 70 }))
    expect(moved.tags).toBeGreaterThan(1)
    expect(moved.tags).toBeLessThan(20)
    expect(moved.undone).toBe(moved.tags)
    expect(moved.fields).toBe(1)
  })

  it('places no tag and lays no line for a new name of a material, of the project, or of a sheet', () => {
    const NOTHING = { tags: 0, undone: 0, fields: 0 }
    const material = project.all('material')[0]!
    expect(board.costs((now) => setMaterial(now, material.id, { name: 'Another' }))).toEqual(NOTHING)
    expect(board.costs((now) => setFacts(now, 'project', now.facts.id, { name: 'Another' }))).toEqual(NOTHING)
  })

  it('looks for what cuts a wall among those that come near it', () => {
    const near = growBox(pathBox(pathOf([wallAxis(wall)], false)), 1)
    const cutters = cuttersOf(project, PLAN, { near, walls: 'axes', except: wall.id })
    expect(cutters.length).toBeGreaterThan(1)
    expect(cutters.length).toBeLessThan(14)
    expect(cuttersOf(project, PLAN, { walls: 'axes', except: wall.id }).length).toBeGreaterThan(470)
  })
})
