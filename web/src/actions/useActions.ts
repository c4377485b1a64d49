import { computed, type ComputedRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTheme } from 'vuetify'
import type { Matter, Stage } from '@lamina/core/check'
import {
  CUTAWAY_LOOKS,
  addAllElevations,
  addCutaway,
  addDetail,
  addSheet,
  clipDrawing,
  copySheet,
  drawnOn,
  removeDrawing,
  removeItems,
} from '@lamina/core/edit'
import { standardBlocks } from '@lamina/core/library'
import type { Point } from '@lamina/core/geometry'
import {
  findBoard,
  sheetSet,
  type Board,
  type Drawing,
  type Id,
  type Sheet,
  type TitleBlock,
} from '@lamina/core/records'
import { useAside } from '../store/aside'
import { libraryBlocks } from '../store/blocks'
import { STAGES, useDesk } from '../store/desk'
import { useHabits } from '../store/habits'
import { useHand } from '../store/hand'
import { useMe } from '../store/me'
import { useOpened } from '../store/opened'
import { useValues } from '../store/values'
import type { ToolName } from '../tools/catalogue'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { TOOLS, toolEntry } from '../tools/catalogue'

export interface Action {
  readonly id: string
  readonly name: string
  readonly group: 'Tool' | 'Stage' | 'Drawing' | 'Sheet' | 'Schedule' | 'Block' | 'Setting' | 'Action'
  readonly keys?: string
  run(): void
}

const today = (): string => new Date().toISOString().slice(0, 10)

/** Everything that can be done from more than one place: drawers, keys and Ask. */
export function useActions() {
  const store = useProject()
  const desk = useDesk()
  const unsettled = useAside()
  const hand = useHand()
  const me = useMe()
  const habits = useHabits()
  const opened = useOpened()
  const values = useValues()
  const route = useRoute()
  const router = useRouter()
  const theme = useTheme()
  const say = useSay()

  const drawing: ComputedRef<Drawing | null> = computed(() => {
    return store.project.find('drawing', String(route.params['drawing'] ?? '')) ?? null
  })
  const sheet: ComputedRef<Sheet | null> = computed(() => {
    return store.project.find('sheet', String(route.params['sheet'] ?? '')) ?? null
  })
  const titleBlock: ComputedRef<TitleBlock | null> = computed(() => {
    return store.project.find('titleBlock', String(route.params['titleBlock'] ?? '')) ?? null
  })
  /** Paper is drawn on: a sheet, or a title block. */
  const paper = computed(() => sheet.value ?? titleBlock.value)
  const go = (name: 'drawing' | 'sheet', id: string): void =>
    void router.push({ name, params: { project: store.id!, [name]: id } })
  const openDrawing = (id: string): void => go('drawing', id)
  function openSheet(id: string): void {
    // Put down at once: what is taken up before the sheet is there is for the sheet.
    hand.take('select')
    go('sheet', id)
  }

  function choose(stage: Stage): void {
    desk.stage = stage
    const onSheets = stage === 'compose' || stage === 'issue'
    hand.take('select')
    if (onSheets && !(stage === 'compose' && titleBlock.value) && !sheet.value) {
      const first = sheetSet(store.project)[0]
      if (first) openSheet(first.id)
    } else if (!onSheets && !drawing.value) {
      const last = store.project.find('drawing', opened.lastDrawing ?? '') ?? store.project.all('drawing')[0]
      if (last) openDrawing(last.id)
    }
  }
  function take(tool: ToolName): void {
    const entry = toolEntry(tool)
    // What works on every board is taken up where one is; other tools open a drawing.
    const onSheet = paper.value !== null && entry?.on === 'any'
    if (!drawing.value && entry && !onSheet) choose(entry.stage)
    // Symbols of the library are placed from where annotation is.
    const stays = tool === 'block' && desk.stage === 'annotate'
    if (entry && !entry.change && !onSheet && !stays) desk.stage = entry.stage
    if (tool === 'block' && !values.block)
      values.chooseBlock(store.project.all('block')[0]?.id ?? standardBlocks(store.units.system)[0]!.id)
    hand.take(tool)
    habits.use(tool)
    opened.surface?.focus()
  }
  function newSheet(): void {
    let id = ''
    const made = store.edit('New sheet', (project, makeId) => {
      const added = addSheet(project, today(), makeId, me.me?.person?.initials)
      id = added.sheet
      return added.change
    })
    if (made) openSheet(id)
  }
  function copyOfSheet(): void {
    const from = sheet.value
    if (!from) return
    let id = ''
    const made = store.edit('Copy sheet', (project, makeId) => {
      const added = copySheet(project, from.id, makeId)
      id = added.sheet
      return added.change
    })
    if (made) openSheet(id)
  }
  function removeSheet(): void {
    const from = sheet.value
    if (!from) return
    if (!store.edit('Remove sheet', (project) => removeItems(project, [from.id]))) return
    say.tell(`Sheet ${from.number} is removed. Undo brings it back.`)
    const next = sheetSet(store.project)[0]
    const plan = store.project.all('drawing')[0]
    if (next) openSheet(next.id)
    else if (plan) openDrawing(plan.id)
  }
  function allElevations(): void {
    let count = 0
    const made = store.edit('Elevations', (project, makeId) => {
      const added = addAllElevations(project, makeId)
      count = added.drawings.length
      return added.change
    })
    if (made) say.tell(`${count === 1 ? 'One elevation is' : `${count} elevations are`} on the shelf.`)
  }
  /** The level that is looked at, from above and cut as its plan is. */
  function newCutaway(): void {
    const plan = drawing.value?.view === 'plan' ? drawing.value : null
    const level = plan && store.project.find('level', plan.level)
    let id = ''
    const made = store.edit('Cutaway', (project, makeId) => {
      const added = addCutaway(
        project,
        {
          looks: CUTAWAY_LOOKS.isometric,
          ...(level ? { only: level.id, height: level.elevation + level.cutHeight } : {}),
        },
        makeId,
      )
      id = added.drawing
      return added.change
    })
    if (!made) return
    desk.viewOpen = true
    openDrawing(id)
  }
  function blankDetail(): void {
    let id = ''
    const made = store.edit('Detail', (project, makeId) => {
      const added = addDetail(project, { scale: store.units.system === 'metric' ? 5 : 4 }, makeId)
      id = added.drawing
      return added.change
    })
    if (made) openDrawing(id)
  }
  function removeOpenDrawing(): void {
    const from = drawing.value
    if (!from) return
    const { things, sheets } = drawnOn(store.project, from.id)
    const next = store.project.all('drawing').find((each) => each.view === 'plan' && each.id !== from.id)
    if (!store.edit('Remove drawing', (project) => removeDrawing(project, from.id))) return
    const lost = [
      things > 0 ? `${things} drafted thing${things > 1 ? 's' : ''}` : '',
      sheets > 0 ? `its place on ${sheets} sheet${sheets > 1 ? 's' : ''}` : '',
    ].filter(Boolean)
    say.tell(
      `“${from.name}” is removed${lost.length > 0 ? `, with ${lost.join(' and ')}` : ''}. Undo brings it back.`,
    )
    if (next) openDrawing(next.id)
  }
  const keepOpenDrawing = (): void => void (desk.keeping = drawing.value)
  /** As Ctrl C does with nothing selected. */
  async function copyOpenDrawing(): Promise<void> {
    const from = drawing.value
    if (!from) return
    try {
      await navigator.clipboard.writeText(JSON.stringify(clipDrawing(store.project, from.id)))
      say.tell(`“${from.name}” is copied as a whole. Ctrl V makes it in this or another project.`)
    } catch {
      say.warn('The browser keeps its clipboard closed. Press Ctrl C on the board instead.')
    }
  }
  /** Shows things of a board: they are selected there. */
  async function showOn(board: Board, about: readonly Id[], at: Point | null): Promise<void> {
    if (drawing.value?.id !== board.id && paper.value?.id !== board.id) {
      hand.take('select')
      await router.push({ name: board.kind, params: { project: store.id!, [board.kind]: board.id } })
    }
    setTimeout(() => {
      hand.tool = 'select'
      hand.select(about.filter((id) => store.project.get(id)))
      if (at) opened.surface?.show(at)
    })
  }
  function show(matter: Pick<Matter, 'drawing' | 'sheet' | 'about' | 'at'>): void {
    const board = findBoard(store.project, matter.drawing ?? matter.sheet ?? '')
    if (board) void showOn(board, matter.about, matter.at)
  }

  const all = computed<readonly Action[]>(() => {
    const { project } = store
    const actions: Action[] = []
    // Those most used come first.
    const used = (tool: string): number => habits.uses[tool] ?? 0
    for (const entry of [...TOOLS].sort((p, q) => used(q.tool) - used(p.tool)))
      actions.push({
        id: `tool-${entry.tool}`,
        name: entry.name,
        group: 'Tool',
        keys: habits.letterOf(entry).toUpperCase(),
        run: () => take(entry.tool),
      })
    STAGES.forEach(({ id, name }, i) =>
      actions.push({ id: `stage-${id}`, name, group: 'Stage', keys: String(i + 1), run: () => choose(id) }),
    )
    for (const each of project.all('drawing'))
      actions.push({ id: each.id, name: each.name, group: 'Drawing', run: () => openDrawing(each.id) })
    for (const each of project.all('sheet'))
      actions.push({
        id: each.id,
        name: `${each.number} ${each.title}`,
        group: 'Sheet',
        run: () => openSheet(each.id),
      })
    for (const each of libraryBlocks(project))
      actions.push({
        id: each.id,
        name: each.name,
        group: 'Block',
        run() {
          values.chooseBlock(each.id)
          take('block')
        },
      })
    for (const each of project.all('schedule'))
      actions.push({
        id: each.id,
        name: each.name,
        group: 'Schedule',
        run: () => void router.push({ name: 'schedule', params: { project: store.id!, schedule: each.id } }),
      })
    const add = (id: string, name: string, group: Action['group'], run: () => void, keys?: string): void => {
      actions.push({ id, name, group, run, ...(keys ? { keys } : {}) })
    }
    if (unsettled.all.length > 0)
      add('settle', 'What was not kept as you made it', 'Action', () => (desk.settling = true))
    add('undo', store.undoLabel ? `Undo ${store.undoLabel}` : 'Undo', 'Action', () => store.undo(), 'Ctrl Z')
    add(
      'redo',
      store.redoLabel ? `Redo ${store.redoLabel}` : 'Redo',
      'Action',
      () => store.redo(),
      'Ctrl Shift Z',
    )
    add('keys', 'Keys', 'Setting', () => (desk.keysOpen = true), '?')
    add('fold-drawer', 'Fold or unfold the drawer', 'Setting', () => habits.fold('drawer'), '[')
    add('fold-shelf', 'Fold or unfold the shelf', 'Setting', () => habits.fold('shelf'), ']')
    add('fit', 'Show everything', 'Action', () => opened.surface?.fit(), 'Home')
    add('new-sheet', 'New sheet', 'Action', newSheet)
    add('another-plan', 'Another plan of a level', 'Action', () => (desk.newPlan = true))
    add('all-elevations', 'Elevations of all four sides', 'Action', allElevations)
    add('cutaway', 'Cutaway', 'Action', newCutaway)
    add('blank-detail', 'Blank detail', 'Action', blankDetail)
    if (drawing.value) {
      add('remove-drawing', 'Remove this drawing', 'Action', removeOpenDrawing)
      if (drawing.value.view !== 'block') {
        add('keep-detail', 'Keep as a detail of the library', 'Action', keepOpenDrawing)
        add('copy-drawing', 'Copy this drawing', 'Action', () => void copyOpenDrawing(), 'Ctrl C')
      }
    }
    if (sheet.value) {
      add('copy-sheet', 'Copy this sheet', 'Action', copyOfSheet)
      add('remove-sheet', 'Remove this sheet', 'Action', removeSheet)
    }
    const go = (name: string) => (): void => void router.push({ name, params: { project: store.id! } })
    add('find', 'Find and replace words', 'Action', () => (desk.panel = 'find'))
    add('library', 'Library of blocks', 'Action', go('library'))
    add('details', 'Library of details', 'Action', go('details'))
    add('title-blocks', 'Title blocks', 'Action', go('title-blocks'))
    add('history', 'History of the project', 'Action', go('history'))
    add('bring-in', 'Bring in from a project or file', 'Action', go('bring-in'))
    add('save-library', 'Save a library file', 'Action', go('save-library'))
    add('layers', 'Layers', 'Setting', () => (desk.panel = 'layers'))
    add('plate-types', 'Types of floors, roofs and ceilings', 'Setting', () => (desk.panel = 'plate-types'))
    add('wall-types', 'Wall types', 'Setting', () => (desk.panel = 'wall-types'))
    add('opening-types', 'Types of doors and windows', 'Setting', () => (desk.panel = 'opening-types'))
    add('stair-limits', 'Limits for stairs', 'Setting', () => (desk.panel = 'stair-limits'))
    add('lenses', 'Lenses', 'Setting', () => (desk.panel = 'lenses'))
    add('styles', 'Pens and annotation styles', 'Setting', () => (desk.panel = 'styles'))
    add('materials', 'Materials', 'Setting', () => (desk.panel = 'materials'))
    add('levels', 'Levels', 'Setting', () => (desk.panel = 'levels'))
    const aside = project.setAside.size > 0
    if (aside || hand.selection.length > 0)
      add(
        'set-aside',
        aside ? 'Bring back what is set aside' : 'Set aside what is selected',
        'Action',
        () => void opened.surface?.setAside?.('selected'),
        '-',
      )
    if (!aside && hand.selection.length > 0)
      add(
        'set-rest-aside',
        'Set all else aside',
        'Action',
        () => void opened.surface?.setAside?.('rest'),
        '=',
      )
    if (hand.selection.length > 0)
      add('alike', 'Select all of this type', 'Action', () => opened.surface?.takeAlike?.('type', false), '.')
    if (hand.previous.length > 0)
      add('previous', 'Previous selection', 'Action', () => hand.select(hand.previous))
    add('projects', 'All projects', 'Action', () => void router.push('/'))
    add('dark', 'Dark theme', 'Setting', () => theme.change('dark'))
    add('light', 'Light theme', 'Setting', () => theme.change('light'))
    add('weights', desk.trueWeights ? 'Screen line weights' : 'True line weights', 'Setting', () => {
      desk.trueWeights = !desk.trueWeights
    })
    return actions
  })

  return {
    drawing,
    sheet,
    titleBlock,
    all,
    choose,
    take,
    newSheet,
    copySheet: copyOfSheet,
    removeSheet,
    allElevations,
    newCutaway,
    blankDetail,
    removeDrawing: removeOpenDrawing,
    keepDetail: keepOpenDrawing,
    show,
    showOn,
    openDrawing,
    openSheet,
  }
}

export type Actions = ReturnType<typeof useActions>
