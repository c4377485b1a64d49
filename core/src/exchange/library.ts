import { z } from 'zod'
import { partsBox, partsOf, type BlockSource } from '../blocks'
import { isEmptyBox } from '../geometry'
import { LIBRARY_KINDS, gather, isLibraryRecord, type LibraryRecord } from '../edit'
import { recipeOf } from '../library'
import {
  ChangeRefused,
  Project,
  kindWord,
  recordSchema,
  type AnyRecord,
  type Block,
  type Id,
  type RecordKind,
} from '../records'

/** Why a library file was not taken, in a sentence. */
export class LibraryRefused extends Error {}

/** What a library holds, from a file or from another project. */
export interface Library {
  readonly name: string
  /** The system its sizes were drawn in; they are stored in mm. */
  readonly system: 'metric' | 'feet-inches'
  readonly records: readonly LibraryRecord[]
}

/** The largest library file that is read, bytes of text. */
export const LARGEST_LIBRARY = 16 * 2 ** 20
const MOST_RECORDS = 20_000
/** How far a block's stated size may be from that of its lines: mm, and part of the size. */
const SIZE_SLACK_MM = 1
const SIZE_SLACK = 0.01

const headSchema = z.object({
  lamina: z.literal('library'),
  version: z.number().int().gte(1),
  name: z.string(),
  system: z.enum(['metric', 'feet-inches']),
  records: z.array(z.unknown()),
})

/**
 * A library file as text: JSON with the records named and all they need, what is needed first. Refused
 * (EditRefused) when one of them is not there.
 */
export function writeLibrary(
  { name, system, records }: { name: string; system: Library['system']; records: Iterable<AnyRecord> },
  ids: Iterable<Id>,
): string {
  const chosen = gather(records, ids)
  return `${JSON.stringify({ lamina: 'library', version: 1, name, system, records: chosen }, null, 1)}\n`
}

/** Reads a library file. Throws LibraryRefused with a sentence when anything in it is not whole. */
export function readLibrary(text: string): Library {
  if (text.length > LARGEST_LIBRARY) throw new LibraryRefused('A library file is at most 16 MB.')
  let read: unknown
  try {
    read = JSON.parse(text)
  } catch {
    throw new LibraryRefused('This is not a library file: it is not written in JSON.')
  }
  const head = headSchema.safeParse(read)
  if (!head.success) throw new LibraryRefused('This is not a library file of Lamina.')
  const { version, name, system, records } = head.data
  if (version > 1)
    throw new LibraryRefused('This library file was written by a newer Lamina and cannot be read here.')
  if (records.length === 0) throw new LibraryRefused('This library file is empty.')
  if (records.length > MOST_RECORDS)
    throw new LibraryRefused(
      `A library holds at most ${MOST_RECORDS} things; this file has ${records.length}.`,
    )
  const checked = records.map(checkRecord)
  try {
    new Project().check({ put: checked, drop: [] })
  } catch (error) {
    if (error instanceof ChangeRefused) throw new LibraryRefused(error.message)
    throw error
  }
  const byId = new Map(checked.map((record) => [record.id, record]))
  const source: BlockSource = (id) => {
    const found = byId.get(id)
    return found?.kind === 'block' ? found : undefined
  }
  for (const record of checked) if (record.kind === 'block') checkBlock(record, source)
  const ordered = gather(checked, byId.keys())
  return { name: name.slice(0, 200), system, records: ordered }
}

/** What a sentence calls a record that may not be one. */
function labelOf(raw: unknown, i: number): string {
  const { kind, name } = (raw ?? {}) as { kind?: unknown; name?: unknown }
  const word =
    typeof kind === 'string' && (LIBRARY_KINDS as readonly string[]).includes(kind)
      ? kindWord(kind as RecordKind)
      : 'thing'
  return typeof name === 'string' && name.trim()
    ? `The ${word} “${name.trim().slice(0, 60)}${name.trim().length > 60 ? '…' : ''}”`
    : `The ${word} in place ${i + 1}`
}

function checkRecord(raw: unknown, i: number): LibraryRecord {
  const kind = (raw as { kind?: unknown } | null)?.kind
  if (typeof kind !== 'string' || !(LIBRARY_KINDS as readonly string[]).includes(kind))
    throw new LibraryRefused(`${labelOf(raw, i)} is nothing that a library holds.`)
  const parsed = recordSchema.safeParse(raw)
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!
    throw new LibraryRefused(
      `${labelOf(raw, i)} does not fit (${issue.path.join('.') || kind}): ${issue.message.replace(/\.?$/, '.')}`,
    )
  }
  if (!isLibraryRecord(parsed.data)) throw new LibraryRefused(`${labelOf(raw, i)} does not fit.`)
  return parsed.data
}

/** Whether a block is as large as it says, and made by a recipe that is known. */
function checkBlock(block: Block, source: BlockSource): void {
  if (block.recipe !== undefined && !recipeOf(block.recipe))
    throw new LibraryRefused(`The block “${block.name}” is made by a recipe that is not known here.`)
  const plain = { ...block, recipe: undefined }
  const [w, h] = drawnSize(plain, source, { width: block.width, depth: block.depth })
  if (off(block.width, w) || off(block.depth, h))
    throw new LibraryRefused(
      `The block “${block.name}” is said to measure ${mm(block.width)} × ${mm(block.depth)} mm, but its lines measure ${mm(w)} × ${mm(h)} mm.`,
    )
  if (!block.front) return
  const { height, items } = block.front
  const [, high] = drawnSize({ ...plain, items }, source, { width: 0, depth: height })
  if (off(height, high))
    throw new LibraryRefused(
      `The front of the block “${block.name}” is said to be ${mm(height)} mm high, but its lines are ${mm(high)} mm high.`,
    )
}

const mm = (length: number): string => String(Math.round(length))
const off = (said: number, drawn: number): boolean =>
  Math.abs(said - drawn) > Math.max(SIZE_SLACK_MM, SIZE_SLACK * Math.max(said, drawn))

/**
 * Width and height of what a block draws: of its lines, or of those with the points of its lettering where only that
 * agrees with what is said. What draws nothing but lettering is as large as it says.
 */
function drawnSize(
  block: Block,
  source: BlockSource,
  said: { readonly width: number; readonly depth: number },
): [number, number] {
  const parts = partsOf(block, {}, source)
  const measure = (box: ReturnType<typeof partsBox>): [number, number] =>
    isEmptyBox(box) ? [said.width, said.depth] : [box.maxX - box.minX, box.maxY - box.minY]
  const all = measure(partsBox(parts))
  return off(said.width, all[0]) || off(said.depth, all[1])
    ? measure(partsBox(parts.filter((part) => part.is !== 'text')))
    : all
}
