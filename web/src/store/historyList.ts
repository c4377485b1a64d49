import { ref, shallowRef } from 'vue'
import type { ChangePicture } from '@lamina/core/annotate'
import type { Deed } from '@lamina/core/exchange'
import { api } from '../api'

/** What of a history is asked for, as the server has it. */
export type AskedFor = Readonly<Partial<Record<'places' | 'by' | 'notBy' | 'from' | 'to' | 'named', string>>>

/** So many pictures are asked for at once. */
const AT_ONCE = 8
/** While the journal is being read it is asked again, ms. */
const AGAIN = 1000

/** The changes of a project, the last first, as many as were asked for, with the pictures of them. */
export function useHistoryList(project: () => string) {
  const deeds = shallowRef<readonly Deed[]>([])
  const more = ref(false)
  const isBusy = ref(false)
  const fault = ref('')
  /** How far the journal is read, and its length. */
  const reach = ref({ told: 0, of: 0 })
  const pictures = shallowRef<ReadonlyMap<number, ChangePicture | null>>(new Map())
  let asked: AskedFor = {}
  let turn = 0
  let again: ReturnType<typeof setTimeout> | undefined

  /** @param before those before a change come after what is there; left out: the last, in place of what is there */
  async function load(before?: number): Promise<void> {
    const mine = ++turn
    clearTimeout(again)
    isBusy.value = true
    try {
      const page = await api.deeds(project(), {
        ...asked,
        before: before === undefined ? undefined : String(before),
      })
      if (mine !== turn) return
      deeds.value = before === undefined ? page.deeds : [...deeds.value, ...page.deeds]
      more.value = page.more
      reach.value = { told: page.told, of: page.of }
      fault.value = ''
      if (page.told < page.of) again = setTimeout(() => void refresh(), AGAIN)
      void draw(mine)
    } catch (error) {
      if (mine === turn) fault.value = error instanceof Error ? error.message : String(error)
    } finally {
      if (mine === turn) isBusy.value = false
    }
  }

  /** Takes in what is new, and stays as far back as it was. */
  async function refresh(): Promise<void> {
    const { value: known } = deeds
    const hadMore = more.value
    await load()
    const last = deeds.value.at(-1)
    const earlier = last ? known.filter(({ seq }) => seq < last.seq) : []
    // What lies between is not known where more is new than comes at once.
    if (earlier.length === 0 || !known.some(({ seq }) => seq >= last!.seq)) return
    deeds.value = [...deeds.value, ...earlier]
    more.value = hadMore
  }

  /** Asks for the pictures that are not there yet, some at a time. */
  async function draw(mine: number): Promise<void> {
    for (;;) {
      const lacking = deeds.value.flatMap(({ seq }) => (pictures.value.has(seq) ? [] : [seq]))
      if (lacking.length === 0 || mine !== turn) return
      await see(lacking.slice(0, AT_ONCE))
    }
  }

  async function see(wanted: readonly number[]): Promise<void> {
    // What cannot be drawn goes without a picture.
    const seen = await api.seen(project(), wanted).catch((): Record<number, null> => ({}))
    pictures.value = new Map([...pictures.value, ...wanted.map((seq) => [seq, seen[seq] ?? null] as const)])
  }

  /** A change that is not among those listed, by its number. */
  async function find(seq: number): Promise<void> {
    if (deeds.value.some((each) => each.seq === seq) || found.value?.seq === seq) return
    const made = await api.deed(project(), seq).catch(() => null)
    found.value = made
    lost.value = made ? null : seq
    if (made && !pictures.value.has(seq)) await see([seq])
  }
  const found = shallowRef<Deed | null>(null)
  /** The number that was looked for and is not there. */
  const lost = ref<number | null>(null)

  return {
    deeds,
    more,
    isBusy,
    fault,
    reach,
    pictures,
    found,
    lost,
    find,
    ask(what: AskedFor): Promise<void> {
      asked = what
      return load()
    },
    refresh,
    earlier: (): Promise<void> => load(deeds.value.at(-1)?.seq),
    close(): void {
      turn++
      clearTimeout(again)
    },
  }
}
