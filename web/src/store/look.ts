const KEY = 'lamina-theme'

/** The theme chosen here before, or the one the system prefers. */
export function preferredTheme(): 'light' | 'dark' {
  const kept = localStorage.getItem(KEY)
  if (kept === 'light' || kept === 'dark') return kept
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

export function keepTheme(name: 'light' | 'dark'): void {
  localStorage.setItem(KEY, name)
}
