import { defineStore } from 'pinia'
import { reactive, toRefs, watch } from 'vue'
import { z } from 'zod'
import { TOOLS, type NamedEntry, type NamedTool } from '../tools/catalogue'

const KEY = 'lamina-habits'

const habitsSchema = z.object({
  folded: z.object({ drawer: z.boolean(), shelf: z.boolean() }).default({ drawer: false, shelf: false }),
  /** The letter chosen for a tool; empty: none. */
  letters: z.record(z.string(), z.string().regex(/^[a-z]?$/)).default({}),
  /** How often each tool was taken up lately. */
  uses: z.record(z.string(), z.number().nonnegative()).default({}),
})
type Habits = z.infer<typeof habitsSchema>

/** What was kept here before; what cannot be read counts for nothing. */
function keptHabits(): Habits {
  try {
    const read = habitsSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '{}'))
    if (read.success) return read.data
  } catch {
    // Not written by this program.
  }
  return habitsSchema.parse({})
}

/** With each tool taken up, those before count so much. */
const FADES = 0.98

/** How somebody works on this computer, whatever the project: what is folded away, and the letters of tools. */
export const useHabits = defineStore('habits', () => {
  const habits = reactive(keptHabits())
  watch(habits, (now) => localStorage.setItem(KEY, JSON.stringify(now)))

  /** A tool was taken up: what was long ago counts less and less. */
  function use(tool: string): void {
    const uses = Object.entries(habits.uses).map(([name, count]) => [name, count * FADES] as const)
    habits.uses = { ...Object.fromEntries(uses), [tool]: (habits.uses[tool] ?? 0) * FADES + 1 }
  }
  const fold = (what: keyof Habits['folded']): void => void (habits.folded[what] = !habits.folded[what])

  /** The letter that takes up a tool; none where it is empty. */
  const letterOf = ({ tool, key }: NamedEntry): string => habits.letters[tool] ?? key ?? ''
  const toolOf = (letter: string): NamedTool | undefined =>
    TOOLS.find((entry) => letterOf(entry) === letter)?.tool
  /** Gives a tool a letter, and takes it from the one that had it. Gives the name of that. */
  function setLetter(tool: NamedTool, letter: string): string | null {
    const had = letter ? TOOLS.find((entry) => entry.tool !== tool && letterOf(entry) === letter) : undefined
    habits.letters = { ...habits.letters, ...(had ? { [had.tool]: '' } : {}), [tool]: letter }
    return had?.name ?? null
  }
  /** All letters as they were at first. */
  const usualLetters = (): void => void (habits.letters = {})
  return { ...toRefs(habits), use, fold, letterOf, toolOf, setLetter, usualLetters }
})
