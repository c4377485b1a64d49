import { reactive, ref } from 'vue'
import { goesInto } from '@lamina/core/units'
import type { TagField } from '../tools/tool'

/**
 * What is typed at the pointer: a text for each field, and which of them has the keys. It stands for itself, wherever
 * the window's focus is just then, so that no key is lost however fast they come.
 */
export function useTyping(fields: () => readonly TagField[]) {
  const texts = reactive<Record<string, string>>({})
  /** The field that has the keys; null while the board has them. */
  const at = ref<string | null>(null)
  /** Its text is selected: what is typed next stands in its place. */
  const selected = ref(false)
  /** Rises when that field is to have the window's focus. */
  const asked = ref(0)

  const field = (): TagField | undefined => fields().find(({ key }) => key === at.value) ?? fields()[0]
  /** Whether a cross behind another field leads to it. */
  const isSecond = ({ key }: TagField): boolean => fields().some(({ by }) => by === key)
  const textOf = (key: string): string => texts[key] ?? ''

  function behind(): string {
    const now = field()
    return now && !selected.value ? textOf(now.key) : ''
  }
  function go(key: string, all: boolean): void {
    at.value = key
    selected.value = all
    asked.value++
  }
  /** Empties all fields; the board has the keys. */
  function clear(): void {
    for (const key of Object.keys(texts)) delete texts[key]
    at.value = null
    selected.value = false
  }
  return {
    texts,
    at,
    selected,
    asked,
    field,
    clear,
    isEmpty: (): boolean => !Object.values(texts).some(Boolean),
    /** What the next key would stand behind, in the field that has the keys or would get them. */
    behind,
    /** A figure from elsewhere. */
    set(key: string, text: string): void {
      texts[key] = text
      // What is typed next is for what is still open, or stands in its place.
      const open = fields().find((each) => !textOf(each.key) && each.kind !== 'number')
      go(open && fields()[0]?.key !== key ? open.key : key, true)
    },
    /** The same, the keys left with it. */
    put(key: string, text: string): void {
      texts[key] = text
      go(key, true)
    },
    /** What stands in a field that has the window's focus now, and whether all of it is selected. */
    heard(key: string, text: string, all: boolean): void {
      if ((texts[key] ?? '') !== text) texts[key] = text
      at.value = key
      selected.value = all && text !== ''
    },
    /** Takes a key into the field that has the keys, if it is one for it, or `anyhow`. */
    take(key: string, anyhow: boolean): boolean {
      const now = field()
      if (!now) return false
      const before = behind()
      if (now.by !== undefined && before.trim() && /^[x×]$/i.test(key)) {
        texts[now.key] = before.trim()
        go(now.by, true)
        return true
      }
      // The space behind that cross.
      if (key === ' ' && !before && at.value === now.key && isSecond(now)) return true
      if (!anyhow && !goesInto(now.kind, before, key)) return false
      texts[now.key] = before + key
      go(now.key, false)
      return true
    },
    /** Takes back the last key. False when there is nothing to take back. */
    erase(): boolean {
      const now = field()
      if (!now || !textOf(now.key)) return false
      texts[now.key] = selected.value ? '' : textOf(now.key).slice(0, -1)
      go(now.key, false)
      return true
    },
    /**
     * The keys go to the next field, or the one before; from the board to the first. Where there is but one, and it
     * takes several figures, on to the next of them.
     */
    next(by: 1 | -1): boolean {
      const all = fields()
      if (all.length === 0) return false
      const [only] = all
      if (all.length === 1 && only!.kind === 'lengths' && by > 0 && textOf(only!.key).trim()) {
        const so = textOf(only!.key).trimEnd()
        texts[only!.key] = so.endsWith(';') ? `${so} ` : `${so}; `
        go(only!.key, false)
        return true
      }
      const i = all.findIndex(({ key }) => key === at.value)
      const to = i < 0 ? (by > 0 ? 0 : all.length - 1) : (i + by + all.length) % all.length
      go(all[to]!.key, true)
      return true
    },
    /** What stands in a field was not taken: it waits, selected, to be typed anew. */
    refuse(key: string): void {
      go(key, true)
    },
    /** The board has the keys again. */
    leave(): void {
      at.value = null
      selected.value = false
    },
  }
}

export type Typing = ReturnType<typeof useTyping>
