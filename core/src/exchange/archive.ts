import { strFromU8, strToU8, unzipSync, zipSync, type UnzipFileInfo, type Zippable } from 'fflate'
import { z } from 'zod'
import { journalEntrySchema, type JournalEntry } from '../edit'
import { SCHEMA, needs, recordSchema, type AnyRecord } from '../records'
import { saysTheSame } from '../together'

/** A project with its history, as it is handed from one Lamina to another. */
export interface ArchivedProject {
  readonly id: string
  readonly name: string
  /** In the order in which they came to be. */
  readonly records: readonly AnyRecord[]
  /** All its changes, the first first; empty: it comes without its history. */
  readonly journal: readonly JournalEntry[]
}

/** An archive cannot be read; the message is a sentence. */
export class ArchiveRefused extends Error {}

/** The SHA-256 of some bytes, in hexadecimal digits. */
export type Digest = (bytes: Uint8Array) => Promise<string>

export const manifestSchema = z.strictObject({
  lamina: z.literal('project'),
  /** Of this form of archive. */
  version: z.number().int().gte(1),
  /** Of the form of the records. */
  schema: z.number().int().gte(1),
  id: z.string(),
  name: z.string(),
  /** When it was written, ISO 8601. */
  at: z.string(),
  records: z.number().int().gte(0),
  changes: z.number().int().gte(0),
  /** Every other file of the archive. */
  files: z.array(z.strictObject({ name: z.string(), bytes: z.number().int().gte(0), sha256: z.string() })),
})
export type Manifest = z.infer<typeof manifestSchema>

/** A change of an archive: as large as it may have come to be. */
const wholeChangeSchema = z.strictObject({ put: z.array(recordSchema), drop: z.array(z.string()) })
const entrySchema = journalEntrySchema.extend({ change: wholeChangeSchema, inverse: wholeChangeSchema })

const VERSION = 1
const MANIFEST = 'manifest.json'
const RECORDS = 'records.jsonl'
const JOURNAL = 'journal.jsonl'
/** So large an archive is unpacked, bytes. */
const LARGEST = 2 ** 30

const linesOf = (all: readonly unknown[]): Uint8Array =>
  strToU8(all.map((each) => `${JSON.stringify(each)}\n`).join(''))

/** A project as an archive: a zip of a manifest, its records and its journal, both as JSON line by line. */
export async function writeArchive(
  { id, name, records, journal }: ArchivedProject,
  at: string,
  digest: Digest,
): Promise<Uint8Array> {
  const files: Record<string, Uint8Array> = { [RECORDS]: linesOf(records), [JOURNAL]: linesOf(journal) }
  const told = await Promise.all(
    Object.entries(files).map(async ([file, bytes]) => ({
      name: file,
      bytes: bytes.length,
      sha256: await digest(bytes),
    })),
  )
  const manifest: Manifest = {
    lamina: 'project',
    version: VERSION,
    schema: SCHEMA,
    id,
    name,
    at,
    records: records.length,
    changes: journal.length,
    files: told,
  }
  const packed: Zippable = { [MANIFEST]: strToU8(`${JSON.stringify(manifest, null, 1)}\n`), ...files }
  return zipSync(packed, { level: 6 })
}

/**
 * Reads an archive, and that all of it is whole: every file as it was written, every record and change as it must be, and the records
 * what the changes come to.
 * @throws ArchiveRefused
 */
export async function readArchive(bytes: Uint8Array, digest: Digest): Promise<ArchivedProject> {
  const files = unpacked(bytes)
  const manifest = manifestOf(files[MANIFEST])
  for (const { name, bytes: size, sha256 } of manifest.files) {
    const file = files[name]
    if (!file) throw new ArchiveRefused(`This archive is not whole: “${name}” is missing.`)
    if (file.length !== size || (await digest(file)) !== sha256)
      throw new ArchiveRefused(`This archive is not whole: “${name}” is not as it was written.`)
  }
  const records = linesIn(files[RECORDS], RECORDS, recordSchema)
  const journal = linesIn(files[JOURNAL], JOURNAL, entrySchema)
  refuseLoose(records)
  if (journal.length > 0) refuseOther(records, journal)
  const facts = records.find((each) => each.kind === 'project')
  if (!facts) throw new ArchiveRefused('This archive holds no project: its facts are missing.')
  return { id: manifest.id, name: facts.name, records, journal }
}

function unpacked(bytes: Uint8Array): Record<string, Uint8Array> {
  let size = 0
  const filter = ({ name, originalSize }: UnzipFileInfo): boolean => {
    size += originalSize
    if (size > LARGEST) throw new ArchiveRefused('This archive is larger than 1 GB, more than is taken.')
    return name === MANIFEST || name === RECORDS || name === JOURNAL
  }
  try {
    return unzipSync(bytes, { filter })
  } catch (error) {
    if (error instanceof ArchiveRefused) throw error
    throw new ArchiveRefused('This is not an archive of a project: it is no whole zip file.')
  }
}

function manifestOf(file: Uint8Array | undefined): Manifest {
  const read = file && parsed(strFromU8(file))
  const { lamina, version, schema } = (read ?? {}) as Partial<Manifest>
  if (lamina !== 'project') throw new ArchiveRefused('This is not an archive of a project.')
  if (Number(version) > VERSION || Number(schema) > SCHEMA)
    throw new ArchiveRefused('This archive was written by a newer Lamina and cannot be read here.')
  const { data } = manifestSchema.safeParse(read)
  if (!data) throw new ArchiveRefused('The manifest of this archive is not whole.')
  return data
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

function linesIn<T>(file: Uint8Array | undefined, name: string, schema: z.ZodType<T>): T[] {
  const lines = file ? strFromU8(file).split('\n') : []
  if (lines.at(-1) === '') lines.pop()
  return lines.map((line, i) => {
    const { data, error } = schema.safeParse(parsed(line))
    if (error) {
      const [issue] = error.issues
      throw new ArchiveRefused(
        `Line ${i + 1} of “${name}” cannot be read: ${issue!.path.join('.') || 'line'}: ${issue!.message}`,
      )
    }
    return data
  })
}

/** Refuses records of which one is there twice, or needs what is not there. */
function refuseLoose(records: readonly AnyRecord[]): void {
  const kinds = new Map(records.map(({ id, kind }) => [id, kind]))
  if (kinds.size !== records.length) throw new ArchiveRefused('This archive has a record twice.')
  for (const record of records)
    for (const [id, allowed] of needs(record)) {
      const kind = kinds.get(id)
      if (!kind || !allowed.includes(kind))
        throw new ArchiveRefused(`This archive is not whole: ${record.id} needs ${id}, which is not there.`)
    }
}

/** Refuses a journal with gaps, or one that comes to other records. */
function refuseOther(records: readonly AnyRecord[], journal: readonly JournalEntry[]): void {
  const made = new Map<string, AnyRecord>()
  for (const [i, { seq, change }] of journal.entries()) {
    if (seq !== i + 1) throw new ArchiveRefused(`The journal of this archive has a gap before change ${seq}.`)
    for (const id of change.drop) made.delete(id)
    for (const record of change.put) made.set(record.id, record)
  }
  if (made.size !== records.length || records.some((each) => !saysTheSame(each, made.get(each.id))))
    throw new ArchiveRefused('The records of this archive are not what its changes come to.')
}
