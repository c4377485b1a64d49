import { mdiCallMade, mdiFormatTextVariant } from '@mdi/js'
import { drawLeader } from '@lamina/core/annotate'
import { addLeader, addNote } from '@lamina/core/edit'
import { subtract, times, type Point } from '@lamina/core/geometry'
import type { Anchor } from '@lamina/core/records'
import { TieFinder, holdAnchor } from '@lamina/core/ties'
import { foreseenItems } from './preview'
import { styled, type Bench, type Located, type Tool } from './tool'
import type { ToolEntry } from './entry'

const placeholder = 'Note'

/** With Shift leaders keep to multiples of 15 degrees. */
const STEP = Math.PI / 12

/** Where the texts of leaders of the board stand: their elbows. */
const elbowsOn = (bench: Bench): Point[] =>
  bench.project.all('leader').flatMap(({ drawing, tip, elbowPaperMm: { x, y } }) => {
    if (drawing !== bench.board.id) return []
    const { point } = holdAnchor(tip, bench.scene)
    return [{ x: point.x + x * bench.scale, y: point.y + y * bench.scale }]
  })

/** A place in line with neighbours: at the height of the nearest one, or in its column, or both. */
function inLineWith(neighbours: readonly Point[], p: Point, reach: number): Point {
  const nearest = (key: 'x' | 'y'): number => {
    const near = neighbours
      .map((each) => each[key])
      .filter((each) => Math.abs(each - p[key]) <= reach)
      .sort((q, r) => Math.abs(q - p[key]) - Math.abs(r - p[key]))
    return near[0] ?? p[key]
  }
  return { x: nearest('x'), y: nearest('y') }
}

/** The first line of a text, not too long to be told. */
const shortened = (text: string): string => {
  const [line] = text.split('\n')
  return line!.length > 24 ? `${line!.slice(0, 23)}…` : line!
}

/** A leader: its tip, its elbow, then the note typed at the pointer. */
export function leaderTool(bench: Bench): Tool {
  let tip: Anchor | null = null
  let elbow: Point | null = null

  function elbowAt(at: Located): Point {
    if (!at.locked)
      return times(subtract(inLineWith(elbowsOn(bench), at.raw, bench.reach), tip!.last), 1 / bench.scale)
    const away = times(subtract(at.raw, tip!.last), 1 / bench.scale)
    const angle = Math.round(Math.atan2(away.y, away.x) / STEP) * STEP
    const length = Math.hypot(away.x, away.y)
    return { x: Math.cos(angle) * length, y: Math.sin(angle) * length }
  }

  function finish(): void {
    const text = bench.typedText('note').trim() || bench.values.lastNote
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
    bench.values.lastNote = text
    tip = elbow = null
    bench.clearTyped()
  }

  return {
    prompt: () =>
      !tip
        ? { text: 'Point to what the note is about.', keys: 'Esc: put the leader away' }
        : !elbow
          ? {
              text: 'Point to where the note stands; near others it comes in line with them.',
              keys: 'Shift: every 15° · Esc: one step back',
            }
          : {
              text: bench.values.lastNote
                ? `Type the note and press Enter; Enter alone writes “${shortened(bench.values.lastNote)}” again.`
                : 'Type the note and press Enter.',
              keys: 'Shift Enter: another line · Esc: one step back',
            },
    fields: () =>
      elbow ? [{ key: 'note', label: 'note', kind: 'text', shown: shortened(bench.values.lastNote) }] : [],
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
        bench.typedText('note') || bench.values.lastNote || placeholder,
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
      addNote(
        project,
        {
          drawing: bench.board.id,
          at,
          text,
          heightPaperMm: HEIGHT,
          align: 'middle',
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
