import { computed } from 'vue'
import { sheetExtent, sidesOf, type Paper } from '@lamina/core/library'
import { sheetSizeNames, type SheetFormat } from '@lamina/core/records'

/** Chosen in the list of sizes: one of its own, that begins as the paper is. */
const OWN = 'own'
const LIES = [
  { value: 'landscape', title: 'Landscape' },
  { value: 'portrait', title: 'Portrait' },
] as const

/** The size of a paper as it is chosen from a list, or typed. */
export function usePaperSize(paper: () => Paper, set: (now: Partial<Paper>) => unknown) {
  const isOwn = computed(() => typeof paper().size !== 'string')
  const sides = computed(() => sheetExtent(paper()))
  const size = computed({
    get: () => (isOwn.value ? OWN : String(paper().size)),
    set(name: string) {
      const [short, long] = sidesOf(paper().size)
      set({ size: name === OWN ? { short, long } : (name as SheetFormat) })
    },
  })
  /** A typed width or height: the longer one says how it lies. */
  function setSide(which: 'width' | 'height', mm: number): void {
    const width = which === 'width' ? mm : sides.value.width
    const height = which === 'height' ? mm : sides.value.height
    set({
      size: { short: Math.min(width, height), long: Math.max(width, height) },
      orientation: width >= height ? 'landscape' : 'portrait',
    })
  }
  const sizes = [
    ...sheetSizeNames.map((name) => ({ value: name as string, title: name as string })),
    { value: OWN, title: 'Own size' },
  ]
  return { LIES: [...LIES], size, sizes, sides, isOwn, setSide }
}
