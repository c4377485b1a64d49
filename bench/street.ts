import type { AnyRecord, Id, Opening, Wall } from '../core/src/records'

const WIDE = 8000
const DEEP = 10_000
const HIGH = 2700

const box = (x: number, y: number, X: number, Y: number) => ({
  vertices: [
    { x, y, sweep: 0 },
    { x: X, y, sweep: 0 },
    { x: X, y: Y, sweep: 0 },
    { x, y: Y, sweep: 0 },
  ],
  closed: true,
})

/**
 * A street of houses side by side on two levels, each of 32 walls with 68 doors and windows, two floors and a hipped roof,
 * with its front looked at from the street.
 */
export function street(houses: number, levels: readonly [Id, Id], type: Id): AnyRecord[] {
  const records: AnyRecord[] = []
  for (let n = 0; n < houses; n++) {
    const x = n * (WIDE + 1000)
    levels.forEach((level, storey) => {
      const wall = (name: string, line: readonly number[]): Id => {
        const id = `w${n}-${storey}-${name}`
        const [ax, ay, bx, by] = line as [number, number, number, number]
        records.push({
          id,
          kind: 'wall',
          level,
          type,
          a: { x: x + ax, y: ay },
          b: { x: x + bx, y: by },
          reference: 'centre',
          base: 0,
          height: null,
        } satisfies Wall)
        return id
      }
      const opening = (host: Id, i: number, along: number, fit: Opening['fit']): void => {
        records.push({
          id: `o${host}-${i}`,
          kind: 'opening',
          fit,
          wall: host,
          along,
          width: fit === 'door' ? 700 : 500,
          sill: fit === 'door' ? 0 : 900,
          head: 2100,
          side: 'right',
          hand: 'start',
        })
      }
      const front = wall('front', [0, 0, WIDE, 0])
      const back = wall('back', [WIDE, DEEP, 0, DEEP])
      wall('left', [0, DEEP, 0, 0])
      wall('right', [WIDE, 0, WIDE, DEEP])
      for (let i = 0; i < 9; i++) for (const host of [front, back]) opening(host, i, 600 + i * 850, 'window')
      for (let i = 1; i <= 6; i++) {
        const across = wall(`across${i}`, [0, i * 1400, WIDE, i * 1400])
        for (const k of [0, 1]) opening(across, k, 1500 + k * 4000, 'door')
      }
      for (let i = 1; i <= 6; i++) {
        const y = i * 1400
        const along = wall(`along${i}`, [(i * WIDE) / 7, y, (i * WIDE) / 7, y + 1400])
        if (i <= 4) opening(along, 0, 700, 'door')
      }
      records.push({
        id: `s${n}-${storey}`,
        kind: 'slab',
        level,
        outline: box(x, 0, x + WIDE, DEEP),
        top: 0,
        thickness: 200,
      })
    })
    records.push({
      id: `r${n}`,
      kind: 'roof',
      level: levels[1],
      outline: box(x, 0, x + WIDE, DEEP),
      form: 'hipped',
      pitch: 0.6,
      overhang: 300,
      fascia: 200,
      eaves: HIGH,
      turn: 0,
    })
  }
  return records
}
