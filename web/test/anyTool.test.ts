import fc from 'fast-check'
import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it } from 'vitest'
import { addLinework, addWalls } from '@lamina/core/edit'
import { useDesk, type ToolName } from '../src/store/desk'
import { TOOLS } from '../src/tools/catalogue'
import { makeTool } from '../src/tools/makeTool'
import type { Tool } from '../src/tools/tool'
import { TestBench, pointer } from './bench'

/** Two walls in a corner, a rectangle, a line and an arc: something for every tool to work on. */
function furnish(bench: TestBench): void {
  bench.edit('Walls', (project, makeId) =>
    addWalls(
      project,
      {
        level: bench.scene.level.id,
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
          drawing: bench.drawing.id,
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
    expect(typeof text + typeof keys).toBe('stringstring')
    for (const { label, shown } of tool.fields(at)) expect(`${label}${shown}`).not.toMatch(/NaN|undefined/)
    expect(tool.remark?.(at) ?? '').not.toMatch(/NaN|undefined|Infinity/)
    for (const item of [...tool.preview(at), ...(tool.gone?.(at) ?? [])]) expect(item.kind).toBeTruthy()
  }
  tool.last()
  tool.alignFrom?.()
  tool.figures?.()
}

function perform(tool: Tool, bench: TestBench, one: Act): void {
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

const names = TOOLS.map((entry) => entry.tool)

describe('any tool, whatever is pressed and typed', () => {
  it.each(names)('%s answers the pointer, and refuses in words', (name: ToolName) => {
    setActivePinia(createPinia())
    fc.assert(
      fc.property(fc.array(act, { maxLength: 14 }), fc.boolean(), (acts, selected) => {
        const bench = new TestBench()
        furnish(bench)
        if (selected) bench.select([...bench.all('linework'), ...bench.all('wall')].map(({ id }) => id))
        const tool = makeTool(name, bench, useDesk())
        if (!tool) return
        look(tool, 300, 300)
        for (const one of acts) {
          perform(tool, bench, one)
          look(tool, 1500, 2500)
        }
        for (const sentence of bench.refused) expect(sentence).toMatch(/^\S.{8,}/)
      }),
      { numRuns: 25 },
    )
  })
})
