import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { solverOf } from '../src/building'
import { pictureOf } from '../src/annotate'
import { PLAIN_LOOK, draftField, sceneOf, type Picture } from '../src/derive'
import { isLike, type Likeness } from '../src/kinds'
import { isInReach } from '../src/library'
import { pickAt } from '../src/locate'
import { Project, type AnyRecord, type Id } from '../src/records'
import { inked } from './inked'
import { PLAN, chain, drafted, opening, projectWith, wall } from './wallFixture'

const WALLS = [
  wall('a', [0, 0, 6000, 0]),
  wall('b', [6000, 0, 6000, 4000]),
  wall('c', [6000, 4000, 0, 4000]),
  wall('d', [0, 4000, 0, 0]),
]
const house = (): Project =>
  projectWith(PLAN, ...WALLS, opening('o', 'a', 2000, 900), drafted('l', chain([1000, 1000, 3000, 1000])))
const picture = (project: Project, printing = false): Picture =>
  pictureOf(sceneOf(project, PLAN), { ...PLAIN_LOOK, scale: 50, printing })
const shown = (project: Project, printing = false): string =>
  inked(picture(project, printing).list()).join('\n')

describe('what is set aside', () => {
  it('is not drawn, not snapped to, not taken; it prints, and comes back as it was', () => {
    const project = house()
    const before = shown(project)
    const paper = shown(project, true)
    const told = project.putAside(new Set(['l', 'a']))
    expect(told.map(({ id }) => id).sort()).toEqual(['a', 'l'])
    expect(picture(project).of('l')).toEqual([])
    expect(draftField(sceneOf(project, PLAN)).edgesNear({ x: 2000, y: 1000 }, 5)).toEqual([])
    expect(isInReach(project, project.need('linework', 'l'))).toBe(false)
    expect(pickAt(picture(project), solverOf(project, 'ground'), { x: 4000, y: 0 }, 20)).toEqual([])
    // The door goes with its wall.
    expect(picture(project).of('o')).toEqual([])
    expect(shown(project, true) === paper).toBe(true)
    project.putAside(new Set())
    expect(shown(project) === before).toBe(true)
  })
  it('is no part of the records', () => {
    const project = house()
    const before = JSON.stringify([...project.everything()])
    project.putAside(new Set(['a']))
    expect(JSON.stringify([...project.everything()])).toBe(before)
  })
  it('in whatever order it is set aside and brought back, boards show what is not, as if drawn from nothing', () => {
    const ids: Id[] = ['a', 'b', 'd', 'o', 'l']
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(fc.constantFrom(...ids)), { maxLength: 5 }), (turns) => {
        const project = house()
        shown(project)
        for (const turn of turns) {
          project.putAside(new Set(turn))
          const fresh = house()
          fresh.putAside(new Set(turn))
          expect(shown(project) === shown(fresh)).toBe(true)
        }
      }),
    )
  })
})

describe('things that are alike', () => {
  const alike = (p: AnyRecord, q: AnyRecord, by: Likeness): boolean => isLike(house(), p, q, by)
  it('by kind, type, layer and look', () => {
    const [a] = WALLS
    const brick = wall('e', [0, 0, 1000, 0], 'brick-215')
    expect(alike(a!, WALLS[1]!, 'type')).toBe(true)
    expect(alike(a!, brick, 'kind')).toBe(true)
    expect(alike(a!, brick, 'type')).toBe(false)
    expect(alike(a!, { ...brick, layer: 'layer-0' }, 'layer')).toBe(false)
    expect(alike(a!, drafted('l', chain([0, 0, 1, 1])), 'kind')).toBe(false)
    const bold = { ...a!, own: { penMm: 0.5 as const, tone: 0 } }
    expect(alike(a!, bold, 'look')).toBe(false)
    expect(alike(bold, { ...brick, own: { tone: 0, penMm: 0.5 as const } }, 'look')).toBe(true)
  })
})
