import { mdiCallMade, mdiFormatTextVariant } from '@mdi/js'
import { drawLeader } from '@lamina/core/annotate'
import { addLeader, addNote } from '@lamina/core/edit'
import { subtract, times, type Point } from '@lamina/core/geometry'
import type { Anchor } from '@lamina/core/records'
import { TieFinder } from '@lamina/core/ties'
import { foreseenItems } from './preview'
import { styled, type Bench, type Located, type Tool } from './tool'
import type { ToolEntry } from './entry'

const placeholder = 'Note'

/** Leaders keep to multiples of 15 degrees, so that neighbours run alike. */
const STEP = Math.PI / 12

/** A leader: its tip, its elbow, then the note typed at the pointer. */
export function leaderTool(bench: Bench): Tool {
  let tip: Anchor | null = null
  let elbow: Point | null = null

  function elbowAt(at: Located): Point {
    const away = times(subtract(at.raw, tip!.last), 1 / bench.scale)
    const angle = Math.round(Math.atan2(away.y, away.x) / STEP) * STEP
    const length = Math.hypot(away.x, away.y)
    return { x: Math.cos(angle) * length, y: Math.sin(angle) * length }
  }

  function finish(): void {
    const text = bench.typedText('note').trim()
    if (!tip || !elbow) return
    if (!text) {
      bench.warn('Type the note, then press Enter.')
      return
    }
    const made = { drawing: bench.board.id, tip, elbowPaperMm: elbow, text }
    const change = bench.edit('Leader', (project, makeId) =>
      addLeader(project, { ...made, ...styled(bench.style) }, makeId),
    )
    if (!change) return
    tip = elbow = null
    bench.clearTyped()
  }

  return {
    prompt: () =>
      !tip
        ? { text: 'Point to what the note is about.', keys: 'Esc: put the leader away' }
        : !elbow
          ? { text: 'Point to where the note stands.', keys: 'Esc: one step back' }
          : { text: 'Type the note and press Enter.', keys: 'Esc: one step back' },
    fields: () => (elbow ? [{ key: 'note', label: 'note', kind: 'text', shown: '' }] : []),
    last: () => null,
    press(at) {
      if (!tip) tip = new TieFinder(bench.scene, bench.board).within(at.point)
      else if (!elbow) elbow = elbowAt(at)
      else finish()
    },
    enter: finish,
    back() {
      if (elbow) elbow = null
      else if (tip) tip = null
      else return false
      bench.clearTyped()
      return true
    },
    preview(at) {
      if (!tip || (!elbow && !at)) return []
      return drawLeader(
        null,
        tip.last,
        elbow ?? elbowAt(at!),
        bench.typedText('note') || placeholder,
        bench.scale,
        bench.style,
      )
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
      addNote(project, { drawing: bench.board.id, at, text, heightPaperMm: HEIGHT, align: 'middle' }, makeId),
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
      const note = { drawing: bench.board.id, at: p, text, heightPaperMm: HEIGHT, align: 'middle' } as const
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
