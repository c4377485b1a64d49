import { inflateSync } from 'node:zlib'

/** Sizes of the parts of both formats, bytes: WOFF 1.0 (W3C 2012), section 4; OpenType, "Organization of an OpenType font". */
const WOFF_HEADER = 44
const WOFF_ENTRY = 20
const SFNT_HEADER = 12
const SFNT_ENTRY = 16
const SIGNATURE = 0x774f4646

const aligned = (length: number): number => (length + 3) & ~3

/**
 * The font within a WOFF 1.0 file with its tables as they are, uncompressed. Whoever writes letters out of the packed file
 * unpacks all outlines anew for each of them.
 * @throws when it is no such file
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.length < WOFF_HEADER || woff.readUInt32BE(0) !== SIGNATURE)
    throw new Error('This is no WOFF file.')
  const count = woff.readUInt16BE(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEADER + i * WOFF_ENTRY
    const [offset, packed, length] = [
      woff.readUInt32BE(at + 4),
      woff.readUInt32BE(at + 8),
      woff.readUInt32BE(at + 12),
    ]
    const data = woff.subarray(offset, offset + packed)
    return {
      tag: woff.readUInt32BE(at),
      checksum: woff.readUInt32BE(at + 16),
      data: packed < length ? inflateSync(data) : data,
    }
  })
  const start = SFNT_HEADER + count * SFNT_ENTRY
  const sfnt = Buffer.alloc(tables.reduce((sum, { data }) => sum + aligned(data.length), start))
  const power = Math.floor(Math.log2(count))
  woff.copy(sfnt, 0, 4, 8)
  sfnt.writeUInt16BE(count, 4)
  sfnt.writeUInt16BE(2 ** power * SFNT_ENTRY, 6)
  sfnt.writeUInt16BE(power, 8)
  sfnt.writeUInt16BE((count - 2 ** power) * SFNT_ENTRY, 10)
  let offset = start
  tables.forEach(({ tag, checksum, data }, i) => {
    const at = SFNT_HEADER + i * SFNT_ENTRY
    sfnt.writeUInt32BE(tag, at)
    sfnt.writeUInt32BE(checksum, at + 4)
    sfnt.writeUInt32BE(offset, at + 8)
    sfnt.writeUInt32BE(data.length, at + 12)
    data.copy(sfnt, offset)
    offset += aligned(data.length)
  })
  return sfnt
}
