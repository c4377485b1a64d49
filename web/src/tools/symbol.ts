import {
  mdiArrowLeftRight,
  mdiCrosshairs,
  mdiFlagTriangle,
  mdiNavigationOutline,
  mdiPlus,
  mdiPulse,
  mdiRayStartEnd,
  mdiRuler,
  mdiSlopeDownhill,
} from '@mdi/js'
import { foreseenRecord } from '@lamina/core/annotate'
import { addSymbol, nextPointNumber } from '@lamina/core/edit'
import type { Point } from '@lamina/core/geometry'
import {
  SYMBOL_FORMS,
  shiftOfSymbol,
  type Anchor,
  type PaperSymbol,
  type SymbolForm,
} from '@lamina/core/records'
import { TieFinder, tieOf } from '@lamina/core/ties'
import type { ToolEntry } from './entry'
import { styled, type Bench, type Located, type Prompt, type TagField, type Tool } from './tool'

type ToolForm = Exclude<SymbolForm, 'own'>

/** What is pointed to for each form: first, and then. */
const ASKED: { readonly [F in ToolForm]: readonly [string, string?] } = {
  north: ['Point to where the north point stands.'],
  scaleBar: ['Point to where the scale bar begins.'],
  settingOut: ['Point to the place to be set out.'],
  centreMark: ['Point to the centre.', 'Point to the circle, or press Enter for the mark alone.'],
  centreLine: ['Point to where the centre line starts.', 'Point to where it ends.'],
  breakLine: ['Point to where the break starts.', 'Point to where it ends.'],
  span: ['Point to where the span starts.', 'Type what stands above, and beneath; point to where it ends.'],
  fall: ['Point to the high end.', 'Type the fall; point to the low end.'],
  weld: ['Point to the joint.', 'Type its size and length; point to where its line begins.'],
}

/** What is typed with each form, and what that becomes. */
const TYPED: { readonly [F in ToolForm]: readonly { readonly key: string; readonly label: string }[] } = {
  north: [],
  scaleBar: [],
  settingOut: [{ key: 'number', label: 'number' }],
  centreMark: [],
  centreLine: [],
  breakLine: [],
  span: [
    { key: 'above', label: 'above' },
    { key: 'beneath', label: 'beneath' },
  ],
  fall: [{ key: 'above', label: 'fall' }],
  weld: [
    { key: 'size', label: 'size' },
    { key: 'length', label: 'length' },
  ],
}

/** A sign that keeps its size on paper: at one place, or along a line. */
const symbolTool =
  (form: ToolForm) =>
  (bench: Bench): Tool => {
    let first: Anchor | null = null
    const { points } = SYMBOL_FORMS[form]
    /** A weld stands at one place; where its line begins is pointed to as well. */
    const hasSecond = points.most === 2 || form === 'weld'

    let known: { readonly stamp: number; readonly finder: TieFinder } | null = null
    function tied(p: Point): Anchor {
      const { stamp } = bench.project
      if (known?.stamp !== stamp) known = { stamp, finder: new TieFinder(bench.scene, bench.board) }
      return tieOf({ kind: 'symbol', form }, known.finder, p, true)
    }

    /** A row of joists tells its sizes by itself. */
    const tells = (): boolean =>
      first !== null && 'item' in first && bench.project.get(first.item)?.kind === 'framing'
    function shown(key: string): string {
      switch (key) {
        case 'number':
          return nextPointNumber(bench.project, bench.values.said.number ?? '')
        case 'above':
          return form === 'span' && tells() ? '{size}' : (bench.values.said[`${form} above`] ?? '')
        case 'beneath':
          return tells() ? '{spacing}' : (bench.values.said[`${form} beneath`] ?? '')
        default:
          return bench.values.said[`${form} ${key}`] ?? ''
      }
    }
    const said = (key: string): string => bench.typedText(key).trim() || shown(key)
    const orNull = (text: string): string | null => (text === '' ? null : text)

    /** What is drawn when the pointer is there; null: more is to be pointed to. */
    function symbolAt(at: Located | null): Parameters<typeof addSymbol>[1] | null {
      const end = at?.point ?? null
      if (!first && !end) return null
      const start = first ?? tied(end!)
      const common = { drawing: bench.board.id, form, ...styled(bench.style) }
      switch (form) {
        case 'north':
        case 'scaleBar':
          return { ...common, anchors: [start] }
        case 'settingOut':
          return { ...common, anchors: [start], text: said('number') }
        case 'centreMark':
          return { ...common, anchors: first && end ? [start, tied(end)] : [start] }
        case 'centreLine':
        case 'breakLine':
          return first && end ? { ...common, anchors: [start, tied(end)] } : null
        case 'span':
          return first && end
            ? {
                ...common,
                anchors: [start, tied(end)],
                text: orNull(said('above')),
                beneath: orNull(said('beneath')),
              }
            : null
        case 'fall':
          return first && end ? { ...common, anchors: [start, tied(end)], text: orNull(said('above')) } : null
        case 'weld':
          return { ...common, anchors: [start], weld: weldNow(), shiftPaperMm: elbowTo(start.last, end) }
      }
    }
    function elbowTo(joint: Point, to: Point | null): Point {
      if (!first || !to) return { ...shiftOfSymbol({ form }) }
      const half = (mm: number): number => Math.round((mm / bench.scale) * 2) / 2
      return { x: half(to.x - joint.x), y: half(to.y - joint.y) }
    }
    function weldNow(): NonNullable<PaperSymbol['weld']> {
      const { arrow, other, around, site } = bench.values.weld
      const [size, length] = [said('size'), said('length')]
      const seam = {
        ...(size ? { size } : {}),
        ...(length ? { length } : {}),
      }
      return {
        ...(arrow ? { arrow: { type: arrow, ...seam } } : {}),
        ...(other ? { other: { type: other, ...(arrow ? {} : seam) } } : {}),
        ...(around ? { around: true } : {}),
        ...(site ? { site: true } : {}),
      }
    }

    function finish(at: Located | null): void {
      const input = symbolAt(at)
      if (!input) return
      const change = bench.edit(SYMBOL_FORMS[form].name, (project, makeId) =>
        addSymbol(project, input, makeId),
      )
      if (!change) return
      const kept = TYPED[form].map(
        ({ key }) => [key === 'number' ? key : `${form} ${key}`, said(key)] as const,
      )
      // What was told by itself is not what was typed.
      bench.values.said = {
        ...bench.values.said,
        ...Object.fromEntries(kept.filter(([, text]) => !text.startsWith('{'))),
      }
      first = null
      bench.clearTyped()
    }

    function prompt(): Prompt {
      const [start, then] = ASKED[form]
      return first
        ? { text: then!, keys: 'Tab: the next field · Esc: one step back' }
        : { text: start, keys: 'Esc: put it away' }
    }

    return {
      prompt,
      fields: (): TagField[] =>
        first || !hasSecond
          ? TYPED[form].map(({ key, label }) => ({ key, label, kind: 'text', shown: shown(key) }))
          : [],
      last: () => first?.last ?? null,
      press(at) {
        if (hasSecond && !first) first = tied(at.point)
        else finish(at)
      },
      enter(at) {
        if (first && form === 'centreMark') finish(null)
        else if (first || !hasSecond) finish(at)
      },
      back() {
        if (!first) return false
        first = null
        bench.clearTyped()
        return true
      },
      preview(at) {
        if (!at) return []
        const input = symbolAt(at)
        if (!input) return []
        const { text, beneath, values: _, turn: __, ...rest } = input
        return foreseenRecord(
          {
            ...rest,
            id: 'preview',
            kind: 'symbol',
            anchors: [...rest.anchors],
            ...(text ? { text } : {}),
            ...(beneath ? { beneath } : {}),
          },
          bench.scene,
          bench.scale,
        )
      },
    }
  }

const symbols = { stage: 'annotate', under: 'Symbols' } as const

/** Signs that keep their size on paper. */
export const SYMBOL_TOOLS = {
  'north-point': {
    ...symbols,
    name: 'North point',
    icon: mdiNavigationOutline,
    on: 'plans',
    make: symbolTool('north'),
  },
  'scale-bar': {
    ...symbols,
    name: 'Scale bar',
    icon: mdiRuler,
    on: 'drawings',
    make: symbolTool('scaleBar'),
  },
  span: {
    ...symbols,
    name: 'Span arrow',
    icon: mdiArrowLeftRight,
    on: 'any',
    make: symbolTool('span'),
  },
  fall: { ...symbols, name: 'Fall arrow', icon: mdiSlopeDownhill, on: 'any', make: symbolTool('fall') },
  'setting-out': {
    ...symbols,
    name: 'Setting-out point',
    icon: mdiCrosshairs,
    on: 'plans',
    make: symbolTool('settingOut'),
  },
  'centre-line': {
    ...symbols,
    name: 'Centre line',
    icon: mdiRayStartEnd,
    on: 'any',
    make: symbolTool('centreLine'),
  },
  'centre-mark': {
    ...symbols,
    name: 'Centre mark',
    icon: mdiPlus,
    on: 'any',
    make: symbolTool('centreMark'),
  },
  'break-line': { ...symbols, name: 'Break line', icon: mdiPulse, on: 'any', make: symbolTool('breakLine') },
  weld: { ...symbols, name: 'Weld', icon: mdiFlagTriangle, on: 'any', make: symbolTool('weld') },
} satisfies Record<string, ToolEntry>
