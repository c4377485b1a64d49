import { mdiHomeSwitchOutline } from '@mdi/js'
import type { DisplayItem } from '@lamina/core/display'
import { chainsOf, sameInRoom, sameOnOpening, type Chains, type Mirrored } from '@lamina/core/edit'
import { flattenPath } from '@lamina/core/geometry'
import { pickAt } from '@lamina/core/locate'
import type { Change, Id, Project } from '@lamina/core/records'
import { roomsOf, spacesOf, type Space } from '@lamina/core/rooms'
import type { MakeId } from '@lamina/core/edit'
import { foresee } from './preview'
import type { Located, PlanBench, Tool } from './tool'
import type { ToolEntry } from './entry'

/** Which way round it is done, in words, in the order in which one key goes through them. */
const WAYS: readonly (readonly [words: string, way: Mirrored])[] = [
  ['as it was', { x: false, y: false }],
  ['mirrored left to right', { x: true, y: false }],
  ['mirrored top to bottom', { x: false, y: true }],
  ['turned by half', { x: true, y: true }],
]

/** So many deeds are named; of more, how many they are. */
const MOST_NAMED = 4

/** What is pointed to: a room, or an opening. */
type Pointed = { readonly space: Space } | { readonly opening: Id }

/** Does what was done last in a room, or to an opening, again in another. */
export function sameAgainTool(bench: PlanBench): Tool {
  /** As they are when the tool is taken up: what it does itself does not go on with them. */
  const deeds = bench.deeds()
  let taken = deeds.length
  let chains: Chains | null = null
  let way = 0

  function now(): Chains {
    return (chains ??= chainsOf(bench.project, bench.scene.building, bench.board.id, deeds.slice(0, taken)))
  }
  function pointed(at: Located | null): Pointed | null {
    if (!at) return null
    const { inRoom, onOpening } = now()
    if (onOpening) {
      const opening = pickAt(bench.picture, bench.scene.building, at.raw, bench.reach).find((id) =>
        bench.project.find('opening', id),
      )
      if (opening) return { opening }
    }
    const space = inRoom && spacesOf(bench.project, bench.scene.building).at(at.raw)
    return space ? { space } : null
  }
  const work =
    (to: Pointed) =>
    (project: Project, makeId: MakeId): Change => {
      const { inRoom, onOpening } = now()
      const { building } = bench.scene
      return 'opening' in to
        ? sameOnOpening(project, building, onOpening!, to.opening)
        : sameInRoom(project, building, inRoom!, to.space, WAYS[way]![1], makeId)
    }
  function act(at: Located | null): void {
    const { inRoom, onOpening } = now()
    const to = pointed(at)
    if (to) bench.edit('The same again', work(to))
    else if (!inRoom && !onOpening) bench.warn(NOTHING)
    else
      bench.warn(inRoom ? 'Point into a room that is closed all round.' : 'Point to another door or window.')
  }
  /** So many deeds are done again. */
  const long = (): number => (now().inRoom ?? now().onOpening)?.labels.length ?? 0
  const named = (labels: readonly string[]): string =>
    labels.length > MOST_NAMED
      ? `${labels.slice(0, MOST_NAMED - 1).join(', ')} and ${labels.length - MOST_NAMED + 1} more`
      : labels.join(', ')

  return {
    free: true,
    prompt() {
      const { inRoom, onOpening } = now()
      const chain = inRoom ?? onOpening
      if (!chain) return { text: NOTHING, keys: 'Esc: put the tool away' }
      const places = [...(inRoom ? ['room'] : []), ...(onOpening ? ['door or window'] : [])]
      return {
        text: `${named(chain.labels)}: point to another ${places.join(', ')}.`,
        keys: [
          ...(inRoom ? [`H: ${WAYS[(way + 1) % WAYS.length]![0]}`] : []),
          ...(long() > 1 ? ['L: without the first of it'] : []),
          'Esc: put the tool away',
        ].join(' · '),
      }
    },
    fields: () => [],
    remark(at) {
      const to = pointed(at)
      if (!to) return ''
      const { refused } = foresee(bench, work(to), at)
      if (refused || 'opening' in to) return refused
      const there = roomsOf(bench.project, bench.scene.building).find(({ space }) => space === to.space)
      return [there?.room.name ?? '', way === 0 ? '' : WAYS[way]![0]].filter(Boolean).join(' · ')
    },
    last: () => null,
    press: act,
    enter: act,
    back: () => false,
    key(letter) {
      if (letter === 'h' && now().inRoom) way = (way + 1) % WAYS.length
      else if (letter === 'l' && long() > 1) {
        taken = long() - 1
        chains = null
      } else return false
      return true
    },
    preview(at) {
      const { inRoom } = now()
      const to = pointed(at)
      const from = inRoom ? [inRoom.space.outer].map(outlined) : []
      return [...from, ...(to ? foresee(bench, work(to), at).items : [])]
    },
  }
}

const NOTHING = 'Nothing was done last in one room or to one door or window.'

const outlined = (path: Space['outer']): DisplayItem => ({
  kind: 'line',
  pen: 'light',
  points: flattenPath(path, 1).flatMap((p) => [p.x, p.y]),
  closed: true,
  source: null,
})

/** What was done, done again elsewhere. */
export const SAME_AGAIN_TOOLS = {
  'same-again': {
    stage: 'walls',
    under: 'Change',
    name: 'The same again',
    icon: mdiHomeSwitchOutline,
    change: true,
    on: 'plans',
    make: sameAgainTool,
  },
} satisfies Record<string, ToolEntry>
