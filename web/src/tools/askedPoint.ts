import type { Bench, Tool } from './tool'

/** Gives a point to what asked for one: a panel whose figure can be pointed to as well as typed. */
export function askedPointTool(bench: Bench): Tool {
  const { asked } = bench
  return {
    prompt: () => ({
      text: asked?.words ?? '',
      keys: 'X: type x and y · F: from another point · B: between two · Esc: leave it',
    }),
    fields: () => [],
    last: () => null,
    press(at) {
      asked?.give(at.point)
      bench.putDown()
    },
    enter(at) {
      if (at) this.press(at)
    },
    back: () => false,
    preview: () => [],
  }
}
