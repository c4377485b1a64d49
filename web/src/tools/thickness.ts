import { typeThickness } from '@lamina/core/building'
import { EditRefused, storing, typeLike, type LikeType } from '@lamina/core/edit'
import { INCH_MM, formatLength } from '@lamina/core/units'
import type { Bench, Tool } from './tool'
import { nextWallType } from './values'

/** The thinnest wall that is likely meant, mm. */
const THINNEST = 20

/** The next walls are so thick, mm: their type is found or made. False when it cannot be. */
export function takeThickness(bench: Pick<Bench, 'project' | 'values' | 'edit'>, thickness: number): boolean {
  const like = nextWallType(bench.project, bench.values)
  let type = like
  const made = bench.edit('Wall type', (now, makeId) => {
    const other = typeLike(now, like, { thickness }, makeId)
    type = other.type.id
    return storing(now, ...other.put)
  })
  if (made) bench.values.wallType = type
  return made !== null
}

/**
 * A tool that draws walls, with their thickness typed where they are drawn: T asks for it, Enter takes it. A type of that
 * thickness that is otherwise like the one in hand is found, or made.
 */
export function withThickness(bench: Bench, tool: Tool): Tool {
  let asking = false
  const now = (): number =>
    typeThickness(bench.project.need('wallType', nextWallType(bench.project, bench.values)))

  /** The type that the typed thickness comes to; or why there is none. */
  function found(makeId = (): string => 'foreseen'): LikeType | string | null {
    const thickness = bench.typed('thick')
    if (thickness === null) return null
    try {
      return typeLike(bench.project, nextWallType(bench.project, bench.values), { thickness }, makeId)
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      return error.message
    }
  }
  function take(): void {
    const thickness = bench.typed('thick')
    if (thickness !== null && !takeThickness(bench, thickness)) return
    asking = false
    bench.clearTyped()
  }
  const over: Partial<Tool> = {
    prompt() {
      const { text, keys } = tool.prompt()
      return asking
        ? { text: 'Type how thick the walls are that come next.', keys: 'Enter: take it · Esc: leave it' }
        : { text, keys: `T: how thick · ${keys}` }
    },
    fields: (at) =>
      asking
        ? [
            {
              key: 'thick',
              label: 'thick',
              kind: 'length',
              shown: formatLength(now(), bench.units),
              least: bench.units.system === 'metric' ? THINNEST : INCH_MM,
            },
          ]
        : tool.fields(at),
    remark(at) {
      if (!asking) return tool.remark?.(at) ?? ''
      const type = found()
      if (typeof type === 'string') return type
      return type ? `${type.type.name}${type.put.length > 0 ? ' · a new type' : ''}` : ''
    },
    press(at) {
      if (asking) take()
      if (!asking) tool.press(at)
    },
    enter(at) {
      if (asking) take()
      else tool.enter(at)
    },
    back() {
      if (!asking) return tool.back()
      asking = false
      bench.clearTyped()
      return true
    },
    unpoint() {
      if (!asking) return tool.unpoint?.() ?? false
      asking = false
      return true
    },
    key(letter) {
      if (letter === 't') {
        asking = !asking
        bench.clearTyped()
        return true
      }
      return tool.key?.(letter) ?? false
    },
  }
  return Object.assign(Object.create(tool) as Tool, over)
}
