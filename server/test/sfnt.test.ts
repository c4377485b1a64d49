import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { sfntOf } from '../src/plot/sfnt'

const files = join(dirname(createRequire(import.meta.url).resolve('@fontsource/jost/package.json')), 'files')
const woff = readFileSync(join(files, 'jost-latin-500-normal.woff'))

/** The sum of a table's words, as fonts store it; of the head without what is adjusted by it (OpenType, "Calculating checksums"). */
function checksum(tag: string, table: Buffer): number {
  const padded = Buffer.concat([table, Buffer.alloc((4 - (table.length % 4)) % 4)])
  let sum = 0
  for (let i = 0; i < padded.length; i += 4)
    if (!(tag === 'head' && i === 8)) sum = (sum + padded.readUInt32BE(i)) >>> 0
  return sum
}

describe('a font that is unpacked', () => {
  it('has every table whole, in the order and as the format wants it', () => {
    const sfnt = sfntOf(woff)
    expect(sfnt.readUInt32BE(0)).toBe(0x00010000)
    // As long as the packed file says it becomes.
    expect(sfnt.length).toBe(woff.readUInt32BE(16))
    const count = sfnt.readUInt16BE(4)
    const tags = Array.from({ length: count }, (_, i) => {
      const at = 12 + 16 * i
      const tag = sfnt.toString('latin1', at, at + 4)
      const [sum, offset, length] = [4, 8, 12].map((k) => sfnt.readUInt32BE(at + k))
      expect(offset! % 4).toBe(0)
      expect(checksum(tag, sfnt.subarray(offset!, offset! + length!))).toBe(sum)
      return tag
    })
    expect(tags).toEqual([...tags].sort())
    expect(tags).toEqual(expect.arrayContaining(['cmap', 'glyf', 'head', 'hmtx', 'loca']))
  })

  it('is refused when it is none', () => {
    expect(() => sfntOf(Buffer.from('no font'))).toThrow('no WOFF file')
    expect(() => sfntOf(Buffer.alloc(100))).toThrow('no WOFF file')
  })
})
