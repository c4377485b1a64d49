import { mdiCallMade, mdiFormatTextVariant } from '@mdi/js'
import { drawLeader, foreseenRecord, type Framed } from '@lamina/core/annotate'
import { KEYNOTE_FRAME, addLeader, addNote, addTip, dropTip } from '@lamina/core/edit'
import { distance, subtract, times, type Point } from '@lamina/core/geometry'
import { pickAt } from '@lamina/core/locate'
import {
  anchorsOf,
  tieHost,
  type Anchor,
  type Id,
  type Keynote,
  type Leader,
  type RecordKind,
} from '@lamina/core/records'
import { TieFinder, holdAnchor } from '@lamina/core/ties'
import { elbowAt } from './elbows'
import { foreseenItems } from './preview'
import { styled, type Bench, type Located, type Prompt, type Tool } from './tool'
import type { ToolEntry } from './entry'

const placeholder = 'Note'

/** What a tag tells of things of a kind. */
const TELLS: Readonly<Partial<Record<RecordKind, string>>> = {
  opening: '{mark}',
  wall: '{type}',
  framing: '{size}',
  slab: '{type}',
  roof: '{type}',
  column: '{size}',
  placement: '{name}',
}

/** The first line of a text, not too long to be told. */
const shortened = (text: string): string => {
  const [line] = text.split('\n')
  return line!.length > 24 ? `${line!.slice(0, 23)}…` : line!
}

/**
 * A leader: its tip and where its text stands, in the order that is wanted, then the note typed at the pointer. Pressed on a
 * leader that is there the tool goes on with that: other tips for the same text.
 */
export function leaderTool(bench: Bench): Tool {
  let tip: Anchor | null = null
  /** Where the text stands. */
  let text: Point | null = null
  /** The leader that is gone on with. */
  let going: Id | null = null
  const fromText = (): boolean => bench.values.leaderFrom === 'text'
  const tieTo = (p: Point): Anchor => new TieFinder(bench.scene, bench.board).within(p)
  const leaderInWork = (): Leader | null =>
    going === null ? null : (bench.project.find('leader', going) ?? null)

  const elbowOf = (at: Point): Point => times(subtract(at, tip!.last), 1 / bench.scale)

  /** The leader under the pointer, where nothing else is pointed to. */
  function leaderUnder(at: Located): Id | null {
    if (at.snap && at.snap.kind !== 'aligned') return null
    for (const id of pickAt(bench.picture, bench.scene.building, at.raw, bench.reach))
      if (bench.project.find('leader', id)?.drawing === bench.board.id) return id
    return null
  }

  /** Gives it another tip, or takes the one away that is pressed. */
  function pressTip(leader: Leader, at: Located): void {
    const tips = anchorsOf(leader).map((anchor) => holdAnchor(anchor, bench.scene).point)
    const there = tips.findIndex((p) => distance(p, at.point) < bench.reach / 2)
    bench.edit('Tips of a leader', (project) =>
      there >= 0
        ? dropTip(project, bench.scene, leader.id, there, bench.scale)
        : addTip(project, bench.scene, leader.id, tieTo(at.point)),
    )
  }

  const keynote = (): Keynote | undefined =>
    bench.values.keynote === null ? undefined : bench.project.find('keynote', bench.values.keynote)
  function frame(): { framed?: Framed } {
    const framed = bench.values.framed ?? (keynote() ? KEYNOTE_FRAME : null)
    return framed ? { framed } : {}
  }
  /** What it says where nothing is typed: a tag tells of its thing what tells it from others, a leader the last note again. */
  function usual(): string {
    const host = bench.values.framed && tip ? tieHost(tip) : null
    const kind = host === null ? undefined : bench.project.get(host)?.kind
    return (kind && TELLS[kind]) ?? bench.values.lastNote
  }

  function finish(): void {
    const shown = keynote()
    const note = shown?.text ?? (bench.typedText('note').trim() || usual())
    if (!tip || !text) return
    if (!note) {
      bench.warn('Type the note, then press Enter.')
      return
    }
    const made = {
      drawing: bench.board.id,
      tip,
      elbowPaperMm: elbowOf(text),
      text: note,
      ...frame(),
      ...(shown ? { keynote: shown.id } : {}),
    }
    const change = bench.edit('Leader', (project, makeId) =>
      addLeader(project, { ...made, ...styled(bench.style) }, makeId),
    )
    if (!change) return
    if (!shown && !note.startsWith('{')) bench.values.lastNote = note
    tip = text = null
    bench.clearTyped()
  }

  const order = (): string => (fromText() ? 'S: from what it is about' : 'S: from its text')
  function prompt(): Prompt {
    if (leaderInWork())
      return {
        text: 'Point to what else the note is about, or to a tip to take it away.',
        keys: 'Esc: done with this leader',
      }
    if (tip && text)
      return {
        text: usual()
          ? `Type the note and press Enter; Enter alone writes “${shortened(usual())}”${usual() === bench.values.lastNote ? ' again' : ''}.`
          : 'Type the note and press Enter.',
        keys: 'Shift Enter: another line · Esc: one step back',
      }
    if (tip || (!text && fromText()))
      return {
        text: 'Point to where the note stands; near others it comes in line with them.',
        keys: tip ? 'Shift: every 15° · Esc: one step back' : `${order()} · Esc: put the leader away`,
      }
    return {
      text: 'Point to what the note is about, or to a leader to give it another tip.',
      keys: text ? 'Esc: one step back' : `${order()} · Esc: put the leader away`,
    }
  }

  return {
    prompt,
    fields: () =>
      tip && text ? [{ key: 'note', label: 'note', kind: 'text', shown: shortened(usual()) }] : [],
    last: () => null,
    press(at) {
      const leader = leaderInWork()
      if (leader) return pressTip(leader, at)
      if (tip && text) return finish()
      if (!tip && !text) {
        going = leaderUnder(at)
        if (going !== null) return
      }
      if (tip || (fromText() && !text)) text = elbowAt(bench, tip?.last ?? null, at)
      else tip = tieTo(at.point)
      // A keynote asks for no words.
      if (tip && text && keynote()) finish()
    },
    enter: finish,
    back() {
      if (going !== null) going = null
      else if (tip && text && fromText()) tip = null
      else if (text) text = null
      else if (tip) tip = null
      else return false
      bench.clearTyped()
      return true
    },
    key(letter) {
      if (letter !== 's' || tip || text || going !== null) return false
      bench.values.leaderFrom = fromText() ? 'tip' : 'text'
      return true
    },
    preview(at) {
      const leader = leaderInWork()
      if (leader) {
        if (!at) return []
        return foreseenRecord(
          { ...leader, more: [...(leader.more ?? []), { to: 'point', last: at.point }] },
          bench.scene,
          bench.scale,
        )
      }
      const pointed = tip?.last ?? (text && at ? at.point : null)
      const stands = text ?? (pointed && at ? elbowAt(bench, pointed, at) : null)
      if (!pointed || !stands) return []
      const elbow = times(subtract(stands, pointed), 1 / bench.scale)
      const shown = keynote()
      const words = shown?.number ?? (bench.typedText('note') || usual() || placeholder)
      if (!tip) return drawLeader(null, [pointed], elbow, words, bench.scale, bench.style, frame().framed)
      return foreseenItems(bench, {
        ...{ id: 'preview', kind: 'leader', drawing: bench.board.id, tip, elbowPaperMm: elbow, text: words },
        ...(shown ? { keynote: shown.id } : {}),
        ...frame(),
        ...styled(bench.style),
      })
    },
  }
}

/** A note without a leader. */
export function noteTool(bench: Bench): Tool {
  let place: Point | null = null
  const HEIGHT = 3.5
  function finish(): void {
    const text = bench.typedText('note').trim()
    if (!place) return
    if (!text) {
      bench.warn('Type the note, then press Enter.')
      return
    }
    const at = place
    const change = bench.edit('Note', (project, makeId) =>
      addNote(
        project,
        {
          drawing: bench.board.id,
          at,
          text,
          heightPaperMm: HEIGHT,
          align: 'middle',
          ...(bench.values.framed ? { framed: bench.values.framed } : {}),
          ...styled(bench.style),
        },
        makeId,
      ),
    )
    if (!change) return
    place = null
    bench.clearTyped()
  }
  return {
    prompt: () =>
      place
        ? { text: 'Type the note and press Enter.', keys: 'Shift Enter: another line · Esc: one step back' }
        : { text: 'Point to where the note stands.', keys: 'Esc: put the note away' },
    fields: () => (place ? [{ key: 'note', label: 'note', kind: 'text', shown: '' }] : []),
    last: () => null,
    press(at) {
      if (!place) place = at.point
      else finish()
    },
    enter: finish,
    back() {
      if (!place) return false
      place = null
      bench.clearTyped()
      return true
    },
    preview(at) {
      const p = place ?? at?.point
      if (!p) return []
      const text = bench.typedText('note') || placeholder
      const note = {
        drawing: bench.board.id,
        at: p,
        text,
        heightPaperMm: HEIGHT,
        align: 'middle',
        ...(bench.values.framed ? { framed: bench.values.framed } : {}),
        ...styled(bench.style),
      } as const
      return foreseenItems(bench, { id: 'preview', kind: 'note', ...note })
    },
  }
}

/** What is written. */
export const NOTE_TOOLS = {
  leader: {
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Leader',
    icon: mdiCallMade,
    key: 'l',
    on: 'any',
    make: leaderTool,
  },
  note: {
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Note',
    icon: mdiFormatTextVariant,
    key: 't',
    on: 'any',
    make: noteTool,
  },
} satisfies Record<string, ToolEntry>
