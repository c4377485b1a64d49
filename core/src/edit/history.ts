import { z } from 'zod'
import { changeSchema, idSchema, nameSchema, recordSchema } from '../records'

/** The number of a change in a journal, 0 being before the first; so large as a database counts. */
export const seqSchema = z
  .number()
  .int()
  .gte(0)
  .lte(2 ** 31 - 1)

/** A change as the client sends it. */
export const sentChangeSchema = z.strictObject({
  /** Made by the client; sending the same id twice is harmless. */
  id: idSchema,
  /** The window it was made in. */
  client: idSchema,
  /** Who made it; where nobody signs in, the browser. */
  by: idSchema.optional(),
  /** The journal's last number that window had seen. */
  base: seqSchema,
  /** The change of that number, by which the journal is known to be the one it was seen in. */
  on: idSchema.optional(),
  /** What was done, in words for the undo list: "Wall". */
  label: nameSchema.min(1).max(100),
  change: changeSchema,
  /** The records it was made on, as they were: what others changed of them meanwhile is merged. */
  was: z.array(recordSchema).max(40_000),
  /** The change this one takes back, if it is an undo or redo. */
  undoes: idSchema.nullable(),
})
export type SentChange = z.infer<typeof sentChangeSchema>

/** What two people changed to different things: it stays as it is, and what was meant is kept here. */
export const contestedSchema = z.strictObject({
  id: idSchema,
  /** The fact of the record, with what it is of in turn; facts that go together are named together; null: the record as a whole. */
  field: nameSchema.nullable(),
  /** What was meant; left out: that it is not there. */
  mine: z.unknown().optional(),
  /** What is there. */
  theirs: z.unknown().optional(),
})
export type Contested = z.infer<typeof contestedSchema>

/** A change in the journal. */
export const journalEntrySchema = sentChangeSchema.omit({ was: true, on: true, by: true }).extend({
  seq: seqSchema,
  /** Null: from before that was told. */
  by: idSchema.nullable(),
  inverse: changeSchema,
  /** What of it others had changed to something else: that stayed, and this was meant. */
  contested: z.array(contestedSchema),
  at: z.string(),
  /** How the moment after it is called; null and left out: it has no name. */
  named: nameSchema.nullable().optional(),
})
export type JournalEntry = z.infer<typeof journalEntrySchema>

/** How ids of changes begin that bring an older project up to date. */
export const UPGRADE = 'upgrade-'

/** One change that can be undone or redone. */
export interface Step {
  readonly id: string
  readonly label: string
  readonly undoes: string | null
}

/**
 * What can be undone and redone, read from the journal from its beginning. An undo is itself a change that
 * names what it takes back; undoing an undo is a redo. Anything new after an undo ends what could be redone.
 */
export class History {
  /** Changes in force, newest last. */
  readonly done: Step[] = []
  /** Undo changes that can themselves be taken back, newest last. */
  readonly undone: Step[] = []

  constructor(steps: Iterable<Step> = []) {
    for (const step of steps) this.add(step)
  }

  add(step: Step): void {
    // What the program itself brought up to date is no step of anybody's.
    if (step.id.startsWith(UPGRADE)) return
    if (step.undoes === null) {
      this.done.push(step)
      this.undone.length = 0
      return
    }
    const redo = this.undone.findIndex((undo) => undo.id === step.undoes)
    if (redo >= 0) {
      this.undone.splice(redo, 1)
      // The redone change can be undone again, under the redo's own id.
      this.done.push({ id: step.id, label: step.label, undoes: null })
      return
    }
    const undo = this.done.findIndex((done) => done.id === step.undoes)
    if (undo >= 0) this.done.splice(undo, 1)
    this.undone.push(step)
  }

  /** Leaves a step out of what can be undone and redone. */
  pass(id: string): void {
    for (const steps of [this.done, this.undone]) {
      const at = steps.findIndex((step) => step.id === id)
      if (at >= 0) steps.splice(at, 1)
    }
  }

  get next(): { undo: Step | null; redo: Step | null } {
    return {
      undo: this.done[this.done.length - 1] ?? null,
      redo: this.undone[this.undone.length - 1] ?? null,
    }
  }
}
