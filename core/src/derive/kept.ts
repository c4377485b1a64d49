import type { DisplayItem, GroupItem } from '../display'
import { IDENTITY } from '../geometry'
import type { Id } from '../records'

/** Records drawn in one chunk. */
const CHUNK = 128

interface Chunk {
  readonly ids: (Id | null)[]
  readonly items: (readonly DisplayItem[])[]
  group: GroupItem | null
}

interface Slot {
  readonly chunk: Chunk
  readonly at: number
  /** The round in which it was seen last. */
  seen: number
}

/**
 * What is drawn for many records, in chunks that stay the same objects while none of their records changes: what
 * follows (compiling, painting) then has to be done again for one chunk alone.
 */
export class KeptItems<Kept extends { readonly id: Id }> {
  private last: readonly Kept[] = []
  private slots = new Map<Id, Slot>()
  private chunks: Chunk[] = []
  private env: readonly unknown[] = []
  private round = 0

  /**
   * Groups of items in the order in which records first came. `env` is all else that the drawing depends on:
   * when any of it is another, everything is made again. `make` gives null for what is not drawn here.
   */
  update(
    records: readonly Kept[],
    env: readonly unknown[],
    make: (record: Kept) => readonly DisplayItem[] | null,
  ): DisplayItem[] {
    if (env.length !== this.env.length || env.some((each, i) => each !== this.env[i])) {
      this.env = env
      this.last = []
      this.slots = new Map()
      this.chunks = []
    }
    const { last } = this
    if (records.length === last.length) {
      // Most often one record was replaced by another of the same id.
      let alike = true
      for (let i = 0; i < records.length; i++) {
        const record = records[i]!
        if (record === last[i]) continue
        if (record.id !== last[i]!.id) {
          alike = false
          break
        }
        this.put(record, make)
      }
      if (!alike) this.sort(records, make)
    } else this.sort(records, make)
    this.last = records
    return this.chunks.map((chunk) => this.groupOf(chunk)).filter(({ items }) => items.length > 0)
  }

  /** Takes in what came and went, in any order. */
  private sort(records: readonly Kept[], make: (record: Kept) => readonly DisplayItem[] | null): void {
    const before = new Map(this.last.map((record) => [record.id, record]))
    this.round++
    for (const record of records) {
      if (before.get(record.id) !== record) this.put(record, make)
      const slot = this.slots.get(record.id)
      if (slot) slot.seen = this.round
    }
    for (const [id, slot] of this.slots) {
      if (slot.seen === this.round) continue
      slot.chunk.ids[slot.at] = null
      slot.chunk.items[slot.at] = []
      slot.chunk.group = null
      this.slots.delete(id)
    }
    this.chunks = this.chunks.filter((chunk) => chunk.ids.some((id) => id !== null))
  }

  private put(record: Kept, make: (record: Kept) => readonly DisplayItem[] | null): void {
    const items = make(record)
    let slot = this.slots.get(record.id)
    if (!slot) {
      if (items === null) return
      let chunk = this.chunks[this.chunks.length - 1]
      if (!chunk || chunk.ids.length >= CHUNK) this.chunks.push((chunk = { ids: [], items: [], group: null }))
      slot = { chunk, at: chunk.ids.length, seen: this.round }
      this.slots.set(record.id, slot)
      chunk.ids.push(record.id)
      chunk.items.push(items)
    } else slot.chunk.items[slot.at] = items ?? []
    slot.chunk.group = null
  }

  private groupOf(chunk: Chunk): GroupItem {
    chunk.group ??= {
      kind: 'group',
      map: IDENTITY,
      clip: null,
      items: chunk.items.flat(),
      source: null,
    }
    return chunk.group
  }
}
