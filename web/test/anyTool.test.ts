import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addLinework, addWalls } from '@lamina/core/edit'
import { extentOf } from '@lamina/core/display'
import { TOOLS, keepsSelection, makeTool, type ToolName } from '../src/tools/catalogue'
import type { Tool } from '../src/tools/tool'
import { SheetBench, TestBench, pointer } from './bench'

type AnyBench = TestBench | SheetBench

/** Two walls in a corner, a rectangle, a line and an arc: something for every tool to work on. */
function furnish(bench: AnyBench): void {
  const { scene } = bench
  if (scene.view === 'plan')
    bench.edit('Walls', (project, makeId) =>
      addWalls(
        project,
        {
          level: scene.level.id,
          type: 'wall-type-cavity-350',
          reference: 'left',
          points: [
            { x: 0, y: 0 },
            { x: 4000, y: 0 },
            { x: 4000, y: 3000 },
          ],
          closed: false,
        },
        makeId,
      ),
    )
  const path = (closed: boolean, ...corners: [number, number, number][]): void =>
    void bench.edit('Line', (project, makeId) =>
      addLinework(
        project,
        {
          drawing: bench.board.id,
          layer: 'layer-lines',
          shape: {
            form: 'path',
            path: { vertices: corners.map(([x, y, sweep]) => ({ x, y, sweep })), closed },
          },
        },
        makeId,
      ),
    )
  path(true, [1000, 1000, 0], [2000, 1000, 0], [2000, 2000, 0], [1000, 2000, 0])
  path(false, [0, 4000, 0], [3000, 4000, 0])
  path(false, [5000, 0, 1], [6000, 0, 0])
}

const place = fc.constantFrom(-500, 0, 500, 1000, 2000, 3000, 4000, 5000, 6000)
const act = fc.oneof(
  { weight: 6, arbitrary: fc.record({ do: fc.constant('press' as const), x: place, y: place }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('drag' as const), x: place, y: place }) },
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('type' as const),
      field: fc.nat(3),
      text: fc.constantFrom('0', '500', '-300', '3', '1/0', '90', '1e9', 'N45E', 'text', '50%'),
    }),
  },
  { weight: 4, arbitrary: fc.record({ do: fc.constantFrom('enter', 'back', 'unpoint', 'leave') }) },
  {
    weight: 5,
    arbitrary: fc.record({ do: fc.constant('key' as const), key: fc.constantFrom(...'aaaaaabcdeklorstuw') }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('select' as const), n: fc.nat(6) }) },
)
type Act = typeof act extends fc.Arbitrary<infer T> ? T : never

/** Everything that is asked of a tool whenever the pointer moves. */
function look(tool: Tool, x: number, y: number): void {
  for (const at of [null, pointer(x, y)]) {
    const { text, keys } = tool.prompt()
    expect(text).toMatch(/^\S.{8,}[.?]$/)
    expect(keys).not.toMatch(/NaN|undefined|^\s|\s$/)
    for (const { label, shown } of tool.fields(at)) expect(`${label}${shown}`).not.toMatch(/NaN|undefined/)
    expect(tool.remark?.(at) ?? '').not.toMatch(/NaN|undefined|Infinity/)
    // What is shown lies somewhere, or is nothing.
    const shown = extentOf([...tool.preview(at), ...(tool.gone?.(at) ?? [])])
    expect(Object.values(shown).some(Number.isNaN)).toBe(false)
  }
  tool.last()
  tool.alignFrom?.()
  tool.figures?.()
}

function perform(tool: Tool, bench: AnyBench, one: Act): void {
  switch (one.do) {
    case 'press':
      return tool.press(pointer(one.x, one.y))
    case 'drag':
      return tool.drag?.({ x: one.y, y: one.x }, pointer(one.x, one.y))
    case 'type': {
      const field = tool.fields(pointer(700, 700))[one.field]
      return field && bench.type(field.key, one.text)
    }
    case 'key':
      return void tool.key?.(one.key)
    case 'select':
      return bench.select(
        one.n === 0
          ? []
          : bench
              .all('linework')
              .slice(0, one.n)
              .map((each) => each.id),
      )
    case 'enter':
      return tool.enter(pointer(800, 900))
    case 'back':
      return void tool.back()
    case 'unpoint':
      return void tool.unpoint?.()
    case 'leave':
      return tool.leave?.()
  }
}

/** Does anything with a tool; whatever it makes is sound, and whatever it refuses is said. */
function tried(name: ToolName, begin: () => AnyBench, numRuns: number): void {
  fc.assert(
    fc.property(fc.array(act, { maxLength: 14 }), fc.boolean(), (acts, selected) => {
      const bench = begin()
      furnish(bench)
      if (selected) bench.select([...bench.all('linework'), ...bench.all('wall')].map(({ id }) => id))
      const tool = makeTool(name, bench)!
      look(tool, 300, 300)
      for (const one of acts) {
        perform(tool, bench, one)
        look(tool, 1500, 2500)
      }
      for (const sentence of bench.refused) expect(sentence).toMatch(/^\S.{8,}/)
      // Everything that was made is part of what is drawn on, or of the project.
      for (const record of bench.project.everything())
        if ('drawing' in record && record.drawing !== undefined && record.kind !== 'viewport')
          expect(record.drawing).toBe(bench.board.id)
    }),
    { numRuns },
  )
}

describe('any tool on a plan, whatever is pressed and typed', () => {
  it.each(TOOLS.map(({ tool }) => tool))('%s answers the pointer, and refuses in words', (name) =>
    tried(name, () => new TestBench(), 25),
  )
})

describe('any tool on a sheet', () => {
  it.each(TOOLS.filter(({ on }) => on === 'any').map(({ tool }) => tool))(
    '%s works as on a drawing',
    (name) => tried(name, () => new SheetBench(), 12),
  )
  it.each(TOOLS.filter(({ on }) => on !== 'any').map(({ tool }) => tool))(
    '%s says that it is for drawings or plans, and makes nothing',
    (name) => {
      const bench = new SheetBench()
      const before = JSON.stringify([...bench.project.everything()])
      const tool = makeTool(name, bench)!
      expect(tool.prompt().text).toMatch(/drawings, not for sheets|drawn on plans|put into walls, on plans/)
      tool.press(pointer(10, 10))
      tool.enter(pointer(10, 10))
      expect(bench.refused).toHaveLength(2)
      expect(tool.fields(pointer(0, 0))).toEqual([])
      expect(tool.back()).toBe(false)
      expect(JSON.stringify([...bench.project.everything()])).toBe(before)
    },
  )
})

describe('the table of tools', () => {
  it('gives no letter twice, and a drawer or a change to each', () => {
    const keys = TOOLS.flatMap(({ key }) => key ?? [])
    expect(new Set(keys).size).toBe(keys.length)
    for (const { under, change, tool, name } of TOOLS) {
      expect(under !== null || change === true, tool).toBe(true)
      expect(name).toMatch(/^[A-Z]/)
    }
  })
  it('says on screen which letters it takes for itself', () => {
    const unsaid: string[] = []
    for (const { tool: name } of TOOLS)
      for (const points of [0, 1, 2]) {
        for (const letter of 'abcdefghijklmnopqrstuvwxyz') {
          const bench = new TestBench()
          furnish(bench)
          const tool = makeTool(name, bench)!
          for (let i = 0; i < points; i++) tool.press(pointer(1000 + 700 * i, 1000 + 300 * i))
          const { text, keys } = tool.prompt()
          if (tool.key?.(letter) && !new RegExp(`\\b${letter.toUpperCase()}\\b`).test(`${text} ${keys}`))
            unsaid.push(`${name} ${letter.toUpperCase()} after ${points} points: ${keys}`)
        }
      }
    expect(unsaid).toEqual([])
  })
  it('leaves selected what works on it, and lets go of the rest', () => {
    expect(
      ['select', 'reshape', 'move', 'trim', 'hatch'].filter((name) => !keepsSelection(name as ToolName)),
    ).toEqual([])
    expect(
      ['wall', 'line', 'note', 'crop', 'paste'].filter((name) => keepsSelection(name as ToolName)),
    ).toEqual([])
  })
  it('makes nothing of an empty hand', () => {
    expect(makeTool('select', new TestBench())).toBeNull()
    expect(makeTool('crop', new SheetBench())).toBeNull()
  })
})
