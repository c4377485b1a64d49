import { describe, expect, it } from 'vitest'
import { addOpening, addWalls, changeOpening } from '@lamina/core/edit'
import { sameAgainTool } from '../src/tools/sameAgain'
import { TestBench, pointer as at } from './bench'

/** Two rooms of 4 000 by 3 000 beside each other. */
function twoRooms(): TestBench {
  const bench = new TestBench()
  const run = (points: [number, number][]): void =>
    void bench.edit('Wall', (project, makeId) =>
      addWalls(
        project,
        {
          level: bench.scene.level.id,
          type: 'wall-type-block-140',
          reference: 'centre',
          points: points.map(([x, y]) => ({ x, y })),
          closed: points.length > 2,
        },
        makeId,
      ),
    )
  run([
    [0, 0],
    [8000, 0],
    [8000, 3000],
    [0, 3000],
  ])
  run([
    [4000, 0],
    [4000, 3000],
  ])
  return bench
}
const door = (bench: TestBench, along: number): void =>
  void bench.edit('Door', (project, makeId) => {
    const [wall] = project.all('wall')
    const solved = bench.scene.building.get(wall!.id)!
    return addOpening(
      project,
      solved,
      { wall: wall!.id, fit: 'door', along, width: 900, sill: 0, head: 2010, hand: 'start', side: 'left' },
      makeId,
    )
  })

describe('the same again over there', () => {
  it('says what it would do, does it where one points, and goes on from what it took up', () => {
    const bench = twoRooms()
    door(bench, 1000)
    const tool = sameAgainTool(bench)
    expect(tool.prompt().text).toBe('Door: point to another room.')
    expect(tool.prompt().keys).toContain('H: mirrored left to right')
    expect(tool.remark!(at(1000, 1000))).toBe('It was done in this room. Point to another.')
    tool.press(at(1000, 1000))
    expect(bench.refused).toEqual(['It was done in this room. Point to another.'])
    // The room it was done in, and the door that would come.
    expect(tool.preview(at(6000, 1500)).length).toBeGreaterThan(1)
    tool.key!('h')
    expect(tool.remark!(at(6000, 1500))).toBe('mirrored left to right')
    tool.press(at(6000, 1500))
    expect(bench.all('opening').map(({ along, hand }) => [along, hand])).toEqual([
      [1000, 'start'],
      [7000, 'end'],
    ])
    // A second time there it is in the way.
    tool.press(at(6000, 1500))
    expect(bench.refused.at(-1)).toBe('There is a door in this place already.')
    tool.press(at(-5000, 0))
    expect(bench.refused.at(-1)).toBe('Point into a room that is closed all round.')
  })
  it('goes on without the first of what was done, and to another door alone', () => {
    const bench = twoRooms()
    door(bench, 1000)
    door(bench, 5500)
    const [first, second] = bench.all('opening')
    for (const width of [800, 700])
      bench.edit('Width', (project) =>
        changeOpening(project, bench.scene.building.get(first!.wall)!, first!.id, { width }),
      )
    const tool = sameAgainTool(bench)
    expect(tool.prompt().text).toBe('Width, Width: point to another room, door or window.')
    tool.press(at(5500, 0))
    expect(bench.project.need('opening', second!.id).width).toBe(700)
    expect(tool.key!('l')).toBe(true)
    expect(tool.prompt().text).toBe('Width: point to another room, door or window.')
    expect(tool.key!('l')).toBe(false)
  })
  it('says so when there is nothing to do again', () => {
    const bench = twoRooms()
    const tool = sameAgainTool(bench)
    expect(tool.prompt().text).toBe('Nothing was done last in one room or to one door or window.')
    tool.press(at(1000, 1000))
    expect(bench.refused).toEqual(['Nothing was done last in one room or to one door or window.'])
    expect(tool.preview(at(1000, 1000))).toEqual([])
  })
})
