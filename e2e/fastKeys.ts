import type { Page } from '@playwright/test'
import type { AnyRecord } from '@lamina/core/records'
import { saved, type Surface } from './fixture'

/** A run of keys and presses: a key by its name, a text, or a place to press. */
export type Stroke = string | readonly [x: number, y: number]

/** So long fast hands take from key to key, ms. */
const FAST_MS = 30

const PLACES = [
  [0, 0],
  [3000, 50],
  [6100, 1800],
  [2500, 3900],
  [4400, 2600],
] as const

/** Small numbers in a fixed order for a seed (mulberry32, T. Ettinger, public domain). */
export function dice(seed: number): (sides: number) => number {
  let a = seed
  return (sides) => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) % sides
  }
}

const TAKE = [
  'w',
  'i',
  '/rectangle\n',
  '/wall\n',
  '/line\n',
  'o',
  'd',
  'n',
  '/circle\n',
  'm',
  '/walls in a rect\n',
  '/wall beside\n',
]
const GO_ON = [
  'r',
  'u',
  's',
  'Tab',
  'x',
  'Backspace',
  'Escape',
  'Enter',
  'Control+z',
  'c',
  'Home',
  '/wa\x1b',
  'q',
  'f',
  'b',
  't240\n',
  '.',
  '-',
  '=',
]
const FIGURES = [
  '2400',
  '1.2m',
  '900',
  '3000/2',
  '38o0',
  '1500\t90',
  '-300',
  '4200',
  '120',
  '2 m',
  '45\t',
  '2200 x 600',
  '1200; 900',
  '500;700;400',
]

/** A run as a drafter in a hurry might type it, the slips included. */
export function strokesFor(seed: number): Stroke[] {
  const roll = dice(seed)
  const strokes: Stroke[] = []
  for (let i = 0; i < 3; i++) {
    strokes.push(TAKE[roll(TAKE.length)]!, PLACES[roll(PLACES.length)]!)
    for (let k = 0; k < 3; k++) {
      if (roll(2)) strokes.push(PLACES[roll(PLACES.length)]!)
      strokes.push(FIGURES[roll(FIGURES.length)]!)
      strokes.push(roll(4) ? 'Enter' : GO_ON[roll(GO_ON.length)]!)
      if (roll(4) === 0) strokes.push(GO_ON[roll(GO_ON.length)]!)
    }
  }
  return strokes
}

const NAMED = /^(Tab|Backspace|Escape|Enter|Home|Control\+.)$/
const keysOf = (stroke: string): string[] =>
  NAMED.test(stroke)
    ? [stroke]
    : [...stroke].map((key) => ({ '\n': 'Enter', '\t': 'Tab', '\x1b': 'Escape', ' ': 'Space' })[key] ?? key)

/** What came of a run: the records by what they hold, and what the board says. */
export interface Outcome {
  readonly records: readonly string[]
  readonly says: string
  readonly typed: readonly string[]
}

/** Makes the strokes, fast or each only when nothing is left to do of the one before. */
export async function make(
  page: Page,
  surface: Surface,
  strokes: readonly Stroke[],
  fast: boolean,
): Promise<void> {
  for (const stroke of strokes) {
    if (typeof stroke !== 'string') {
      // Asked for, another page may have come: no board is left to press.
      if (!(await surface.element.isVisible())) return
      const at = await surface.toScreen(stroke[0], stroke[1])
      await page.mouse.move(at.x, at.y)
      await page.mouse.down()
      await page.mouse.up()
      continue
    }
    for (const key of keysOf(stroke)) {
      const began = Date.now()
      await page.keyboard.press(key)
      if (fast) {
        const left = FAST_MS - (Date.now() - began)
        if (left > 0) await page.waitForTimeout(left)
      } else await quiet(page)
    }
  }
}

/** Until frames and what idles have had their turn. */
const quiet = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    for (let i = 0; i < 3; i++) await new Promise(requestAnimationFrame)
    await new Promise((resolve) => requestIdleCallback(resolve, { timeout: 100 }))
  })

/** A record as it is, without its own id; the ids of others stay. */
const told = ({ id: _, ...record }: AnyRecord): string =>
  JSON.stringify(record, (key, value: unknown) =>
    key === 'wall' || key === 'level' || key === 'drawing'
      ? 'one'
      : // A type made on the way has an id of its own each time.
        key === 'type' && !String(value).includes('-type-')
        ? 'made'
        : typeof value === 'number'
          ? Math.round(value * 1000) / 1000
          : value,
  )

export async function outcome(page: Page, read: () => Promise<readonly AnyRecord[]>): Promise<Outcome> {
  await quiet(page)
  await saved(page)
  const records = await read()
  const says = (await page.getByTestId('prompt').or(page.getByTestId('sentence')).first().textContent())!
  const typed = await page
    .getByTestId('measure-tag')
    .locator('input, textarea')
    .evaluateAll((fields) => fields.map((field) => (field as HTMLInputElement).value))
  return { records: records.map(told).sort(), says: says.trim(), typed }
}
